import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Exchange, type Word } from './exchange.ts';

/** How often a line that another server has is tried for, and what is looked at there is said again, ms. */
const TURN_MS = 500;
/** A server that has not said so for this long looks no more, ms. */
const WANTED_MS = 2_000;

type Hear = (said: unknown) => void;
/** Asks a line one question over and over, until it is stopped. */
export type Reading = (query: string, said: Hear) => () => void;

/** One instrument’s line, as this server sees it. */
interface Line {
  readonly read: Reading;
  /** Who looks here, by question. */
  readonly here: Map<string, Set<Hear>>;
  /** What is looked at on other servers, and until when that counts. */
  readonly elsewhere: Map<string, number>;
  /** Questions this server asks: only while it has the line. */
  readonly asking: Map<string, () => void>;
  mine: boolean;
  turning: boolean;
}

/**
 * Many instruments take one connection, and one that is asked by two at once may answer the wrong one: of several servers one has
 * the line, asks what anybody looks at, and tells all. When it goes, the next takes over within a second.
 */
@Injectable()
export class SharedLines implements OnModuleDestroy {
  private readonly lines = new Map<string, Line>();
  private readonly timer = setInterval(() => this.turnAll(), TURN_MS);

  constructor(private readonly exchange: Exchange) {
    this.timer.unref();
    exchange.onWord((word) => this.heard(word));
    exchange.onLost(() => {
      // The locks are gone; whether another server has them by now shows with the next turn. Until then this one goes on asking:
      // a database that is away for a moment takes no gauge off the page.
      for (const line of this.lines.values()) line.mine = false;
    });
  }

  /** Looks at one question of a line. @returns leaves it */
  look(name: string, query: string, read: Reading, hear: Hear): () => void {
    const line = this.lines.get(name) ?? {
      read,
      here: new Map<string, Set<Hear>>(),
      elsewhere: new Map<string, number>(),
      asking: new Map<string, () => void>(),
      mine: false,
      turning: false,
    };
    this.lines.set(name, line);
    const all = line.here.get(query) ?? new Set();
    line.here.set(query, all.add(hear));
    void this.turn(name, line);
    return () => {
      all.delete(hear);
      if (all.size === 0) line.here.delete(query);
      void this.turn(name, line);
    };
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
    for (const line of this.lines.values()) for (const stop of line.asking.values()) stop();
  }

  private turnAll(): void {
    for (const [name, line] of this.lines) void this.turn(name, line);
  }

  private async turn(name: string, line: Line): Promise<void> {
    if (line.turning) return;
    line.turning = true;
    try {
      if (!line.mine && line.here.size > 0) line.mine = await this.exchange.take(name);
      if (line.mine) await this.asOwner(name, line);
      else await this.asGuest(name, line);
    } finally {
      line.turning = false;
    }
  }

  private async asOwner(name: string, line: Line): Promise<void> {
    for (const [query, until] of line.elsewhere) if (until < Date.now()) line.elsewhere.delete(query);
    const wanted = new Set([...line.here.keys(), ...line.elsewhere.keys()]);
    for (const [query, stop] of line.asking)
      if (!wanted.has(query)) {
        stop();
        line.asking.delete(query);
      }
    for (const query of wanted)
      if (!line.asking.has(query))
        line.asking.set(
          query,
          line.read(query, (said) => {
            this.pass(line, query, said);
            void this.exchange.tell({ line: name, query, said });
          }),
        );
    if (wanted.size > 0) return;
    line.mine = false;
    await this.exchange.release(name);
    if (line.here.size === 0) this.lines.delete(name);
  }

  private async asGuest(name: string, line: Line): Promise<void> {
    // Another server has it by now, or nobody looks: two must not ask at once.
    const alone = line.here.size === 0;
    for (const query of line.here.keys()) await this.exchange.tell({ line: name, query });
    if (alone) {
      for (const stop of line.asking.values()) stop();
      this.lines.delete(name);
    }
  }

  private heard({ line: name, query, said }: Word): void {
    const line = this.lines.get(name);
    if (!line) return;
    if (said === undefined) {
      line.elsewhere.set(query, Date.now() + WANTED_MS);
      if (line.mine) void this.turn(name, line);
      return;
    }
    // Whoever says what it reads has the line.
    if (!line.mine) {
      for (const stop of line.asking.values()) stop();
      line.asking.clear();
    }
    this.pass(line, query, said);
  }

  private pass(line: Line, query: string, said: unknown): void {
    for (const hear of line.here.get(query) ?? []) hear(said);
  }
}
