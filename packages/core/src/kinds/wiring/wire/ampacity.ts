import { interpolateLinear } from '../../../numerics/interpolate.ts';
import { ABYC_AMPACITY, AWG_SIZES } from './wire-data.ts';
import {
  COPPER_CLAD_IACS,
  wireResistance,
  wireSection,
  WIRE_SIZES,
  type Conductor,
  type WireSize,
} from './wire.ts';

export interface WirePlace {
  /** Surrounding air, K. */
  readonly ambientK: number;
  readonly engineSpace: boolean;
  /** Current-carrying wires in the bundle, this one included. */
  readonly bundled: number;
  /** Highest conductor temperature its insulation stands, K. */
  readonly insulationK: number;
}

/** Surface coefficient W/m²K and conductivity W/mK of insulation (estimates). */
const SURFACE = 20;
const INSULATION_CONDUCTIVITY = 0.2;
/** Insulation wall, m: thin-wall automotive primary wire (estimate). */
const wall = (diameter: number): number => (diameter <= 3.3e-3 ? 0.7e-3 : 1.0e-3);

/** Heating of the conductor per watt per metre, K·m/W. */
const THERMAL_RESISTANCE: ReadonlyMap<WireSize, number> = new Map(
  WIRE_SIZES.map((size) => {
    const d = Math.sqrt((4 * wireSection(size)) / Math.PI);
    const outer = d + 2 * wall(d);
    return [
      size,
      1 / (SURFACE * Math.PI * outer) + Math.log(outer / d) / (2 * Math.PI * INSULATION_CONDUCTIVITY),
    ];
  }),
);

/** What a joint on copper-clad aluminum lasts at, K: its terminals and sockets give out before any insulation does (105 °C, estimate). */
const CLAD_JOINT_K = 378.15;

/**
 * What a conductor may reach, K: its insulation's limit; of copper-clad aluminum that of its joints, where that is less.
 * @param conductor copper or copper-clad aluminum
 * @param insulationK what the insulation is good to, K
 * @returns K
 * Validity: any insulation.
 * @throws nothing
 * @source 105 °C for joints on aluminum: estimate
 * @example hottestOf('copper-clad', 423.15) // => 378.15
 */
export const hottestOf = (conductor: Conductor, insulationK: number): number =>
  conductor === 'copper-clad' ? Math.min(insulationK, CLAD_JOINT_K) : insulationK;

const bundleFactor = (n: number): number => (n <= 1 ? 1 : n <= 3 ? 0.7 : n <= 6 ? 0.6 : n <= 24 ? 0.5 : 0.4);

/**
 * Current a wire may carry where it runs: the smaller of the ABYC table (105 °C insulation) and the heat balance
 * I²·r(T) = (T − T_ambient)/R_th at the insulation's limit (copper-clad aluminum: at most 105 °C, which its joints last at);
 * bundling ×0.7/0.6/0.5/0.4 for 2–3/4–6/7–24/25+.
 * @param size gauge or metric size
 * @param conductor copper, or copper-clad aluminum (× √0.63)
 * @param place ambient K, engine space, bundle, insulation limit K
 * @returns A (0 when the surroundings are hotter than the insulation stands)
 * Validity: single wires in still air; bundling below 50 V is a conservative option.
 * @source ABYC E-11 (from memory); heat balance from standard texts with estimated h = 20 W/m²K
 * @example ampacity('awg-12', 'copper', { ambientK: 353.15, engineSpace: true, bundled: 1, insulationK: 378.15 }) // => 26.8
 */
export function ampacity(size: WireSize, conductor: Conductor, place: WirePlace): number {
  const hottest = hottestOf(conductor, place.insulationK);
  const room = hottest - place.ambientK;
  if (room <= 0) return 0;
  // Conductivity enters once: the heat balance already holds the conductor's own resistance.
  const balance = Math.sqrt(room / THERMAL_RESISTANCE.get(size)! / wireResistance(size, conductor, hottest));
  const table =
    tableAmpacity(size, place.engineSpace) * (conductor === 'copper-clad' ? Math.sqrt(COPPER_CLAD_IACS) : 1);
  return Math.min(balance, table) * bundleFactor(place.bundled);
}

function tableAmpacity(size: WireSize, engineSpace: boolean): number {
  const sections = AWG_SIZES.map(wireSection);
  const amps = AWG_SIZES.map((awg) => ABYC_AMPACITY[awg][engineSpace ? 'inside' : 'outside']);
  return interpolateLinear(sections, amps, wireSection(size));
}

/**
 * Conductor temperature at a steady current, from the same heat balance.
 * @param size gauge or metric size
 * @param conductor material
 * @param amps current, A
 * @param ambientK surrounding air, K
 * @returns K, or Infinity where no balance exists (thermal runaway)
 * @source heat balance, standard texts
 * @example conductorTemperature('awg-12', 'copper', 0, 300) // => 300
 */
export function conductorTemperature(
  size: WireSize,
  conductor: Conductor,
  amps: number,
  ambientK: number,
): number {
  const r20 = wireResistance(size, conductor, 293.15);
  const alpha = 3.93e-3;
  const heat = amps * amps * r20 * THERMAL_RESISTANCE.get(size)!;
  const rest = 1 - heat * alpha;
  return rest <= 0 ? Infinity : (ambientK + heat * (1 - alpha * 293.15)) / rest;
}

/**
 * A wire's resistance as its own current heats it, in closed form: R(I) = ohmsPerMetre/(1 − perAmpSquared·I²), from the same
 * heat balance as conductorTemperature.
 * @param size gauge or metric size
 * @param conductor material
 * @param ambientK surrounding air, K
 * @returns Ω/m at the surrounding air's temperature, and the share it falls short by per A²
 * @source heat balance, standard texts
 */
export function wireHeating(
  size: WireSize,
  conductor: Conductor,
  ambientK: number,
): { readonly ohmsPerMetre: number; readonly perAmpSquared: number } {
  const alpha = 3.93e-3;
  return {
    ohmsPerMetre: wireResistance(size, conductor, ambientK),
    perAmpSquared: alpha * wireResistance(size, conductor, 293.15) * THERMAL_RESISTANCE.get(size)!,
  };
}
