/** What the server says to a request (what was sent with it, and the request itself): a body, or trouble with its status. */
export type Say = (sent: unknown, what: string) => unknown;
export class Trouble {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly message = 'Not possible.',
    readonly remedy = 'Correct it.',
    readonly details: readonly unknown[] = [],
  ) {}
}

const real = globalThis.fetch;

/**
 * The shop's server for as long as a test runs: what is asked is answered by the first way that fits, "GET /jobs/1/runs".
 * What no way fits is a lost connection.
 */
export function shopSays(ways: Readonly<Record<string, Say>>): { readonly asked: string[]; end(): void } {
  const asked: string[] = [];
  globalThis.fetch = ((path: string, init: RequestInit = {}) => {
    const what = `${init.method ?? 'GET'} ${path.replace('/api/v1', '')}`;
    asked.push(what);
    const way = Object.keys(ways).find((w) => new RegExp(`^${w}$`).test(what));
    if (!way) return Promise.reject(new TypeError('no connection'));
    const said = ways[way]!(typeof init.body === 'string' ? JSON.parse(init.body) : undefined, what);
    const bad = said instanceof Trouble;
    const text = JSON.stringify(bad ? { error: said } : (said ?? null));
    return Promise.resolve({
      ok: !bad,
      status: bad ? said.status : 200,
      headers: new Headers(),
      text: () => Promise.resolve(text),
    });
  }) as unknown as typeof fetch;
  return { asked, end: () => void (globalThis.fetch = real) };
}
