import { findRoot } from '../../numerics/root.ts';
import type { NetworkSolve } from '../network/network-result.ts';

/** An inlet this little under its vapor pressure is left there, Pa. */
const NEAR = 1;
/** Pumps that boil at once: more are left as they are. */
const MOST_BOILING = 6;
/** The flow a pump is held back to is found to this, m³/s: 0.01 L/h. */
const FLOW_TOLERANCE = 3e-9;

export interface HeldBack {
  /** Pumps that run, by their place in the supply. */
  readonly pumps: readonly { readonly at: number; readonly id: string }[];
  /** Vapor pressure of the fuel, Pa gauge. */
  readonly boilsAt: number;
  /** Has one pump move no more than this, m³/s. */
  readonly holdBack: (at: number, most: number) => void;
  readonly settle: () => NetworkSolve;
}

/**
 * No liquid stands below its vapor pressure: a pump whose inlet would is held back to the flow at which the inlet just boils,
 * found on the whole network; of several one after the other.
 */
export function keepLiquid(
  first: NetworkSolve,
  { pumps, boilsAt, holdBack, settle }: HeldBack,
): NetworkSolve {
  let now = first;
  for (let round = 0; round < MOST_BOILING; round++) {
    const pump = pumps.find(({ id }) => (now.solution?.links.get(id)?.pUp ?? boilsAt) < boilsAt - NEAR);
    const flow = pump && now.solution?.links.get(pump.id)?.flow;
    if (!pump || flow === undefined || flow <= 0) return now;
    const free = now;
    const over = (most: number): number => {
      holdBack(pump.at, most);
      now = settle();
      // One that does not settle is taken as too much: the search goes on below it.
      return now.solution ? now.solution.links.get(pump.id)!.pUp - boilsAt : -1;
    };
    const root = findRoot(over, 0, flow, FLOW_TOLERANCE);
    over(root.converged ? root.x : 0);
    // Nothing settles with it held back: what was found without says more.
    if (!now.solution) return free;
  }
  return now;
}
