import { SOAK_RATE } from '../../../engine/states.ts';
import type { GaugePressure } from '../../../quantities/pressure.ts';
import { fitSlope } from '../../least-squares.ts';

/** One drop, m³ (0.025 mL). */
export const DROP_M3 = 0.025e-6;
/** What a hold usually may lose: 5 drops a minute, about 5 psi in 5 minutes in a braided line (estimate). */
export const USUAL_DROPS_PER_MINUTE = 5;
/**
 * Standard uncertainty of how far the fuel has warmed between two readings, K: one thermometer in one place, so that its own error
 * cancels and what stays open is how well it follows the fuel (estimate); in a short hold no more than a hot soak could warm it.
 */
const FOLLOWS_U = 0.2;
/** Standard uncertainty of what is drawn off with a syringe, m³. */
const SYRINGE_U = 0.05e-6;

/** Drawing a little off and reading what it costs: how soft the line is, gas and all. */
export interface DrawOff {
  /** m³. */
  readonly drawn: number;
  readonly before: GaugePressure;
  readonly after: GaugePressure;
}

/** Volume a pascal of fall lets out, m³/Pa, with its standard uncertainty. */
export interface Stiffness {
  readonly give: number;
  readonly u: number;
}

/**
 * How soft a filled line is, measured: S = ΔV/ΔP by drawing off a milliliter or two, since the gas left in it is never known.
 * @param draws one or more, m³ and Pa gauge
 * @param resolution smallest step the gauge shows, Pa
 * @returns m³/Pa with its standard uncertainty; null where no pressure fell by more than the gauge can tell
 * Validity: draws small against what the pressure bears; pump off.
 * @throws nothing
 * @source definition; uncertainty by the GUM (JCGM 100), rectangular resolution
 * @example stiffnessOf([{ drawn: 2e-6, before: gauge(300000), after: gauge(200000) }], 690).give // => 2e-11
 */
export function stiffnessOf(draws: readonly DrawOff[], resolution: number): Stiffness | null {
  const uFall = Math.sqrt(2 / 12) * resolution;
  const told = draws.flatMap(({ drawn, before, after }) => {
    const fall = before - after;
    if (!(drawn > 0) || fall < 2 * uFall || fall <= 0) return [];
    const give = drawn / fall;
    return [{ give, u: give * Math.hypot(SYRINGE_U / drawn, uFall / fall) }];
  });
  if (told.length === 0) return null;
  const weight = told.reduce((s, t) => s + t.u ** -2, 0);
  return { give: told.reduce((s, t) => s + t.give / t.u ** 2, 0) / weight, u: weight ** -0.5 };
}

/**
 * How soft a line should be by its parts: S = V(1/K + C) + V_gas/P_abs.
 * @param line give of fuel, walls and cushions, m³/Pa
 * @param gas volume of gas left in it, m³, at that pressure
 * @param absolutePa pressure in it, Pa absolute
 * @returns m³/Pa
 * Validity: slow changes (isothermal gas).
 * @throws nothing
 * @source bulk modulus and Boyle's law
 * @example giveWithGas(2e-12, 1e-5, 500000) * 1e12 // => 22
 */
export const giveWithGas = (line: number, gas: number, absolutePa: number): number => line + gas / absolutePa;

export interface LiquidSetup {
  readonly stiffness: Stiffness;
  /** Volume the fuel gains for each degree against its walls, m³/K. */
  readonly swells: number;
  /** Smallest step the gauge shows, Pa. */
  readonly resolution: number;
  /** What may be lost, m³/s. */
  readonly limit: number;
}

export interface LiquidReading {
  readonly atS: number;
  readonly pressure: GaugePressure;
  /** Temperature of the line, K. */
  readonly kelvin: number;
}

export type LiquidVerdict =
  | { readonly kind: 'pass' | 'fail' | 'rising' | 'no-data' }
  /** Seconds after the first reading at which it could be told. */
  | { readonly kind: 'cannot-tell'; readonly waitS: number };

export interface LiquidResult {
  /** m³/s; positive out of the line. */
  readonly leak: number;
  readonly uncertainty: number;
  readonly dropsPerMinute: number;
  readonly elapsedS: number;
  readonly verdict: LiquidVerdict;
}

const NOTHING: LiquidResult = {
  leak: 0,
  uncertainty: Infinity,
  dropsPerMinute: 0,
  elapsedS: 0,
  verdict: { kind: 'no-data' },
};

/**
 * What a line filled with fuel loses: dP/dt = [−q + V(β − 3α)·dT/dt]/S, so q = V(β − 3α)·dT/dt − S·dP/dt, by least squares over
 * all readings. Uncertainty from gauge, thermometer and stiffness, never less than that of two readings nor than the scatter
 * about the line. Pass when q + 2u < limit, fail when q − 2u > limit, else wait until t = 2u·t/(what separates them). More in the
 * line than at the start, by more than the readings can be off, proves nothing.
 * @param setup stiffness m³/Pa, swelling m³/K, gauge step Pa, limit m³/s
 * @param readings in order of time; s, Pa gauge, K
 * @returns leak and its uncertainty m³/s, drops a minute, verdict
 * Validity: pump off; the stiffness measured in the same line, at about the same pressure.
 * @throws nothing; fewer than two readings or no time between them is `no-data`
 * @source mass balance with thermal expansion; uncertainty by the GUM (JCGM 100)
 * @example liquidHold({ stiffness: { give: 2e-11, u: 0 }, swells: 1e-6, resolution: 100, limit: 1e-9 }, [{ atS: 0, pressure: gauge(300000), kelvin: 290 }, { atS: 100, pressure: gauge(200000), kelvin: 290 }]).leak * 1e8 // => 2
 */
export function liquidHold(setup: LiquidSetup, readings: readonly LiquidReading[]): LiquidResult {
  const { stiffness, swells, resolution, limit } = setup;
  const [first, last] = [readings[0], readings.at(-1)];
  const elapsedS = first && last ? last.atS - first.atS : 0;
  // What is out of the line, against the first reading, m³.
  const lost = fitSlope(
    first
      ? readings.map((r) => [
          r.atS,
          stiffness.give * (first.pressure - r.pressure) + swells * (r.kelvin - first.kelvin),
        ])
      : [],
  );
  if (!first || !last || elapsedS <= 0 || !lost) return NOTHING;
  const leak = lost.slope;
  const uTwo = Math.hypot(
    stiffness.give * resolution * Math.sqrt(2 / 12),
    swells * Math.min(FOLLOWS_U, SOAK_RATE * elapsedS),
    stiffness.u * Math.abs(first.pressure - last.pressure),
  );
  const uLost = Math.max(uTwo, lost.slopeError * elapsedS);
  const uncertainty = uLost / elapsedS;
  return {
    leak,
    uncertainty,
    dropsPerMinute: (leak * 60) / DROP_M3,
    elapsedS,
    verdict: verdictOf(leak, uLost, elapsedS, limit),
  };
}

function verdictOf(leak: number, uLost: number, elapsedS: number, limit: number): LiquidVerdict {
  const twice = (2 * uLost) / elapsedS;
  if (leak < -twice) return { kind: 'rising' };
  if (leak + twice < limit) return { kind: 'pass' };
  if (leak - twice > limit) return { kind: 'fail' };
  const provable = (2 * uLost) / limit;
  const gap = Math.abs(limit - leak);
  const separated = gap > 0 ? (2 * uLost) / gap : Infinity;
  // A leak right at the limit would take for ever: offer at most four times what tells the limit from nothing.
  return {
    kind: 'cannot-tell',
    waitS: Math.max(elapsedS * 1.1, Math.min(Math.max(provable, separated), 4 * provable)),
  };
}

/**
 * Time a hold with fuel needs before a leak of the limit's size can be told from none.
 * @param setup as for liquidHold
 * @returns s
 * Validity: as liquidHold; temperature read at both ends of the hold.
 * @throws nothing
 * @source as liquidHold
 * @example liquidProvableAfter({ stiffness: { give: 2e-11, u: 0 }, swells: 1e-6, resolution: 690, limit: 2e-9 }) // => 200.1
 */
export const liquidProvableAfter = ({ stiffness, swells, resolution, limit }: LiquidSetup): number =>
  (2 * Math.hypot(stiffness.give * resolution * Math.sqrt(2 / 12), swells * FOLLOWS_U)) / limit;
