import {
  applyPatch,
  compareJobs,
  confidenceSamples,
  evaluatePlan,
  evaluateStates,
  summarizeConfidence,
  type Confidence,
  type ConfidenceSample,
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
  compare: (before: JobDocument, after: JobDocument) => compareJobs(before, after),
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

/** Samples solved before the page is told and may say stop. */
const STRETCH = 25;
let stopped = false;

const sureWorker = {
  ...planWorker,
  stop() {
    stopped = true;
  },
  /** A confidence run with progress; resolves with what there is when it was stopped. */
  async confidence(
    doc: JobDocument,
    stateId: string,
    total: number,
    onProgress: (done: number) => void,
  ): Promise<Confidence> {
    stopped = false;
    const samples: ConfidenceSample[] = [];
    for (let n = 0; n < total && !stopped; n += STRETCH) {
      samples.push(...confidenceSamples(doc, stateId, n, STRETCH, 1));
      onProgress(Math.min(total, n + STRETCH));
      // Lets a stop message in.
      await new Promise((resume) => setTimeout(resume, 0));
    }
    return summarizeConfidence(samples);
  },
};

export type PlanWorker = typeof sureWorker;
expose(sureWorker);
