import type { Expectation, MeasuredReading, Step, StepVerdict } from './contract.ts';

/**
 * The band a reading of a step has to lie in: the plan's, or one that follows from another reading of the same list.
 * @param step the step
 * @param newest newest reading of each step, SI
 * @returns the band; absent: there is nothing to hold it against, or what it follows from has not been read
 * Validity: any step.
 * @throws nothing
 * @source an add-on supply is set 0 to 2 psi over the measured factory figure, widened above by what the gauge can show (common practice)
 * @example bandOf({ id: 'b', group: '', does: '', expects: { dimension: 'pressure', value: 1, low: 0, high: 2 } }, new Map()).high // => 2
 */
export function bandOf(step: Step, newest: ReadonlyMap<string, number>): Expectation | undefined {
  if (!step.over || !step.expects) return step.expects;
  const { stepId, most, divisionStepId } = step.over;
  const base = newest.get(stepId);
  if (base === undefined) return undefined;
  const half = (newest.get(divisionStepId) ?? 0) / 2;
  return { ...step.expects, value: base + most / 2, low: base, high: base + most + half };
}

/**
 * What a reading of a step comes to.
 * @param step the step
 * @param newest newest reading of each step, SI
 * @returns verdict of the one step
 * Validity: any step.
 * @throws nothing
 * @source own convention; a gauge is read to half a division (common practice)
 * @example stepVerdict({ id: 'a', group: '', does: '', expects: { dimension: 'volts', value: 13, low: 12.5, high: 13.5 } }, new Map([['a', 12]])) // => 'low'
 */
export function stepVerdict(step: Step, newest: ReadonlyMap<string, number>): StepVerdict {
  const value = newest.get(step.id);
  if (value === undefined) return 'open';
  const band = bandOf(step, newest);
  if (!band) return step.over ? 'too-early' : 'noted';
  // What rounds to the edge of the band is in it: the meter shows no more.
  const tiny = 1e-9 * Math.max(1, Math.abs(band.high));
  if (value > band.high + tiny) return 'high';
  if (value >= band.low - tiny) return 'pass';
  if (!step.over) return 'low';
  const half = (newest.get(step.over.divisionStepId) ?? 0) / 2;
  return value < band.low - half - tiny ? 'low' : 'unsure';
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

/** A reading that says nothing yet leaves its step open. */
const OPEN: ReadonlySet<StepVerdict> = new Set(['open', 'unsure', 'too-early']);

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
  const misses = steps.flatMap((step): Miss[] => {
    const value = newest.get(step.id);
    const band = bandOf(step, newest);
    const side = stepVerdict(step, newest);
    const usually = side === 'low' ? step.ifLow : step.ifHigh;
    return band && value !== undefined && (side === 'low' || side === 'high')
      ? [
          {
            stepId: step.id,
            does: step.does,
            value,
            low: band.low,
            high: band.high,
            dimension: band.dimension,
            side,
            ...(usually === undefined ? {} : { usually }),
          },
        ]
      : [];
  });
  const open = steps.filter((s) => OPEN.has(stepVerdict(s, newest))).length;
  const verdict = misses.length > 0 ? 'fail' : open > 0 || steps.length === 0 ? 'incomplete' : 'pass';
  return { verdict, misses, open, steps: steps.length };
}
