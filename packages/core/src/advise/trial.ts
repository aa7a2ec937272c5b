import type { JobDocument } from '../document/job-document.ts';
import { applyPatch } from '../edit/apply-patch.ts';
import { Engine } from '../engine/engine.ts';
import type { Available } from '../engine/coupled-solution.ts';
import { evaluateState } from '../engine/observe/state-result.ts';
import { AS_PLANNED } from '../engine/parameters.ts';
import type { StateValues } from '../engine/results.ts';
import type { OperatingState } from '../engine/states.ts';
import type { PatchOperation } from '../outcome/finding.ts';

/** Says whether a search should give up: asked before every solve. */
export type Stop = () => boolean;

const never: Stop = () => false;

/** A change to the plan that is only tried: solved when asked, each question once. */
export class Trial {
  private solver: Engine | undefined;
  private readonly flows = new Map<string, Available | null>();
  private readonly results = new Map<string, StateValues | null>();

  constructor(
    readonly doc: JobDocument,
    private readonly stop: Stop,
    /** An engine of the plan as it is, where there is one. */
    private readonly like?: () => Engine,
  ) {}

  get engine(): Engine {
    return (this.solver ??= new Engine(this.doc, AS_PLANNED, this.like?.()));
  }

  /** What the feed side can deliver then; null: no steady state, or the search was stopped. */
  available(state: OperatingState): Available | null {
    if (!this.flows.has(state.id)) {
      if (this.stop()) return null;
      this.flows.set(state.id, this.engine.available(state));
    }
    return this.flows.get(state.id)!;
  }

  /** The state as it would be then. */
  values(state: OperatingState): StateValues | null {
    if (!this.results.has(state.id)) {
      if (this.stop()) return null;
      this.results.set(state.id, evaluateState(this.engine, state).values);
    }
    return this.results.get(state.id)!;
  }
}

/**
 * Changes tried on one plan. Fixes, the weakest link and sizing ask the same things ("feed one size up"): each is solved
 * once.
 */
export class Trials {
  private readonly tried = new Map<string, Trial>();

  /**
   * @param doc the plan as it is
   * @param stop asked before every solve
   */
  constructor(
    readonly doc: JobDocument,
    private readonly stop: Stop = never,
  ) {}

  /** The plan with a patch; null where the patch does not apply. */
  with(patch: readonly PatchOperation[]): Trial | null {
    const key = JSON.stringify(patch);
    const known = this.tried.get(key);
    if (known) return known;
    const changed = applyPatch(this.doc, patch);
    if (!changed.ok) return null;
    const trial = new Trial(changed.value, this.stop, patch.length > 0 ? () => this.asIs.engine : undefined);
    this.tried.set(key, trial);
    return trial;
  }

  /** The plan as it is. */
  get asIs(): Trial {
    return this.with([])!;
  }
}
