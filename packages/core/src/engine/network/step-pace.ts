/** After so many turns that leave no less to do steps are halved, after so many that do, doubled again. */
const STALLED_TURNS = 3;
const GOOD_TURNS = 4;
/** Less to do: less than the least so far by this share of what the step promised to take away. */
const KEPT_PROMISE = 0.4;
/** Least share of a step taken. */
export const LEAST_STEP = 0.05;

/** Smaller steps where full ones run in a circle (from one kink of a law to the other and back), larger ones again later. */
export class StepPace {
  /** Share of each step that is taken. */
  share = 1;
  /** The least left to do so far, and turns in a row that left less or no less. */
  private least = Infinity;
  private good = 0;
  private stalled = 0;
  /** The least left to do of all turns. */
  private best = Infinity;
  private wary = false;

  /**
   * @param wary steps grow again only from the best turn so far: coming back from a step that went too far looks like
   * progress, and the same step after it makes a circle. The other way is the faster one where there is no such circle.
   */
  begin(wary = false): void {
    this.wary = wary;
    this.share = 1;
    this.least = Infinity;
    this.best = Infinity;
    this.good = 0;
    this.stalled = 0;
  }

  /** @param left what the present point leaves to do */
  turn(left: number): void {
    if (left < (1 - KEPT_PROMISE * this.share) * this.least) {
      this.least = left;
      this.good++;
      this.stalled = 0;
    } else {
      this.good = 0;
      this.stalled++;
    }
    if (this.stalled >= STALLED_TURNS) {
      this.share = Math.max(LEAST_STEP, this.share / 2);
      this.least = left;
      this.stalled = 0;
    } else if (this.good >= GOOD_TURNS && (!this.wary || left <= this.best)) {
      this.share = Math.min(1, this.share * 2);
      this.good = 0;
    }
    if (left < this.best) this.best = left;
  }
}
