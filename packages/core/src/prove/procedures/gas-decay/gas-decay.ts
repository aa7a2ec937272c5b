import { PSI } from '../../../quantities/constants.ts';
import { isUs, type UnitSystem } from '../../../quantities/units.ts';
import { fitSlope } from '../../least-squares.ts';
import {
  absolute,
  toAbsolute,
  type AbsolutePressure,
  type GaugePressure,
} from '../../../quantities/pressure.ts';

/**
 * Most gas pressure ever allowed in a fuel line test, Pa gauge: 15 psi, and 30 psi for a lead; nobody goes past the second. In kPa the
 * same limits are 100 and 200: `gasLimit` gives the round figure of the unit that is shown.
 */
export const GAS_LIMITS = { usual: 10 * PSI, technician: 15 * PSI, lead: 30 * PSI } as const;
const GAS_LIMITS_METRIC = { usual: 70e3, technician: 100e3, lead: 200e3 } as const;

/**
 * Most gas pressure on a line, as a round figure of the unit that is shown.
 * @param who technician or lead; `usual`: what is put in unless another figure is asked for
 * @param system unit system of whoever reads the gauge
 * @returns Pa gauge: 10, 15 and 30 psi, or 70, 100 and 200 kPa
 * Validity: both systems.
 * @throws nothing
 * @source common practice
 * @example gasLimit('technician', 'metric') // => 100000
 */
export const gasLimit = (who: keyof typeof GAS_LIMITS, system: UnitSystem): number =>
  isUs(system) ? GAS_LIMITS[who] : GAS_LIMITS_METRIC[who];
/** The largest gauge of use on a gas hold, Pa gauge: 60 psi. */
export const GAUGE_MOST_PA = 413_685;
const GAMMA = 1.4;
const STANDARD = { pressure: 101_325, kelvin: 288.15 };
/** Standard uncertainty of a temperature reading, K. */
const TEMPERATURE_U = 0.5;

export interface DecayReading {
  /** Seconds since the hold began. */
  readonly atS: number;
  readonly pressure: GaugePressure;
  /** Temperature of the line, K. */
  readonly kelvin: number;
}

export interface DecaySetup {
  /** Gas volume under test, m³. */
  readonly volume: number;
  /** Smallest step the gauge shows, Pa. */
  readonly resolution: number;
  /** Leak that still passes, m³/s at standard conditions (101.325 kPa, 15 °C). */
  readonly limit: number;
  readonly barometric: AbsolutePressure;
}

export type DecayVerdict =
  /** `rising`: more gas than at the start, so a reading is wrong or the line is warming up: never a pass. */
  | { readonly kind: 'pass' | 'fail' | 'rising' }
  /** `waitS`: seconds after the first reading at which the same leak could be told from none. */
  | { readonly kind: 'cannot-tell'; readonly waitS: number }
  | { readonly kind: 'no-data' };

export interface DecayResult {
  /** Leak, m³/s at standard conditions; positive out of the line. */
  readonly leak: number;
  /** Standard uncertainty of the leak, m³/s. */
  readonly uncertainty: number;
  /** Pressure drop with the temperature change taken out, Pa. */
  readonly correctedDrop: number;
  readonly elapsedS: number;
  readonly verdict: DecayVerdict;
}

/**
 * Leak from a gas hold: the slope of V·(P/T)·(T_std/P_std) over time with absolute pressures, by least squares over all readings;
 * of two it is their difference over the time between. Uncertainty from gauge resolution (res/√12 each reading) and 0.5 K each
 * temperature, never less than that of two readings (needle steps are not independent, and a needle that has not moved proves no
 * more than one step), nor than the scatter about the line; pass when q + 2u < limit,
 * fail when q − 2u > limit, else wait until t = 2u(t)·t/limit. A corrected pressure that rose by a gauge step or more, and
 * by more than the readings' own uncertainty, proves nothing.
 * @param setup volume m³, gauge step Pa, allowed leak m³/s standard, barometer Pa absolute
 * @param readings in order of time; s, Pa gauge, K
 * @returns leak and its uncertainty m³/s, corrected drop Pa, verdict
 * Validity: ideal gas near room temperature; line stiff against a bar of gas.
 * @throws nothing; fewer than two readings or no time between them is `no-data`
 * @source ideal gas law; uncertainty by the GUM (JCGM 100), rectangular resolution
 * @example gasDecay({ volume: 0.001, resolution: 100, limit: 1e-8, barometric: absolute(101325) }, [{ atS: 0, pressure: gauge(70000), kelvin: 288.15 }, { atS: 1000, pressure: gauge(60000), kelvin: 288.15 }]).leak * 1e8 // => 9.869
 */
export function gasDecay(setup: DecaySetup, readings: readonly DecayReading[]): DecayResult {
  const first = readings[0];
  const last = readings.at(-1);
  const elapsedS = first && last ? last.atS - first.atS : 0;
  const perMole = (setup.volume * STANDARD.kelvin) / STANDARD.pressure;
  const fit = fitSlope(
    readings.map((r) => [r.atS, (perMole * toAbsolute(r.pressure, setup.barometric)) / r.kelvin]),
  );
  if (!first || !last || elapsedS <= 0 || !fit)
    return { leak: 0, uncertainty: Infinity, correctedDrop: 0, elapsedS: 0, verdict: { kind: 'no-data' } };
  const p1 = toAbsolute(first.pressure, setup.barometric);
  const p2 = toAbsolute(last.pressure, setup.barometric);
  const leak = -fit.slope;
  const uLoss = Math.max(
    lossUncertainty(setup, p1, first.kelvin, p2, last.kelvin),
    fit.slopeError * elapsedS,
  );
  const uncertainty = uLoss / elapsedS;
  const correctedDrop = p1 - (p2 * first.kelvin) / last.kelvin;
  const uDrop = (uLoss * first.kelvin * STANDARD.pressure) / (setup.volume * STANDARD.kelvin);
  let verdict: DecayVerdict;
  if (-correctedDrop >= Math.max(setup.resolution, uDrop)) verdict = { kind: 'rising' };
  else if (leak + 2 * uncertainty < setup.limit) verdict = { kind: 'pass' };
  else if (leak - 2 * uncertainty > setup.limit) verdict = { kind: 'fail' };
  else verdict = { kind: 'cannot-tell', waitS: waitFor(setup, leak, uLoss, elapsedS) };
  return { leak, uncertainty, correctedDrop, elapsedS, verdict };
}

/** Standard uncertainty of the lost gas, m³ at standard conditions. */
function lossUncertainty(setup: DecaySetup, p1: number, t1: number, p2: number, t2: number): number {
  const uP = setup.resolution / Math.sqrt(12);
  const perMole = (setup.volume * STANDARD.kelvin) / STANDARD.pressure;
  return (
    perMole * Math.hypot(uP / t1, uP / t2, (p1 * TEMPERATURE_U) / (t1 * t1), (p2 * TEMPERATURE_U) / (t2 * t2))
  );
}

/** Time at which 2u equals what separates the leak from the limit, and at least where the limit itself shows. */
function waitFor(setup: DecaySetup, leak: number, uLoss: number, elapsedS: number): number {
  const provable = (2 * uLoss) / setup.limit;
  const gap = Math.abs(setup.limit - leak);
  const separated = gap > 0 ? (2 * uLoss) / gap : Infinity;
  // A leak right at the limit would take for ever: offer at most four times the provable time.
  return Math.max(elapsedS * 1.1, Math.min(Math.max(provable, separated), 4 * provable));
}

/**
 * Time a hold needs before a leak of the limit's size can be told from none: t = 2·u·V.../limit.
 * @param setup as for gasDecay
 * @param pressure applied, Pa gauge
 * @param kelvin line temperature, K
 * @returns s
 * Validity: isothermal test gas; gauge resolution as entered.
 * @throws nothing
 * @source as gasDecay
 * @example provableAfter({ volume: 0.001, resolution: 100, limit: 1e-8, barometric: absolute(101325) }, gauge(70000), 288.15) // => 833.8
 */
export function provableAfter(setup: DecaySetup, pressure: GaugePressure, kelvin: number): number {
  const p = toAbsolute(pressure, setup.barometric);
  return (2 * lossUncertainty(setup, p, kelvin, p, kelvin)) / setup.limit;
}

/**
 * Energy a gas-filled line would let go, isentropic expansion to the air outside, with Brode's upper bound.
 * @param pressure gauge, Pa
 * @param volume m³
 * @param barometric Pa absolute
 * @returns both energies, J
 * Validity: ideal gas let off to the air around, isentropic.
 * @throws nothing
 * @source isentropic expansion of an ideal gas, γ 1.4; Brode 1959
 * @example storedEnergy(gauge(100000), 0.001, absolute(100000)).brode // => 250
 */
export function storedEnergy(
  pressure: GaugePressure,
  volume: number,
  barometric: AbsolutePressure = absolute(101_325),
): { readonly isentropic: number; readonly brode: number } {
  const p1 = toAbsolute(pressure, barometric);
  const isentropic = ((p1 * volume) / (GAMMA - 1)) * (1 - (barometric / p1) ** ((GAMMA - 1) / GAMMA));
  return { isentropic, brode: ((p1 - barometric) * volume) / (GAMMA - 1) };
}

/** How long anybody stands by a hold, s. */
export const HOLD_PATIENCE = 900;

/** What would prove the limit while somebody waits. */
export interface HoldProposal {
  /** With this gauge at this pressure, s. */
  readonly waitS: number;
  /** Largest section this gauge proves in that time, m³. */
  readonly sectionM3: number;
  /** Gauge steps that would prove the whole line in that time, Pa; null: no gauge does, the temperature alone hides the leak. */
  readonly resolution: number | null;
}

/**
 * What would prove the limit within a quarter of an hour: a smaller section, or a finer gauge.
 * @param setup as for gasDecay
 * @param pressure applied, Pa gauge
 * @param kelvin line temperature, K
 * @returns time with this gauge, the largest section it proves, and the gauge the whole line would want
 * Validity: as provableAfter.
 * @throws nothing
 * @source as gasDecay, solved for volume and for resolution
 * @example holdProposal({ volume: 0.001, resolution: 100, limit: 1e-8, barometric: absolute(101325) }, gauge(70000), 288.15).sectionM3 * 1000 // => 1.079
 */
export function holdProposal(setup: DecaySetup, pressure: GaugePressure, kelvin: number): HoldProposal {
  const waitS = provableAfter(setup, pressure, kelvin);
  const p = toAbsolute(pressure, setup.barometric);
  const perMole = (setup.volume * STANDARD.kelvin) / STANDARD.pressure;
  // 2·perMole·√(2·(r²/12 + (p·u_T/T)²))/T = limit·patience, for r.
  const allowed = ((HOLD_PATIENCE * setup.limit * kelvin) / (2 * perMole)) ** 2 / 2;
  const left = allowed - ((p * TEMPERATURE_U) / kelvin) ** 2;
  return {
    waitS,
    sectionM3: (setup.volume * HOLD_PATIENCE) / waitS,
    resolution: left > 0 ? Math.sqrt(12 * left) : null,
  };
}
