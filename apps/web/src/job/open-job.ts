import type { JobDocument } from '@venula/core/document';
import { namedApart } from '@venula/core/edit';
import type { StateResult } from '@venula/core/engine';
import type { PatchOperation } from '@venula/core/outcome';
import type { Person } from '../api/types.ts';
import type { JobState } from './job-state.ts';
import type { LivePlan, PlanSource } from './plan-watch.ts';

/** What changes while a job is open, as it stands at one moment. */
export interface JobView {
  readonly state: JobState;
  readonly doc: JobDocument;
  readonly live: LivePlan;
  /** Operating state everything is shown at. */
  readonly shown: StateResult | null;
  readonly stateId: string;
}

/** Where edits go, and what has become of them. */
export interface Edits {
  readonly getState: () => JobState;
  readonly subscribe: (listener: () => void) => () => void;
  edit(patch: readonly PatchOperation[]): void;
  undo(): void;
  redo(): void;
  drop(editId: string): void;
  again(editId: string): void;
  resolve(keepTheirs: readonly string[]): void;
  catchUp(): Promise<void>;
}

export interface JobFacts {
  readonly id: string;
  readonly number: number;
  readonly person: Person;
}

/**
 * An open job: its document with one’s own edits, the plan solved as it stands, and the operating state that is looked at.
 * What it offers stays the same as long as the job is open; what changes is its view, in which everything that has not
 * changed is the same object as before.
 */
export class OpenJob {
  readonly id: string;
  readonly number: number;
  readonly person: Person;
  readonly readOnly: boolean;
  private chosen: string | null = null;
  private view: JobView;
  private readonly listeners = new Set<() => void>();

  constructor(
    facts: JobFacts,
    private readonly edits: Edits,
    private readonly plans: PlanSource,
  ) {
    this.id = facts.id;
    this.number = facts.number;
    this.person = facts.person;
    this.readOnly = facts.person.role === 'viewer';
    this.view = this.look();
  }

  /** Begins to solve; returns what ends it. */
  start(): () => void {
    const solve = (): void => this.plans.solve(this.view.doc, this.view.stateId);
    const ends = [
      this.edits.subscribe(() => {
        const before = this.view.doc;
        this.refresh();
        if (this.view.doc !== before) solve();
      }),
      this.plans.subscribe(() => this.refresh()),
      () => this.plans.stop(),
    ];
    this.refresh();
    solve();
    return () => ends.forEach((end) => end());
  }

  readonly getView = (): JobView => this.view;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Parts that would share a name after the change get different names in the same change. */
  readonly edit = (...patch: PatchOperation[]): void =>
    this.edits.edit(namedApart(this.getView().doc, patch));
  readonly undo = (): void => this.edits.undo();
  readonly redo = (): void => this.edits.redo();
  /** Takes what was refused off the page, once it is read. */
  /** Shows what others have made of the job meanwhile. */
  readonly bringIn = (): void => void this.edits.catchUp();
  readonly dropRefused = (editId: string): void => this.edits.drop(editId);
  readonly applyAgain = (editId: string): void => this.edits.again(editId);
  readonly resolve = (keepTheirs: readonly string[]): void => this.edits.resolve(keepTheirs);
  /** Tries once more to solve and judge the plan after a fault. */
  readonly solveAgain = (): void => this.plans.solve(this.view.doc, this.view.stateId);

  readonly selectState = (id: string): void => {
    this.chosen = id;
    this.refresh();
  };

  /** To the next operating state, or the one before. */
  readonly moveState = (by: number): void => {
    const { states } = this.view.live;
    const next = states[states.findIndex((s) => s.state.id === this.view.stateId) + by];
    if (next) this.selectState(next.state.id);
  };

  private refresh(): void {
    const next = this.look();
    const keys = Object.keys(next) as (keyof JobView)[];
    if (keys.every((key) => next[key] === this.view[key])) return;
    this.view = next;
    this.listeners.forEach((listener) => listener());
  }

  private look(): JobView {
    const state = this.edits.getState();
    const live = this.plans.getPlan();
    const find = (id: string): StateResult | undefined =>
      live.first?.state.id === id ? live.first : live.states.find((s) => s.state.id === id);
    // Until somebody chooses: where the worst trouble shows, else where the supply is tightest.
    const firstStop = live.plan?.findings.find((f) => f.severity === 'stop' && f.stateId);
    const shown =
      (this.chosen === null ? undefined : find(this.chosen)) ??
      find(firstStop?.stateId ?? live.plan?.tightest ?? 'idle') ??
      live.states[0] ??
      null;
    return { state, doc: state.doc, live, shown, stateId: shown?.state.id ?? '' };
  }
}
