import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import pg from 'pg';
import { Subject, type Observable } from 'rxjs';
import { readConfig } from '../config.ts';

/** What is sent to every open page. */
export type News =
  /** A job has this version now, or was archived or restored. */
  | { readonly job: string; readonly version: number }
  /** Rows were added to a job’s record: the name of their table. */
  | { readonly job: string; readonly record: string }
  /** Something may have been missed: look again. */
  | { readonly again: true };

const CHANNEL = 'job_news';
/** Until the next try for a connection that was lost, ms. */
const AGAIN_MS = 1_000;

/** Hears what the database tells of jobs (migration JobNews), on a connection of its own that is kept up. */
@Injectable()
export class JobNews implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly told = new Subject<News>();
  private client: pg.Client | null = null;
  private again: NodeJS.Timeout | undefined;
  private readonly closing = new Subject<void>();
  private over = false;

  readonly news: Observable<News> = this.told.asObservable();
  /** Once, when the server stops: it waits for no open stream. */
  readonly closed: Observable<void> = this.closing.asObservable();

  onApplicationBootstrap(): void {
    void this.listen();
  }

  async onModuleDestroy(): Promise<void> {
    this.over = true;
    clearTimeout(this.again);
    this.closing.next();
    await this.client?.end().catch(() => undefined);
  }

  private async listen(): Promise<void> {
    if (this.over) return;
    const client = new pg.Client({ connectionString: readConfig().databaseUrl, keepAlive: true });
    this.client = client;
    let lost = false;
    const retry = (): void => {
      if (lost || this.over) return;
      lost = true;
      client.end().catch(() => undefined);
      this.again = setTimeout(() => void this.listen(), AGAIN_MS);
    };
    client.on('error', retry);
    client.on('end', retry);
    client.on('notification', ({ payload }) => payload && this.told.next(JSON.parse(payload) as News));
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      this.told.next({ again: true });
    } catch {
      retry();
    }
  }
}
