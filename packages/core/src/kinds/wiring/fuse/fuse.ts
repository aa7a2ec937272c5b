import { ALL_FUSES, BLADE_FUSE_LIMITS } from '../wire/wire-data.ts';

/** A fuse runs hot above this share of its rating. */
export const FUSE_CONTINUOUS_SHARE = 0.8;
/** Fuse within 7 in (175 mm) of the source (ABYC E-11), m. */
export const FUSE_DISTANCE_LIMIT = 0.175;
/** Time constant of a motor's start on a stiff supply, s (estimate). */
const START_TAU = 25e-3;

export interface Inrush {
  /** At the first instant, A. */
  readonly peak: number;
  /** Running current, A. */
  readonly steady: number;
  /** s. */
  readonly tau: number;
}

/**
 * Start-up current of a brushed motor: I₀ = V/(R_loop + Ra), decaying with τ = τ₀(R_loop + Ra)/Ra, τ₀ 25 ms.
 * @param sourceV open-circuit volts
 * @param loopOhms everything in the loop but the motor, Ω
 * @param armatureOhms dynamic armature resistance, Ω
 * @param steady running current, A
 * @returns peak A, steady A, time constant s
 * @source DC motor equations; τ₀ is an estimate
 * @example motorInrush(14, 0.03, 0.11, 10).peak // => 100
 */
export function motorInrush(sourceV: number, loopOhms: number, armatureOhms: number, steady: number): Inrush {
  const total = loopOhms + armatureOhms;
  return { peak: Math.max(steady, sourceV / total), steady, tau: (START_TAU * total) / armatureOhms };
}

/** Seconds the inrush stays above a current. */
const timeAbove = (inrush: Inrush, amps: number): number => {
  if (amps <= inrush.steady) return Infinity;
  if (amps >= inrush.peak) return 0;
  return inrush.tau * Math.log((inrush.peak - inrush.steady) / (amps - inrush.steady));
};

/**
 * Whether a blade fuse survives a start: time above each multiple of its rating must stay under that multiple's
 * shortest opening time.
 * @param ratingA fuse rating, A
 * @param inrush start-up current
 * @returns true when no limit is reached
 * @source ISO 8820-3 time limits (from memory)
 * @example fuseSurvives(30, { peak: 100, steady: 18, tau: 0.03 }) // => true
 */
export function fuseSurvives(ratingA: number, inrush: Inrush): boolean {
  return BLADE_FUSE_LIMITS.every(
    ({ multiple, minS }) => minS === 0 || timeAbove(inrush, ratingA * multiple) < minS,
  );
}

/**
 * The smallest standard fuse that carries the load and the start and still protects the wire.
 * @param loadA running current, A
 * @param wireA what the weakest wire behind it may carry, A
 * @param inrush start-up current
 * @returns rating A, or undefined when none fits (then the wire goes up)
 * @source ISO 8820-3 sizes; 80 % continuous load is common practice
 * @example chooseFuse(18, 40, { peak: 80, steady: 18, tau: 0.03 }) // => 25
 */
export function chooseFuse(loadA: number, wireA: number, inrush: Inrush): number | undefined {
  return ALL_FUSES.find((f) => loadA <= f * FUSE_CONTINUOUS_SHARE && f <= wireA && fuseSurvives(f, inrush));
}

/** Resistance of a fuse, Ω: it drops about 85 mV at its rating (common practice). */
export const fuseOhms = (ratingA: number): number => 0.085 / ratingA;
