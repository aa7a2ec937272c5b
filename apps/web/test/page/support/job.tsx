import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, type RenderResult } from '@testing-library/react';
import { evaluatePlan, type PlanResult } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import type { PatchOperation } from '@venula/core/outcome';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import type { Role } from '../../../src/api/types.ts';
import { SettingsProvider } from '../../../src/app/settings-provider.tsx';
import { JobContext } from '../../../src/job/job-context.ts';
import { jobReducer, openJob, type JobAction, type JobState } from '../../../src/job/job-state.ts';
import { OpenJob, type Edits } from '../../../src/job/open-job.ts';
import type { LivePlan, PlanSource } from '../../../src/job/plan-watch.ts';

export interface Opened extends RenderResult {
  /** Every edit the page has made, in order. */
  readonly edits: (readonly PatchOperation[])[];
  readonly doc: () => JobDocument;
  readonly job: OpenJob;
}

/** Those who want to know, told one after the other. */
function listeners() {
  const all = new Set<() => void>();
  return {
    tell: () => all.forEach((l) => l()),
    subscribe: (l: () => void) => {
      all.add(l);
      return () => void all.delete(l);
    },
  };
}

/** Edits that take hold at once and go nowhere. */
function editsOf(start: JobDocument): {
  readonly edits: Edits;
  readonly made: (readonly PatchOperation[])[];
} {
  let state: JobState = openJob(start, 1);
  let ids = 0;
  const made: (readonly PatchOperation[])[] = [];
  const { tell, subscribe } = listeners();
  const dispatch = (action: JobAction): void => {
    state = jobReducer(state, action);
    tell();
  };
  const id = (): string => `edit-${++ids}`;
  const edits: Edits = {
    getState: () => state,
    subscribe,
    edit: (patch) => {
      made.push(patch);
      dispatch({ type: 'edit', id: id(), patch });
      if (state.message !== '') throw new Error(state.message);
    },
    undo: () => dispatch({ type: 'undo', id: id() }),
    redo: () => dispatch({ type: 'redo', id: id() }),
    drop: (editId) => dispatch({ type: 'dropped', editId }),
    again: (editId) => dispatch({ type: 'again', editId, id: id() }),
    resolve: (keepTheirs) => dispatch({ type: 'resolved', keepTheirs, newId: id }),
    catchUp: () => Promise.resolve(),
  };
  return { edits, made };
}

/** A plan that stands in many small pieces of a page is judged once. */
const judged = new WeakMap<JobDocument, PlanResult>();

/** The plan judged by the core itself, at once. */
function plansOf(fault: string | null): PlanSource {
  let live: LivePlan = { states: [], first: null, plan: null, judged: false, fault };
  const { tell, subscribe } = listeners();
  return {
    getPlan: () => live,
    subscribe,
    solve(doc) {
      if (fault !== null) return;
      const plan = judged.get(doc) ?? evaluatePlan(doc);
      judged.set(doc, plan);
      live = { states: plan.states, first: null, plan, judged: true, fault };
      tell();
    },
    stop: () => undefined,
  };
}

/** A piece of the page in an open job whose edits take hold at once, at idle, judged by the core itself. */
export function inJob(
  ui: ReactNode,
  start: JobDocument,
  { role = 'technician', fault = null }: { readonly role?: Role; readonly fault?: string | null } = {},
): Opened {
  const { edits, made } = editsOf(start);
  const job = new OpenJob(
    {
      id: '11111111-1111-4111-8111-111111111111',
      number: 7,
      person: { id: 'p1', login: 'tess', name: 'Tess Varga', role, via: 'password', ownPassword: true },
    },
    edits,
    plansOf(fault),
  );
  job.start();
  job.selectState('idle');
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const result = render(
    <QueryClientProvider client={client}>
      <MemoryRouter>
        <SettingsProvider>
          <JobContext value={job}>{ui}</JobContext>
        </SettingsProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return { ...result, edits: made, doc: () => job.getView().doc, job };
}
