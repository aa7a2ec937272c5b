import {
  applyPatch,
  evaluatePlan,
  evaluateStates,
  type JobDocument,
  type PatchOperation,
} from '@venula/core';
import { expose } from 'comlink';

/** What a fix would leave behind, told in the numbers people ask for. */
export interface FixPreview {
  readonly stops: number;
  readonly fixes: number;
  readonly idleRail: number | null;
  readonly margin: number | null;
  readonly volts: number | null;
}

const planWorker = {
  states: (doc: JobDocument) => evaluateStates(doc),
  plan: (doc: JobDocument) => evaluatePlan(doc),
  preview(doc: JobDocument, patch: readonly PatchOperation[]): FixPreview | null {
    const after = applyPatch(doc, patch);
    if (!after.ok) return null;
    const plan = evaluatePlan(after.value);
    const tightest = plan.states.find((s) => s.state.id === plan.tightest)?.values;
    return {
      stops: plan.findings.filter((f) => f.severity === 'stop').length,
      fixes: plan.findings.filter((f) => f.severity === 'fix').length,
      idleRail: plan.states.find((s) => s.state.kind === 'idle')?.values?.railGauge ?? null,
      margin: tightest?.margin ?? null,
      volts: tightest?.pumps[0]?.volts ?? null,
    };
  },
};

export type PlanWorker = typeof planWorker;
expose(planWorker);
