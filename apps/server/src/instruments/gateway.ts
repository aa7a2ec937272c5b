import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Observable, share, Subject, takeUntil, timer } from 'rxjs';
import { LineClient } from './line-client.ts';
import { saidBy, type Said } from './scpi.ts';
import { SharedLines, type Reading } from './shared-lines.ts';

/** How often an instrument somebody looks at is asked, ms. */
const EVERY_MS = 250;
/** A stream stays open so long after the last one left: a page that reloads finds it running. */
const LINGER_MS = 2_000;

/** A reading as it leaves the server: with the server’s own time. */
export type Live = Said & { readonly at: string };

export interface Address {
  readonly host: string;
  readonly port: number;
}

/** Talks to the instruments. Whoever looks at one shares its line; one nobody looks at is left alone. */
@Injectable()
export class InstrumentGateway implements OnModuleDestroy {
  private readonly lines = new Map<string, LineClient>();
  private readonly streams = new Map<string, Observable<Live>>();
  /** An open stream would keep the server from stopping. */
  private readonly ended = new Subject<void>();

  constructor(private readonly shared: SharedLines) {}

  /** What an instrument shows of one dimension, four times a second, for as long as somebody listens. */
  live({ host, port }: Address, query: string): Observable<Live> {
    const key = `${host}:${port} ${query}`;
    const known = this.streams.get(key);
    if (known) return known;
    const stream = new Observable<Live>((to) =>
      this.shared.look(`${host}:${port}`, query, this.reading({ host, port }), (said) =>
        to.next(said as Live),
      ),
    ).pipe(
      takeUntil(this.ended),
      // Nothing is said twice: what was read before somebody looked is no reading of where the probe is now.
      share({ resetOnRefCountZero: () => timer(LINGER_MS) }),
    );
    this.streams.set(key, stream);
    return stream;
  }

  /** Asks a line one question four times a second. */
  private reading({ host, port }: Address): Reading {
    return (query, said) => {
      let stopped = false;
      const line = this.line(host, port);
      const turn = async (): Promise<void> => {
        while (!stopped) {
          const began = Date.now();
          const answer = saidBy(await line.ask(query));
          if (stopped) return;
          said({ ...answer, at: new Date().toISOString() } satisfies Live);
          await new Promise((go) => setTimeout(go, Math.max(20, EVERY_MS - (Date.now() - began))));
        }
      };
      void turn();
      return () => {
        stopped = true;
      };
    };
  }

  /** One line to a port, and what comes back. */
  ask({ host, port }: Address, line: string): Promise<string | null> {
    return this.line(host, port).ask(line);
  }

  onModuleDestroy(): void {
    this.ended.next();
    for (const line of this.lines.values()) line.end();
  }

  private line(host: string, port: number): LineClient {
    const key = `${host}:${port}`;
    const known = this.lines.get(key) ?? new LineClient(host, port);
    this.lines.set(key, known);
    return known;
  }
}
