export { type Comparison, compareJobs } from '../advise/compare.ts';
export {
  type Confidence,
  type ConfidenceSample,
  confidenceSamples,
  summarizeConfidence,
} from '../advise/confidence.ts';
export { type EnvelopePoint, operatingEnvelope } from '../advise/envelope.ts';
export { evaluateOne, evaluatePlan, evaluateStates } from '../advise/evaluate-plan.ts';
export {
  type Kept,
  LINE_SUM_FIELDS,
  type LineQuestion,
  WIRE_SUM_FIELDS,
  keepInJob,
  lineChoices,
  wireChoices,
} from '../advise/quick-sums.ts';
export { type JobStart, type Proposal, proposals, THERE_NOW, type ThereNow } from '../advise/proposals.ts';
export { sizeCircuit } from '../advise/size-circuit.ts';
export { type SizingResult, SizingSearch, paretoFront, sizingChoices } from '../advise/sizing.ts';
export type { PlanResult } from '../advise/plan-result.ts';
export { type Verdict, verdictOf, worstOf } from '../advise/verdict.ts';
