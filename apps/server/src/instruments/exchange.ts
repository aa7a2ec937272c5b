import { randomUUID } from 'node:crypto';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import pg from 'pg';
import { readConfig } from '../config.ts';
import { LINE_LOCKS } from '../db/locks.ts';

const CHANNEL = 'venula_lines';
const AGAIN_MS = 500;

/** What servers tell each other of a line: that somebody looks at it, or what it said. */
export interface Word {
  readonly line: string;
  readonly query: string;
  /** Absent: it is asked for. */
  readonly said?: unknown;
}

/**
 * Servers that share one database talk through it, over a connection of its own each: words to all (LISTEN and NOTIFY), and a lock a
 * line, so that one server at a time talks to an instrument. A lock is gone with its connection: another server takes over.
 */
@Injectable()
export class Exchange implements OnModuleDestroy {
  private readonly me = randomUUID();
  private client: pg.Client | null = null;
  private opening: Promise<pg.Client | null> | null = null;
  private ended = false;
  private readonly heard = new Set<(word: Word) => void>();
  private readonly lost = new Set<() => void>();

  /** Hears what other servers say, for as long as this one runs. */
  onWord(hear: (word: Word) => void): void {
    this.heard.add(hear);
  }

  /** The connection is gone, and with it every lock. */
  onLost(done: () => void): void {
    this.lost.add(done);
  }

  async tell(word: Word): Promise<void> {
    await this.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify({ ...word, from: this.me })]);
  }

  /** Whether this server has the line now. Each call that says yes takes one `release`. */
  async take(line: string): Promise<boolean> {
    const rows = await this.query<{ got: boolean }>('SELECT pg_try_advisory_lock($1, hashtext($2)) AS got', [
      LINE_LOCKS,
      line,
    ]);
    return rows?.[0]?.got ?? false;
  }

  async release(line: string): Promise<void> {
    await this.query('SELECT pg_advisory_unlock($1, hashtext($2))', [LINE_LOCKS, line]);
  }

  async onModuleDestroy(): Promise<void> {
    this.ended = true;
    await this.client?.end().catch(() => undefined);
  }

  /** Null: the database is away; whoever asks comes again. */
  private async query<R extends object>(text: string, values: unknown[]): Promise<R[] | null> {
    const client = this.client ?? (await this.open());
    if (!client) return null;
    try {
      return (await client.query<R>(text, values)).rows;
    } catch {
      return null;
    }
  }

  private open(): Promise<pg.Client | null> {
    if (this.ended) return Promise.resolve(null);
    this.opening ??= this.connect().finally(() => {
      // Not tried again at once: a database that is away is asked twice a second.
      setTimeout(() => (this.opening = null), this.client ? 0 : AGAIN_MS).unref();
    });
    return this.opening;
  }

  private async connect(): Promise<pg.Client | null> {
    const client = new pg.Client({
      connectionString: readConfig().databaseUrl,
      connectionTimeoutMillis: 2_500,
      keepAlive: true,
      application_name: 'venula lines',
    });
    const gone = (): void => {
      if (this.client !== client) return;
      this.client = null;
      for (const done of this.lost) done();
    };
    client.on('error', gone);
    client.on('end', gone);
    client.on('notification', ({ payload }) => this.hear(payload ?? ''));
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      this.client = client;
      return client;
    } catch {
      await client.end().catch(() => undefined);
      return null;
    }
  }

  private hear(payload: string): void {
    const { from, ...word } = JSON.parse(payload) as Word & { readonly from: string };
    if (from !== this.me) for (const hear of this.heard) hear(word);
  }
}
