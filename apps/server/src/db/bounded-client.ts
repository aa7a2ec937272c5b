import pg from 'pg';

interface WithStream {
  readonly connection: { readonly stream: { destroy(error: Error): void } };
}

/**
 * A connection that is thrown away when a query overruns its time. The driver alone would hand it back to the pool with
 * the query, and perhaps an open transaction, still on it: the next request would wait behind it or commit into it.
 */
export class BoundedClient extends pg.Client {
  // The driver's overloads cannot be written down once more: what it returns is handed on as it is.
  override query(...args: unknown[]): never {
    const answer = (super.query as (...a: unknown[]) => unknown)(...args);
    if (answer instanceof Promise)
      answer.catch((error: unknown) => {
        if (error instanceof Error && error.message === 'Query read timeout')
          (this as unknown as WithStream).connection.stream.destroy(error);
      });
    return answer as never;
  }
}
