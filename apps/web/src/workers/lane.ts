/** A worker at hand: what it is asked through, how it is ended, and word when it breaks. */
export interface Opened<Api> {
  readonly api: Api;
  readonly close: () => void;
  /** Called once if the worker itself fails. */
  readonly onBreak: (told: (why: string) => void) => void;
}

/** A newer question of the same slot came, or nobody waits for the answer any more. */
export class Superseded extends Error {
  override readonly name = 'Superseded';
}

/** The worker broke or took too long; the next question gets a new one. */
export class LaneFault extends Error {
  override readonly name = 'LaneFault';
}

interface Waiting<Api> {
  readonly slot: string;
  readonly rank: number;
  readonly ask: (api: Api) => Promise<unknown>;
  readonly budgetMs: number;
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
}

export interface AskOptions {
  /** Lower ones go first; what draws the line before what judges it, and previews last. */
  readonly rank?: number;
  /** Longest it may take, ms. */
  readonly budgetMs?: number;
}

const BUDGET_MS = 20_000;

/**
 * One worker with an order in front of it: one question at a time, the lowest rank first, and of each slot only the newest.
 * A worker that breaks or does not come back is replaced, and whoever waits for it is told.
 */
export class Lane<Api> {
  private opened: Opened<Api> | undefined;
  private running: Waiting<Api> | undefined;
  private over: ReturnType<typeof setTimeout> | undefined;
  private readonly waiting = new Map<string, Waiting<Api>>();

  /** @param open starts a worker; called when one is first needed */
  constructor(private readonly open: () => Opened<Api>) {}

  /**
   * @param slot what the question is about: a newer one of the same slot takes its place
   * @returns the answer; rejects with Superseded where it is no longer wanted, with LaneFault where the worker failed
   */
  ask<T>(slot: string, ask: (api: Api) => Promise<T>, options: AskOptions = {}): Promise<T> {
    const { rank = 0, budgetMs = BUDGET_MS } = options;
    return new Promise<T>((resolve, reject) => {
      this.drop(slot);
      this.waiting.set(slot, {
        slot,
        rank,
        ask,
        budgetMs,
        resolve: resolve as (answer: unknown) => void,
        reject,
      });
      this.next();
    });
  }

  /** Nobody waits for this slot any more. What runs already runs on, but its answer goes nowhere. */
  drop(slot: string): void {
    const waiting = this.waiting.get(slot);
    this.waiting.delete(slot);
    waiting?.reject(new Superseded(slot));
    if (this.running?.slot === slot) {
      this.running.reject(new Superseded(slot));
      this.running = { ...this.running, slot: '', resolve: nothing, reject: nothing };
    }
  }

  /** Past the order, to a worker that is at work: to tell it something. */
  tell(say: (api: Api) => unknown): void {
    if (this.opened) say(this.opened.api);
  }

  private next(): void {
    if (this.running || this.waiting.size === 0) return;
    const [first] = [...this.waiting.values()].sort((a, b) => a.rank - b.rank);
    this.waiting.delete(first!.slot);
    this.start(first!);
  }

  private start(question: Waiting<Api>): void {
    this.running = question;
    try {
      this.opened ??= this.begin();
    } catch (error) {
      this.break(words(error));
      return;
    }
    const { opened } = this;
    this.over = setTimeout(
      () => this.break(`no answer in ${Math.round(question.budgetMs / 1000)} s`),
      question.budgetMs,
    );
    question.ask(opened.api).then(
      (answer) => this.done(opened, () => this.running!.resolve(answer)),
      // The question failed, not the worker: a plan that cannot be solved says so.
      (error: unknown) =>
        this.done(opened, () =>
          this.running!.reject(error instanceof Error ? error : new Error(words(error))),
        ),
    );
  }

  private begin(): Opened<Api> {
    const opened = this.open();
    opened.onBreak((why) => {
      if (this.opened === opened) this.break(why);
    });
    return opened;
  }

  private done(by: Opened<Api>, tell: () => void): void {
    // An answer of a worker that was replaced meanwhile.
    if (this.opened !== by || !this.running) return;
    clearTimeout(this.over);
    tell();
    this.running = undefined;
    this.next();
  }

  private break(why: string): void {
    clearTimeout(this.over);
    this.opened?.close();
    this.opened = undefined;
    const broken = this.running;
    this.running = undefined;
    broken?.reject(new LaneFault(why));
    this.next();
  }
}

const nothing = (): void => undefined;
const words = (error: unknown): string => (error instanceof Error ? error.message : String(error));
