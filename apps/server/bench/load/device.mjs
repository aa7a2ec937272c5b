import http from 'node:http';
import { performance } from 'node:perf_hooks';
import { gunzipSync } from 'node:zlib';

/** A tablet in the shop: an address and a session of its own. What it asks and how long each answer took goes to `answers`. */
export class Device {
  cookie = '';

  constructor(port, n, answers) {
    this.port = port;
    this.n = n;
    this.answers = answers;
    // One address alone may not ask without end.
    this.agent = new http.Agent({
      keepAlive: true,
      maxSockets: 2,
      localAddress: `127.0.${1 + (n >> 7)}.${1 + (n & 127)}`,
    });
  }

  end() {
    this.agent.destroy();
  }

  /** @returns the answer, read; undefined where it tells of trouble */
  call(kind, method, path, body) {
    const text = body === undefined || Buffer.isBuffer(body) ? body : JSON.stringify(body);
    const started = performance.now();
    const note = (status, bytes = 0, plain = 0) =>
      this.answers.push({ kind, ms: performance.now() - started, status, bytes, plain });
    return new Promise((done) => {
      const req = http.request(
        {
          agent: this.agent,
          host: '127.0.0.1',
          port: this.port,
          method,
          path: `/api/v1${path}`,
          headers: {
            cookie: this.cookie,
            'accept-encoding': 'gzip',
            ...(text === undefined
              ? {}
              : {
                  'content-type': Buffer.isBuffer(body) ? 'image/jpeg' : 'application/json',
                  'content-length': Buffer.byteLength(text),
                }),
          },
        },
        (res) => {
          const parts = [];
          res.on('data', (part) => parts.push(part));
          res.on('end', () => {
            const raw = Buffer.concat(parts);
            const plain = res.headers['content-encoding'] === 'gzip' ? gunzipSync(raw) : raw;
            note(res.statusCode, raw.length, plain.length);
            const set = res.headers['set-cookie']?.[0];
            if (set) this.cookie = set.split(';')[0];
            const isJson = res.headers['content-type']?.includes('json') && res.statusCode < 400;
            done(isJson ? JSON.parse(plain.toString()) : undefined);
          });
        },
      );
      req.on('error', (error) => {
        note(error.code);
        done(undefined);
      });
      req.end(text);
    });
  }
}
