import type { GaugePressure } from '../../../quantities/pressure.ts';
import { SHUT_CONDUCTANCE, SHUT_FLOW, type FlowLaw, type ValveLaw } from '../../../flow/link-law.ts';

export interface FactorySourceData {
  /** Pressure its own regulator holds, Pa gauge. */
  readonly setPa: GaugePressure;
  /** What its pump delivers at that pressure, m³/s. */
  readonly capacity: number;
  /** Pressure of its pump with no flow, Pa gauge; above set. */
  readonly shutOffPa: GaugePressure;
  /** False while the pump's whole flow is asked for: its own bypass is taken as shut. */
  readonly regulated: boolean;
}

/** Fall of a factory regulator over its whole flow, as a share of the set pressure: gives the held pressure a slope. */
const HELD_SLOPE = 1e-3;

/**
 * A car's own supply seen from its outlet: P = min(P_set, pump curve), Q ≥ 0. The pump curve is the straight line
 * through its shut-off pressure and its capacity at set; past the capacity it goes on falling.
 * @param data set and shut-off Pa gauge, capacity m³/s
 * @returns valve law: regulating within its capacity, open past it, closed while the outlet stands higher
 * @source common practice: a regulator ahead of a pump curve
 * @example factorySource({ setPa: gauge(400000), capacity: 4e-5, shutOffPa: gauge(700000), regulated: true }).stateAt(0, 0, 450000) // => 'closed'
 */
export function factorySource(data: FactorySourceData): ValveLaw {
  const held = (HELD_SLOPE * data.setPa) / data.capacity;
  const fall = Math.max(1, data.shutOffPa - data.setPa) / data.capacity;
  const pump = (q: number): number => data.shutOffPa - fall * q;
  const regulator = (q: number): number => data.setPa - held * q;
  const throttled = (q: number): boolean => data.regulated && regulator(q) < pump(q);
  return {
    form: 'valve',
    linearize(q, _pUp, pDown, out) {
      const [pressure, slope] = throttled(q) ? [regulator(q), held] : [pump(q), fall];
      // Shut, the straight piece starts at its opening pressure.
      const opening = pressure + slope * q;
      const g = q > 0 ? 1 / slope : SHUT_CONDUCTANCE;
      out[0] = opening * g;
      out[1] = 0;
      out[2] = -g;
      out[3] = q > 0 ? Math.abs(pressure - pDown) : 0;
    },
    stateAt: (q) => (q <= SHUT_FLOW ? 'closed' : throttled(q) ? 'regulating' : 'open'),
  };
}

/** Conductance of a factory unit's vent once it opens, m³/s per Pa: 100 L/h at 10 kPa above set. */
const VENT = 100e-3 / 3600 / 10e3;

/**
 * A car's own supply with its pump off: holds what is in the line up to its set pressure and vents what swells past it.
 * @param setPa Pa gauge
 * @returns flow law from the air outside to its outlet
 * @source common practice: factory units keep and relieve their line
 * @example factoryAtRest(gauge(400000)).form // => 'flow'
 */
export function factoryAtRest(setPa: GaugePressure): FlowLaw {
  return {
    form: 'flow',
    evaluate(_pUp, pDown, out) {
      const g = pDown > setPa ? VENT : SHUT_CONDUCTANCE;
      out[0] = g * (setPa - pDown);
      out[1] = 0;
      out[2] = -g;
    },
  };
}
