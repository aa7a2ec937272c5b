import type { LinkState } from '../../flow/link-law.ts';
import type { Engine } from '../engine.ts';
import type { OperatingState } from '../states.ts';

/** How rail and return stand in one state: what a search over many plans asks, and no more. */
export interface RailStanding {
  readonly railGauge: number;
  readonly required: number;
  /** The ruling bypass regulator; null: the plan has none. */
  readonly regulator: {
    readonly valve: LinkState;
    readonly returnPressure: number;
    readonly raisedBy: string | null;
  } | null;
}

/** Rail and return in one state; null where it does not settle. */
export function railStanding(engine: Engine, state: OperatingState): RailStanding | null {
  const { model } = engine;
  const { solution } = engine.solve(state);
  if (!solution || model.railIds.length === 0 || model.unusable) return null;
  const { links } = solution.network;
  const [id] = model.demand.ruling ?? [];
  const link = id === undefined ? undefined : links.get(id);
  const valve = link?.state ?? 'closed';
  const raised =
    valve === 'overrun'
      ? model.stations.find((s) => s.kind === 'rising-rate' && links.get(s.elementId)?.state === 'regulating')
      : undefined;
  return {
    railGauge: model.lowestRail(solution.network),
    required: model.demand.at(state),
    regulator: link ? { valve, returnPressure: link.pDown, raisedBy: raised?.elementId ?? null } : null,
  };
}
