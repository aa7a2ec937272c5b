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
export { fitSlope } from '../prove/least-squares.ts';
export {
  bandOf,
  measuredOutcome,
  type MeasuredOutcome,
  type Miss,
  newestOf,
  stepVerdict,
} from '../prove/measured.ts';
export { isOutdated, proofOf, RUN_KINDS, type RunKind } from '../prove/proofs.ts';
export { TEST_ORDER, WET_TESTS } from '../prove/test-order.ts';
export { gasLines, type GasLines, type WetRow, type WetSince } from '../prove/gas-lines.ts';
export { jobSheet } from '../prove/job-sheet/job-sheet.ts';
export { buildOutcome } from '../prove/job-sheet/outcome.ts';
export { HOLD_POINTS, type BuildStep, type HoldPoint } from '../prove/job-sheet/step.ts';
export { type Forcing, waysToForce } from '../harness/forcing.ts';
export { FOUND, FOUND_KINDS, type FoundItem, type FoundKind, sayFound, surveyOpen } from '../prove/survey.ts';
export { type Reminder, reminders } from '../prove/reminders.ts';
export { MEASURED, measuredSteps } from '../prove/procedures/index.ts';
export {
  type DecayResult,
  type DecaySetup,
  GAS_LIMITS,
  gasLimit,
  GAUGE_MOST_PA,
  gasDecay,
  HOLD_PATIENCE,
  holdProposal,
  provableAfter,
  storedEnergy,
} from '../prove/procedures/gas-decay/gas-decay.ts';
export {
  DROP_M3,
  type DrawOff,
  giveWithGas,
  liquidHold,
  liquidProvableAfter,
  type LiquidReading,
  type LiquidResult,
  type Stiffness,
  stiffnessOf,
  USUAL_DROPS_PER_MINUTE,
} from '../prove/procedures/liquid-hold/liquid-hold.ts';
export {
  type HeldLeak,
  type Isolation,
  ISOLATIONS,
  LEAK_WAYS,
  type LeakWay,
  leakWays,
  type WayLeak,
} from '../prove/procedures/liquid-hold/isolate.ts';
export {
  leakWayName,
  liquidOutcome,
  type LiquidOutcome,
  type LiquidRunSetup,
} from '../prove/procedures/liquid-hold/outcome.ts';
export {
  findPulls,
  LOG_CHANNELS,
  type LogChannel,
  type LogSeries,
  MOST_LOG_ROWS,
  NEEDED_CHANNELS,
} from '../prove/procedures/drive-log/series.ts';
export type { ChannelTrouble } from '../prove/procedures/drive-log/channel-health.ts';
export { judgeLog } from '../prove/procedures/drive-log/judge-log.ts';
export type { LogOutcome, LogPoint } from '../prove/procedures/drive-log/log-outcome.ts';
