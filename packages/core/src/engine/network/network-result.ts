import type { LinkState } from '../../flow/link-law.ts';
import type { SolveReport } from '../../outcome/solve-report.ts';
import { gauge, type GaugePressure } from '../../quantities/pressure.ts';
import type { NetworkNumbering } from './numbering.ts';

export interface LinkResult {
  /** m³/s, from → to. */
  readonly flow: number;
  /** Pressure at the two ends, Pa gauge. */
  readonly pUp: GaugePressure;
  readonly pDown: GaugePressure;
  readonly state?: LinkState;
}

/** Looked up by id; made only when asked for. */
export interface Lookup<T> {
  get(id: string): T | undefined;
}

export interface NetworkSolution {
  readonly pressures: Lookup<GaugePressure>;
  readonly links: Lookup<LinkResult>;
}

/** `solution` is null when the solve did not converge: numbers are never handed out silently. */
export interface NetworkSolve extends SolveReport {
  readonly solution: NetworkSolution | null;
  /** Node with the largest unbalanced flow. */
  readonly worstNode: string;
}

/** An answer looked up by id; later solves do not touch it. */
export class Snapshot implements NetworkSolution {
  readonly pressures: Lookup<GaugePressure>;
  readonly links: Lookup<LinkResult>;

  constructor(
    numbering: NetworkNumbering,
    pressures: ArrayLike<number>,
    flows: ArrayLike<number>,
    states: readonly (LinkState | undefined)[] | undefined,
  ) {
    this.pressures = {
      get: (id) => {
        const i = numbering.nodeIndex.get(id);
        return i === undefined ? undefined : gauge(pressures[i]!);
      },
    };
    this.links = {
      get: (id) => {
        const l = numbering.linkIndex.get(id);
        if (l === undefined) return undefined;
        const { from, to } = numbering;
        const state = states?.[l];
        return {
          flow: flows[l]!,
          pUp: gauge(pressures[from[l]!]!),
          pDown: gauge(pressures[to[l]!]!),
          ...(state ? { state } : {}),
        };
      },
    };
  }
}
