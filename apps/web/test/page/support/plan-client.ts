import { compareJobs, evaluateOne, evaluatePlan, evaluateStates } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import type { PatchOperation } from '@venula/core/outcome';
import { Lane, type Opened } from '../../../src/workers/lane.ts';

/** The lanes of the page with the core in the same process behind them. */
const api = {
  state: (doc: JobDocument, id: string) => Promise.resolve(evaluateOne(doc, id)),
  states: (doc: JobDocument) => Promise.resolve(evaluateStates(doc)),
  plan: (doc: JobDocument) => Promise.resolve(evaluatePlan(doc)),
  compare: (a: JobDocument, b: JobDocument) => Promise.resolve(compareJobs(a, b)),
  preview(doc: JobDocument, patch: readonly PatchOperation[]) {
    const after = applyPatch(doc, patch);
    if (!after.ok) return Promise.resolve(null);
    const { findings } = evaluatePlan(after.value);
    const of = (severity: string) => findings.filter((f) => f.severity === severity).length;
    return Promise.resolve({
      stops: of('stop'),
      fixes: of('fix'),
      idleRail: null,
      margin: null,
      volts: null,
    });
  },
  stop: () => Promise.resolve(),
};
const open = (): Opened<typeof api> => ({ api, close: () => undefined, onBreak: () => undefined });

export const LINE = new Lane(open);
export const JUDGE = new Lane(open);
export const BENCH = new Lane(open);
export const SEARCH = new Lane(open);
export const RANK = { shown: 0, states: 1, plan: 2, compare: 3, preview: 4 } as const;
export const SEARCH_MS = 10_000;
