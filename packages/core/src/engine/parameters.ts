/**
 * What is varied without touching the plan: factors on what is only roughly known, and states of parts. Confidence,
 * redundancy, faults and simulated instruments are the same plan with other parameters.
 */
export interface Parameters {
  /** Ideal wiring feeds the pumps straight from the supply: what flow the wiring costs is the difference. */
  readonly wiring: 'as-drawn' | 'ideal';
  /** Factor on fitting losses. */
  readonly minorK: number;
  /** Factor on hose roughness. */
  readonly roughness: number;
  /** Factor on the engine's fuel consumption. */
  readonly consumption: number;
  /** Added to the ethanol content, volume share. */
  readonly ethanol: number;
  /** Added to the charging volts, V. */
  readonly chargingV: number;
  /** Factor on a pump's flow by its id: wear, or a curve known roughly. */
  readonly pumpFlow: Readonly<Record<string, number>>;
  /** Factor on a hose's length by its id: one not measured. */
  readonly lengths: Readonly<Record<string, number>>;
  /** Pumps that never run. */
  readonly dead: readonly string[];
  /** Pumps whose controller is set aside: full speed. */
  readonly uncontrolled: readonly string[];
  /** Added to the pressure a regulator is set to, by its id, Pa: a screw that was turned. */
  readonly setMore: Readonly<Record<string, number>>;
  /** Clogged share of a filter or strainer by its id, in place of the plan's. */
  readonly clogged: Readonly<Record<string, number>>;
  /** Resistance of a joint, Ω, by circuit and piece, in place of the plan's. */
  readonly jointOhms: Readonly<Record<string, Readonly<Record<string, number>>>>;
}

/** The plan as it is. */
export const AS_PLANNED: Parameters = {
  wiring: 'as-drawn',
  minorK: 1,
  roughness: 1,
  consumption: 1,
  ethanol: 0,
  chargingV: 0,
  pumpFlow: {},
  lengths: {},
  dead: [],
  uncontrolled: [],
  setMore: {},
  clogged: {},
  jointOhms: {},
};

/**
 * The plan with some things otherwise.
 * @param changed what is otherwise: factors, resistances Ω, Pa, clogged shares, by part
 * @returns parameters for an engine
 * Validity: any factors; an engine that does not settle says so.
 * @throws nothing
 * @source own convention
 * @example otherwise({ dead: ['pump'] }).dead[0] // => 'pump'
 */
export const otherwise = (changed: Partial<Parameters>): Parameters => ({ ...AS_PLANNED, ...changed });
