import type { JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { addedErrors } from '@venula/core/formats';
import type { PatchOperation } from '@venula/core/outcome';
import type { Person } from '../../api/types.ts';
import { OpenJob, type Edits } from '../../job/open-job.ts';
import { openJob, type JobState } from '../../job/job-state.ts';
import type { PlanSource } from '../../job/plan-watch.ts';

/** Nothing is solved: there is no plan around the part. */
const UNSOLVED: PlanSource = {
  getPlan: () => NOTHING,
  subscribe: () => () => undefined,
  solve: () => undefined,
  stop: () => undefined,
};
const NOTHING = { states: [], first: null, plan: null, judged: false, fault: null };

/** A sheet of paper: what is edited on it goes nowhere until somebody keeps it. */
class Paper implements Edits {
  private state: JobState;
  private readonly listeners = new Set<() => void>();

  constructor(doc: JobDocument) {
    this.state = openJob(doc, 1, [], []);
  }

  readonly getState = (): JobState => this.state;
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  edit(patch: readonly PatchOperation[]): void {
    const after = applyPatch(this.state.doc, patch);
    if (!after.ok || addedErrors(this.state.doc, after.value).length > 0) return;
    this.state = { ...this.state, doc: after.value };
    this.listeners.forEach((listener) => listener());
  }

  undo(): void {}
  redo(): void {}
  drop(): void {}
  again(): void {}
  resolve(): void {}
  catchUp(): Promise<void> {
    return Promise.resolve();
  }
}

/** A job that is none: it holds one part, so that the forms of the plan can be filled in for the library. */
export const scratchJob = (doc: JobDocument, person: Person): OpenJob =>
  new OpenJob({ id: 'library', number: 0, person }, new Paper(doc), UNSOLVED);
