import { ConflictException, Injectable } from '@nestjs/common';
import pLimit from 'p-limit';
import { DataSource } from 'typeorm';

/** More at once would only slow each other down, and take the connections of what must not wait. */
const AT_ONCE = 4;

/** Asks the database; rows are as the statement says. */
export type Query = <Row>(sql: string, values: unknown[]) => Promise<Row[]>;

const replaced = (): ConflictException =>
  new ConflictException({
    code: 'SEARCH_REPLACED',
    message: 'A later search of yours took the place of this one.',
    remedy: 'Search again.',
  });

/** Searches take turns, and a session has one at a time: its earlier one is dropped, in the database too. */
@Injectable()
export class SearchTurns {
  private readonly turn = pLimit(AT_ONCE);
  private readonly last = new Map<string, AbortController>();

  constructor(private readonly db: DataSource) {}

  /**
   * @param session whose search it is
   * @param dropped aborts when the answer is no longer wanted
   * @param search what to ask, on one connection
   * @throws ConflictException where a later search of the session, or the abort, came first
   */
  async run<A>(session: string, dropped: AbortSignal, search: (query: Query) => Promise<A>): Promise<A> {
    this.last.get(session)?.abort();
    const mine = new AbortController();
    this.last.set(session, mine);
    const stop = AbortSignal.any([mine.signal, dropped]);
    try {
      return await this.turn(() => this.search(stop, search));
    } finally {
      if (this.last.get(session) === mine) this.last.delete(session);
    }
  }

  private async search<A>(stop: AbortSignal, search: (query: Query) => Promise<A>): Promise<A> {
    if (stop.aborted) throw replaced();
    const runner = this.db.createQueryRunner();
    let cancelled: Promise<unknown> | undefined;
    try {
      const { processID } = (await runner.connect()) as { processID: number };
      const cancel = (): void => {
        cancelled = this.db.query('SELECT pg_cancel_backend($1)', [processID]).catch(() => undefined);
      };
      if (stop.aborted) throw replaced();
      stop.addEventListener('abort', cancel, { once: true });
      try {
        return await search((sql, values) => {
          stop.throwIfAborted();
          return runner.query(sql, values);
        });
      } catch (error) {
        throw stop.aborted ? replaced() : error;
      } finally {
        stop.removeEventListener('abort', cancel);
      }
    } finally {
      // Before the connection is another's: the cancel must not meet what runs on it next.
      await cancelled;
      await runner.release();
    }
  }
}
