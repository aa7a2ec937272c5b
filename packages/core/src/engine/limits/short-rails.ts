import { injectorLink } from '../graph.ts';
import { NO_RAILS, type PlumbingModel, type ShortRails } from '../model.ts';
import type { NetworkSolution, NetworkSolve } from '../network/network-result.ts';
import type { OperatingState } from '../states.ts';

/** Injectors wide open that pass this much more than wanted are not short, as a share. */
const JUST_ENOUGH = 1e-6;
/** A rail only reached by the trace the solver lets through shut valves would stand far below this, Pa. */
export const CUT_OFF = -50e6;

/** Nothing flows back through an injector: less than none is the rounding of a solve that lets nothing through. */
const passed = (network: NetworkSolution, railId: string): number =>
  Math.max(0, network.links.get(injectorLink(railId))?.flow ?? 0);

/**
 * Rails that stand too low for their injectors to pass what is taken out of them, those taken as short so far among them; one
 * cut off altogether stays as it is.
 */
export function shortRails(
  model: PlumbingModel,
  state: OperatingState,
  { solution, ending }: NetworkSolve,
  soFar: ShortRails,
): ShortRails {
  const { railIds } = model;
  if (state.draw <= 0) return NO_RAILS;
  if (!solution) return ending.how === 'adrift' ? NO_RAILS : new Set(railIds);
  const pressures = railIds.map((id) => solution.pressures.get(id) ?? 0);
  const needed = (state.draw / model.perRootPa(state)) ** 2;
  const behind = model.demand.floor === null ? state.manifold : 0;
  const wanted = (1 + JUST_ENOUGH) * (state.draw / railIds.length);
  return new Set(
    railIds.filter((id, i) =>
      soFar.has(id) ? passed(solution, id) < wanted : pressures[i]! - behind < needed,
    ),
  );
}

/** What the engine gets in a solution, m³/s. */
export const deliveredBy = (
  { railIds }: PlumbingModel,
  state: OperatingState,
  network: NetworkSolution,
  short: ShortRails,
): number =>
  railIds.reduce(
    (sum, id) => sum + (short.has(id) ? passed(network, id) : Math.max(0, state.draw) / railIds.length),
    0,
  );
