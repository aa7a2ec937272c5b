import type { Later } from './answers.ts';

/** Time and timers, so that tests run years in a moment. */
export interface Clock {
  now(): number;
  after(ms: number, run: () => void): () => void;
}

export const browserClock: Clock = {
  now: () => Date.now(),
  after: (ms, run) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};

const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 30_000;
const SOON_MS = 5_000;

/** Trouble of the page’s own: nothing is known to be done, so it is tried again like anything else. */
const UNFORESEEN: Later = { kind: 'later', why: 'busy', afterMs: null };

export interface LaneWork {
  /**
   * Sends the next thing there is to send and deals with its answer.
   * @returns 'nothing' when there was nothing; 'done' to go on at once; an outcome that says “later” to come back
   */
  next(): Promise<'done' | 'nothing' | Later>;
}

/**
 * Sends one thing at a time, in order. After an answer that says “later” it waits, longer each time up to half a minute, or
 * as long as the server asked for; `wake` cuts the wait short when the connection is back or somebody looks at the page.
 * There is always either nothing to send, a request under way, or a timer: it never stops for good.
 */
export class Lane {
  private busy = false;
  private tries = 0;
  private cancel: (() => void) | null = null;
  private closed = true;
  private askedToWait = 0;
  /** Poked while it was looking, and with what pause: it looks once more where it found nothing. */
  private poked: number | null = null;

  constructor(
    private readonly work: LaneWork,
    private readonly clock: Clock,
  ) {}

  /** There may be something to send: now, or after a pause that gathers a burst. */
  poke(afterMs = 0): void {
    if (this.closed) return;
    if (this.busy) {
      this.poked = afterMs;
      return;
    }
    // A wait that is under way is not cut short by new work, nor put off by it.
    if (this.tries > 0 && this.cancel) return;
    this.schedule(afterMs);
  }

  /** The connection is back, or the page is looked at again: try now, unless the server named a time. */
  wake(): void {
    if (this.closed || this.busy) return;
    this.schedule(Math.max(0, this.askedToWait - this.clock.now()));
  }

  /** Begins to send; closed lanes only gather. */
  open(): void {
    this.closed = false;
    this.poke();
  }

  close(): void {
    this.closed = true;
    this.cancel?.();
    this.cancel = null;
  }

  private schedule(ms: number): void {
    if (this.closed) return;
    this.cancel?.();
    this.cancel = this.clock.after(ms, () => {
      this.cancel = null;
      void this.run();
    });
  }

  private async run(): Promise<void> {
    if (this.busy || this.closed) return;
    this.busy = true;
    this.poked = null;
    const answer = await this.work.next().catch((): Later => UNFORESEEN);
    this.busy = false;
    if (answer === 'nothing') {
      this.tries = 0;
      if (this.poked !== null) this.schedule(this.poked);
      return;
    }
    if (answer === 'done') {
      this.tries = 0;
      this.askedToWait = 0;
      this.schedule(0);
      return;
    }
    // A server that names a time is there: it is asked again soon after, however often it has turned us away.
    const longest = answer.afterMs === null ? LONGEST_WAIT_MS : SOON_MS;
    const wait = Math.min(longest, FIRST_WAIT_MS * 2 ** this.tries);
    this.tries = Math.min(this.tries + 1, 10);
    const asked = answer.afterMs ?? 0;
    this.askedToWait = this.clock.now() + asked;
    this.schedule(Math.max(wait, asked));
  }
}
