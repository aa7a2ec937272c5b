import type { StateResult, WeakLink } from '../engine/results.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { SaidFinding } from '../say/finding.ts';

/** The whole plan, solved, judged and said. */
export interface PlanResult {
  readonly fuel: FuelProperties;
  readonly states: readonly StateResult[];
  readonly findings: readonly SaidFinding[];
  /** Id of the pull state with the least margin. */
  readonly tightest: string | null;
  readonly weakest: readonly WeakLink[];
  /** Flow lost between ideal and drawn wiring at the tightest state, m³/s. */
  readonly flowLostToWiring: number;
}
