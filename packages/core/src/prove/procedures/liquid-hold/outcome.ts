import type { JobDocument } from '../../../document/job-document.ts';
import { ISOLATIONS, leakWays, type Isolation, type LeakWay, type WayLeak } from './isolate.ts';
import {
  liquidHold,
  stiffnessOf,
  type DrawOff,
  type LiquidReading,
  type LiquidResult,
  type LiquidVerdict,
  type Stiffness,
} from './liquid-hold.ts';

/** What the hold was started with. */
export interface LiquidRunSetup {
  /** Volume the fuel shut in gains for each degree, m³/K. */
  readonly swells: number;
  /** Smallest step the gauge shows, Pa. */
  readonly resolution: number;
  /** m³/s. */
  readonly limit: number;
}

export interface LiquidOutcome {
  readonly stiffness: Stiffness | null;
  readonly holds: readonly (LiquidResult & { readonly isolation: Isolation })[];
  readonly ways: readonly WayLeak[];
  readonly verdict: LiquidVerdict['kind'] | 'incomplete';
}

/**
 * What a hold with fuel comes to: the whole line as it stands, and which way it leaks once ends were capped.
 * @param setup swelling m³/K, gauge step Pa, limit m³/s
 * @param draws what was drawn off, m³ and Pa gauge
 * @param readings of every hold, in order of time; s from any start, Pa gauge, K
 * @returns stiffness, each hold, each way, and the verdict; `incomplete` without a draw-off or a hold with everything open
 * Validity: as liquidHold.
 * @throws nothing
 * @source as liquidHold and leakWays
 * @example liquidOutcome({ swells: 1e-6, resolution: 690, limit: 2e-9 }, [], []).verdict // => 'incomplete'
 */
export function liquidOutcome(
  { swells, resolution, limit }: LiquidRunSetup,
  draws: readonly DrawOff[],
  readings: readonly (LiquidReading & { readonly isolation: Isolation })[],
): LiquidOutcome {
  const stiffness = stiffnessOf(draws, resolution);
  if (!stiffness) return { stiffness, holds: [], ways: [], verdict: 'incomplete' };
  const holds = ISOLATIONS.flatMap((isolation) => {
    const own = readings.filter((r) => r.isolation === isolation);
    return own.length > 0
      ? [{ isolation, ...liquidHold({ stiffness, swells, resolution, limit }, own) }]
      : [];
  });
  const ways = leakWays(holds, limit);
  const whole = holds.find((h) => h.isolation === 'open');
  const verdict = ways.some((w) => w.verdict === 'leaks') ? 'fail' : (whole?.verdict.kind ?? 'incomplete');
  return { stiffness, holds, ways, verdict };
}

/**
 * What leaks where fuel gets out a way, by the names of this car’s parts.
 * @param doc job document
 * @param way return, feed or rail
 * @returns a sentence part for page and record
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example leakWayName(fullReturnJob('x'), 'return') // => 'Regulator: seat or diaphragm, to the return'
 */
export function leakWayName(doc: JobDocument, way: LeakWay): string {
  const named = (...kinds: readonly string[]): string =>
    Object.values(doc.plumbing.elements)
      .flatMap((e) => (kinds.includes(e.kind) ? [e.name] : []))
      .join(' or ');
  switch (way) {
    case 'return':
      return `${named('bypass-regulator', 'blocking-regulator') || 'Regulator'}: seat or diaphragm, to the return`;
    case 'feed':
      return `${named('check-valve') || `Outlet valve of ${named('pump') || 'the pump'}`}: back to the tank`;
    case 'rail':
      return 'An injector’s seat or seal, or a joint between the caps';
  }
}
