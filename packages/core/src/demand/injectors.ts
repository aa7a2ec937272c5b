export interface InjectorSet {
  readonly count: number;
  /** Static flow of one at the rated differential, m³/s. */
  readonly staticFlow: number;
  /** Differential it was rated at, Pa. */
  readonly ratedPa: number;
}

/**
 * Share of the time the injectors must be open: duty = (Q/n) / (Q_rated·√(ΔP/ΔP_rated)).
 * @param set count, static flow m³/s at ratedPa
 * @param demand total fuel flow, m³/s
 * @param differentialPa rail minus manifold, Pa
 * @returns duty 0–1 (above 1: not enough injector); null where nothing drives the fuel through them
 * Validity: gasoline-like fuel, dead time not counted.
 * @source orifice law, Q ∝ √ΔP
 * @example injectorDuty({ count: 4, staticFlow: 1e-5, ratedPa: 300000 }, 2e-5, 300000) // => 0.5
 */
export function injectorDuty(set: InjectorSet, demand: number, differentialPa: number): number | null {
  if (demand <= 0) return 0;
  if (differentialPa <= 0) return null;
  return demand / set.count / (set.staticFlow * Math.sqrt(differentialPa / set.ratedPa));
}

/** Injectors come in steps of about this, m³/s (50 cc/min; typical). */
const SIZE_STEP = 50e-6 / 60;

/**
 * The next size injectors come in.
 * @param staticFlow what one has to pass, m³/s
 * @returns m³/s, a multiple of 50 cc/min
 * Validity: positive flows.
 * @source common practice
 * @example injectorSize(610e-6 / 60) * 60e6 // => 650
 */
export const injectorSize = (staticFlow: number): number =>
  Math.ceil(staticFlow / SIZE_STEP - 1e-6) * SIZE_STEP;
