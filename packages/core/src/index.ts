/** The core's public face. Everything here is documented with units, source and a worked example that is run as a test. */
export {
  absolute,
  gauge,
  toAbsolute,
  toGauge,
  type AbsolutePressure,
  type GaugePressure,
} from './quantities/pressure.ts';
export {
  DIMENSIONS,
  dimensionSpec,
  fromSi,
  shownUnit,
  type Dimension,
  type Unit,
  type UnitSystem,
} from './quantities/units.ts';
export { shortened, storable } from './quantities/text.ts';
export { parseQuantity, type Range } from './quantities/parse.ts';
export { editText, formatQuantity, type Shown } from './quantities/format.ts';

export { fail, ok, type InputError, type Result } from './outcome/result.ts';
export type { SolveReport } from './outcome/solve-report.ts';
export {
  findingFingerprint,
  findingKey,
  SEVERITY_ORDER,
  type Finding,
  type FindingFix,
  type PatchOperation,
  type Severity,
  type Stage,
} from './outcome/finding.ts';

export {
  pumpLaw,
  type PumpCurve,
  type PumpModel,
  type PumpPoint,
  type PumpType,
} from './kinds/plumbing/pump/pump-model.ts';
export { fittingMotor, pumpFaults, type PumpFault } from './kinds/plumbing/pump/pump-faults.ts';
export { pumpFromPoint, type KnownPoint } from './kinds/plumbing/pump/pump-from-point.ts';
export { PUMPS, type CataloguePump } from './kinds/plumbing/pump/generic-pumps.ts';
export {
  DASH_SIZES,
  HOSE_KIND_IDS,
  HOSE_KINDS,
  sizesOf,
  type Dash,
  type HoseKind,
  type HoseKindId,
} from './kinds/plumbing/run/hoses.ts';
export { END_IDS, ENDS, type EndId } from './kinds/plumbing/run/ends.ts';
export { REGULATOR_CLASS_IDS, REGULATORS } from './kinds/plumbing/bypass-regulator/seats.ts';
export { ALL_FUSES } from './kinds/wiring/wire/wire-data.ts';

export {
  fuelProperties,
  ruleOfThumbRatio,
  stoichiometricFactor,
  volumeRatio,
  type Blend,
  type FuelProperties,
} from './fuel/fuel.ts';
export { fuelDemand, pullAt, type EngineDraw, type PullPoint } from './demand/pull.ts';
export { injectorDuty } from './demand/injectors.ts';
export { fullSpeedAt, sensorVolts, speedCommand, type SpeedMap } from './demand/speed-map.ts';
export { threeNumberPull, type ThreeNumbers } from './demand/three-number-pull.ts';

export { darcyFriction } from './flow/friction.ts';
export { bendLoss, boreChangeLoss, hoseEndLoss } from './flow/minor-losses.ts';
export { blockingRegulator } from './kinds/plumbing/blocking-regulator/law.ts';
export { bypassRegulator } from './kinds/plumbing/bypass-regulator/law.ts';
export { seatFlow } from './flow/seat.ts';
export { checkValve } from './kinds/plumbing/check-valve/law.ts';
export { factoryAtRest, factorySource } from './kinds/junctions/factory/law.ts';
export { filterLoss, powerLoss } from './flow/porous.ts';
export type { FlowLaw, LinkLaw, LinkState, LossLaw, ValveLaw } from './flow/link-law.ts';
export { fixedLoss, lossAt, pipeRun } from './flow/pipe.ts';
export { runningPump, stoppedPump } from './kinds/plumbing/pump/law.ts';
export type { Network, NetworkLink, NetworkNode } from './engine/network/network.ts';
export { NetworkSolver, solveNetwork, type NetworkSolve } from './engine/network/network-solver.ts';

export {
  awgDiameter,
  familyOf,
  parseWireSize,
  wireResistance,
  wireSection,
  WIRE_SIZES,
  wireSizeName,
  type Conductor,
  type WireSize,
} from './kinds/wiring/wire/wire.ts';
export { ampacity, conductorTemperature } from './kinds/wiring/wire/ampacity.ts';
export { chooseFuse, fuseSurvives, motorInrush } from './kinds/wiring/fuse/fuse.ts';
export {
  DcNetwork,
  solveDc,
  type DcElement,
  type DcSolution,
  type DcSolve,
} from './engine/electric/dc-network.ts';
export {
  PowerNetwork,
  solveCircuit,
  type Branch,
  type CircuitElement,
  type CircuitSolution,
  type ElementDrop,
} from './engine/electric/power-network.ts';

export type {
  Brief,
  Circuit,
  Device,
  DeviceOf,
  ElectricLoad,
  ElementKind,
  ElementOf,
  JobDocument,
  Junction,
  JunctionOf,
  Harness,
  HarnessWire,
  Path,
  PlumbingElement,
  PumpTrigger,
  Segment,
  SegmentOf,
  SpeedControl,
  Tap,
  WireEnd,
  Style,
} from './document/job-document.ts';
export { PATTERNS } from './document/patterns/all.ts';
export { fullReturnJob } from './document/patterns/full-return.ts';
export type { Pattern } from './document/patterns/pattern.ts';
export { pumpElement } from './document/pieces.ts';
export { pumpFigures, swapPump } from './kinds/plumbing/pump/shape.ts';
export { sayFinding } from './say/finding.ts';
export type { Units } from './say/words.ts';
export { Trials } from './advise/trial.ts';
export { elementPath } from './edit/paths.ts';
export { BRANCH_ENDS, branchAt, removePath, type BranchEnd } from './edit/branch.ts';
export { insertPart, movePart, NEW_PARTS, removePart, splitRun, type NewPart } from './edit/path.ts';
export { STYLES } from './document/job-document.ts';

export {
  judgeChoice,
  SizingSearch,
  paretoFront,
  sizingChoices,
  type SizingChoice,
  type SizingResult,
} from './advise/sizing.ts';
export { compareJobs, type AnswerChange, type BillChange, type Comparison } from './advise/compare.ts';
export {
  confidenceSamples,
  summarizeConfidence,
  UNCERTAIN,
  type Confidence,
  type ConfidenceSample,
} from './advise/confidence.ts';
export { evaluateOne, evaluatePlan, evaluateStates } from './advise/evaluate-plan.ts';
export { operatingStates, type OperatingState, type StateKind } from './engine/states.ts';
export { boreOf } from './kinds/plumbing/run/geometry.ts';
export { trappedVolumes, type TrappedVolume } from './engine/trapped.ts';
export { wireAmpacity } from './engine/electric/circuits.ts';
export { billOfMaterials, type BillGroup, type BillLine } from './supply/bill.ts';
export { jointList, lineVolume, type Joint } from './supply/joints.ts';
export type {
  PlanResult,
  PumpResult,
  RegulatorResult,
  StateResult,
  StateValues,
  StationResult,
  WeakLink,
} from './engine/results.ts';
export { BACK_PRESSURE_SHARE, CRANKING_VOLTS, DROP_LIMITS, SUCTION_LIMITS } from './judge/limits.ts';
export {
  driveLanes,
  driveMoments,
  LEG_KINDS,
  standardDrive,
  type DriveMoment,
  type Lane,
  type Leg,
  type LegKind,
} from './replay/drive.ts';
export { DIP_LIMIT, drivePressure, railDips, type Dip, type RailMoment } from './replay/drive-pressure.ts';
export { PULL_S, PUMP_START_S } from './replay/pull-time.ts';
export {
  STAGING_MARGIN,
  stagingAdvice,
  SWITCH_TOLERANCE,
  type StagingAdvice,
  type StagingPoint,
} from './replay/staging.ts';
export { RELAY_RATINGS } from './kinds/wiring/relay/index.ts';
export { sizeCircuit, type CircuitSizing, type GaugeTried } from './advise/size-circuit.ts';
export { circuitOf, circuitStates, hardest, type Loaded } from './engine/electric/electric-load.ts';
export { wayOf, wireLength, type PlacedSegment } from './engine/electric/circuits.ts';
export { weakestWire, wiresBehind } from './engine/electric/fused-wires.ts';

export {
  isLevel,
  ruleRuns,
  ruleSignals,
  ruleWants,
  termKey,
  TURNING_RPM,
  type Clause,
  type Term,
  type TriggerRule,
  type Truth,
} from './trigger/rule.ts';
export {
  replayTrigger,
  TriggerMachine,
  type LaneStep,
  type Reason,
  type Signals,
} from './trigger/machine.ts';
export {
  addCircuit,
  addLoad,
  insertSegment,
  moveSegment,
  NEW_LOADS,
  NEW_SEGMENTS,
  removeCircuit,
  removeSegment,
  setTap,
  tapTargets,
} from './edit/circuit.ts';
export { SUPPRESSION } from './document/job-document.ts';
export {
  addDevice,
  allTerminals,
  NEW_DEVICES,
  removeDevice,
  terminalName,
  terminalWord,
} from './edit/harness.ts';
export { HarnessModel, type Behaviour, type Inputs, type LoadState } from './harness/behave.ts';
export { MOST_SIGNALS, signalKeys, truthTable, type TruthRow } from './harness/enumerate.ts';
export { harnessOf, realiseRules } from './harness/realise.ts';
export { wiringSheet, type PinTable, type WireRow, type WiringSheet } from './harness/wiring-sheet.ts';
export {
  layOutHarness,
  type HarnessLayout,
  type PlacedDevice,
  type PlacedTerminal,
  type PlacedWire,
} from './harness/layout.ts';
export { wireListCsv, wirePaint, wiringNetlist, wiringSvg, wireTags } from './formats/wiring-files.ts';
export { undrawnPieces } from './harness/figures.ts';
export {
  ALWAYS,
  boostRule,
  dropRule,
  freeRuleId,
  moveThreshold,
  renamed,
  ruleOf,
  rulesOf,
  setRule,
  stagingThreshold,
  SWITCH_HYSTERESIS,
  type Rules,
  type Threshold,
} from './document/triggers.ts';
export {
  keepInJob,
  lineChoices,
  wireChoices,
  type Kept,
  type LineChoice,
  type LineQuestion,
  type WireChoice,
  type WireQuestion,
} from './advise/quick-sums.ts';
export { meterResistance } from './kinds/plumbing/pump/meter-resistance.ts';
export { upgradeJob } from './document/upgrade.ts';
export { dryTest, type DryRow } from './harness/dry-test.ts';
export { findRepairs, type Repair } from './harness/repair.ts';

export {
  GAS_LIMITS,
  GAUGE_MOST_PA,
  gasDecay,
  provableAfter,
  storedEnergy,
  type DecayReading,
  type DecayResult,
  type DecaySetup,
  type DecayVerdict,
} from './prove/procedures/gas-decay/gas-decay.ts';

export { applyPatch } from './edit/apply-patch.ts';
export { diffDocuments, overlappingPaths, valueAt } from './formats/diff.ts';
export { CURVE_COLUMNS, readPumpCurve, type CurvePreview } from './formats/pump-curve-csv.ts';
export {
  INJECTOR_COLUMNS,
  MATCHED_WITHIN,
  PULL_COLUMNS,
  readInjectors,
  readPull,
  type InjectorData,
  type InjectorPreview,
  type PullPreview,
} from './formats/brief-csv.ts';
export { readSheet, type Sheet, type SheetColumn, type SheetRow } from './formats/sheet.ts';
export { operatingEnvelope, type EnvelopePoint } from './advise/envelope.ts';
export { fieldRange } from './formats/field-range.ts';
export {
  addedErrors,
  brokenShape,
  checkJob,
  JOB_FILE_LIMIT,
  jobSchema,
  readJob,
  writeJob,
} from './formats/read-job.ts';
export { checkReport, checkSchema, type CheckReport } from './formats/check-report.ts';
