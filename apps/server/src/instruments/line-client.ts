import { connect, type Socket } from 'node:net';

/** An instrument that says nothing for so long is not there, ms. */
const ANSWER_MS = 800;
const CONNECT_MS = 800;
/** Tried again after so long, ms, longer each time. */
const AGAIN_MS = [250, 500, 1000, 2000] as const;
const MOST_LINE = 100_000;

interface Asked {
  readonly line: string;
  readonly done: (answer: string | null) => void;
}

/**
 * One line of text to a port and one back, over and over. Connects when it is first asked, comes back by itself when the other side
 * goes away, and never lets a question wait: without an answer in time it is answered with null, and the connection is made anew,
 * so that a late answer is never taken for the answer to the next question.
 */
export class LineClient {
  private socket: Socket | null = null;
  private connecting = false;
  private asked: Asked | null = null;
  private waiting: Asked[] = [];
  private timer: NodeJS.Timeout | undefined;
  private failures = 0;
  private notBefore = 0;
  private rest = '';
  private ended = false;

  constructor(
    private readonly host: string,
    private readonly port: number,
  ) {}

  ask(line: string): Promise<string | null> {
    if (this.ended) return Promise.resolve(null);
    return new Promise((done) => {
      this.waiting.push({ line, done });
      this.next();
    });
  }

  end(): void {
    this.ended = true;
    this.drop();
  }

  private next(): void {
    if (this.asked) return;
    const first = this.waiting[0];
    if (!first) return;
    if (!this.socket) return this.open();
    this.waiting.shift();
    this.asked = first;
    this.timer = setTimeout(() => this.drop(), ANSWER_MS);
    this.socket.write(`${first.line}\n`);
  }

  private open(): void {
    if (this.connecting) return;
    if (Date.now() < this.notBefore) return this.refuseAll();
    this.connecting = true;
    const socket = connect({ host: this.host, port: this.port, timeout: CONNECT_MS });
    const lost = () => {
      if (this.socket === socket || (this.connecting && this.socket === null)) this.drop();
    };
    socket.setEncoding('utf8');
    socket.setNoDelay(true);
    socket.once('connect', () => {
      socket.setTimeout(0);
      this.connecting = false;
      if (this.ended) return void socket.destroy();
      this.socket = socket;
      this.rest = '';
      this.next();
    });
    socket.once('timeout', () => socket.destroy());
    socket.on('error', () => socket.destroy());
    socket.once('close', lost);
    socket.on('data', (part: string) => this.heard(part));
  }

  private heard(part: string): void {
    const lines = (this.rest + part).split(/\r?\n/);
    this.rest = lines.pop() ?? '';
    if (this.rest.length > MOST_LINE) return this.drop();
    for (const line of lines) {
      // Nobody asked: it would be taken for the answer to the next question.
      if (!this.asked) return this.drop();
      const { done } = this.asked;
      clearTimeout(this.timer);
      this.asked = null;
      this.failures = 0;
      done(line);
    }
    this.next();
  }

  private drop(): void {
    this.socket?.destroy();
    this.socket = null;
    this.connecting = false;
    clearTimeout(this.timer);
    this.notBefore = Date.now() + AGAIN_MS[Math.min(this.failures, AGAIN_MS.length - 1)]!;
    this.failures++;
    this.refuseAll();
  }

  private refuseAll(): void {
    const all = [...(this.asked ? [this.asked] : []), ...this.waiting];
    this.asked = null;
    this.waiting = [];
    for (const { done } of all) done(null);
  }
}
