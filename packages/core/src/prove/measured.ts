import type { Expectation, MeasuredReading, Step, StepVerdict } from './contract.ts';

/**
 * Where a reading lies in the band of its step.
 * @param expects the band; absent: there is nothing to hold it against
 * @param value reading, SI; absent: none yet
 * @returns verdict of the one step
 * Validity: any band.
 * @throws nothing
 * @source own convention
 * @example stepVerdict({ dimension: 'volts', value: 13, low: 12.5, high: 13.5 }, 12) // => 'low'
 */
export function stepVerdict(expects: Expectation | undefined, value: number | undefined): StepVerdict {
  if (value === undefined) return 'open';
  if (!expects) return 'noted';
  // What rounds to the edge of the band is in it: the meter shows no more.
  const tiny = 1e-9 * Math.max(1, Math.abs(expects.high));
  if (value < expects.low - tiny) return 'low';
  return value > expects.high + tiny ? 'high' : 'pass';
}

/**
 * The newest reading of each step.
 * @param readings in the order they were taken, SI
 * @returns value by step
 * Validity: any readings.
 * @throws nothing
 * @source own convention
 * @example newestOf([{ stepId: 'a', value: 1 }, { stepId: 'a', value: 2 }]).get('a') // => 2
 */
export const newestOf = (readings: readonly MeasuredReading[]): ReadonlyMap<string, number> =>
  new Map(readings.map((r) => [r.stepId, r.value]));

/** A step whose reading is off, by name: what a record has to say. */
export interface Miss {
  readonly stepId: string;
  readonly does: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly dimension: Expectation['dimension'];
  readonly side: 'low' | 'high';
  /** What usually causes it, where that is known. */
  readonly usually?: string;
}

export interface MeasuredOutcome {
  readonly verdict: 'pass' | 'fail' | 'incomplete';
  readonly misses: readonly Miss[];
  readonly open: number;
  readonly steps: number;
}

/**
 * What a list of readings comes to: passed only when every step of the plan as it stands was read last within its band.
 * @param steps of the procedure, as the plan gives them now
 * @param readings in the order they were taken, corrected ones left out, SI
 * @returns verdict, the misses by name, and how many are open
 * Validity: any steps; readings of steps the plan no longer has are passed over.
 * @throws nothing
 * @source own convention
 * @example measuredOutcome([], []).verdict // => 'incomplete'
 */
export function measuredOutcome(
  steps: readonly Step[],
  readings: readonly MeasuredReading[],
): MeasuredOutcome {
  const newest = newestOf(readings);
  const misses = steps.flatMap(({ id, does, expects, ifLow, ifHigh }): Miss[] => {
    const value = newest.get(id);
    const side = stepVerdict(expects, value);
    const usually = side === 'low' ? ifLow : ifHigh;
    return expects && value !== undefined && (side === 'low' || side === 'high')
      ? [
          {
            stepId: id,
            does,
            value,
            low: expects.low,
            high: expects.high,
            dimension: expects.dimension,
            side,
            ...(usually === undefined ? {} : { usually }),
          },
        ]
      : [];
  });
  const open = steps.filter((s) => !newest.has(s.id)).length;
  const verdict = misses.length > 0 ? 'fail' : open > 0 || steps.length === 0 ? 'incomplete' : 'pass';
  return { verdict, misses, open, steps: steps.length };
}
