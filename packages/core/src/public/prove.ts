export {
  type CautionKind,
  type Expectation,
  MEASURED_IDS,
  type MeasuredId,
  type MeasuredProcedure,
  type MeasuredReading,
  type Step,
  type StepVerdict,
} from '../prove/contract.ts';
export { fitSlope } from '../prove/fit-slope.ts';
export {
  measuredOutcome,
  type MeasuredOutcome,
  type Miss,
  newestOf,
  proofMark,
  stepVerdict,
} from '../prove/measured.ts';
export { type BuildStep, buildOutcome, jobSheet } from '../prove/job-sheet.ts';
export { type Reminder, reminders } from '../prove/reminders.ts';
export { MEASURED } from '../prove/procedures/measured-tests.ts';
export {
  type DecayResult,
  type DecaySetup,
  GAS_LIMITS,
  GAUGE_MOST_PA,
  gasDecay,
  HOLD_PATIENCE,
  holdProposal,
  provableAfter,
  storedEnergy,
} from '../prove/procedures/gas-decay/gas-decay.ts';
