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
} from './parts/pump/pump-model.ts';
export { fittingMotor, pumpFaults, type PumpFault } from './parts/pump/pump-faults.ts';
export { pumpFromPoint, type KnownPoint } from './parts/pump/pump-from-point.ts';
export { PUMPS, type CataloguePump } from './parts/pump/generic-pumps.ts';
export {
  DASH_SIZES,
  HOSE_KIND_IDS,
  HOSE_KINDS,
  sizesOf,
  type Dash,
  type HoseKind,
  type HoseKindId,
} from './parts/catalogue/hoses.ts';
export { END_IDS, ENDS, REGULATOR_CLASS_IDS, REGULATORS, type EndId } from './parts/catalogue/fittings.ts';
export { ALL_FUSES } from './parts/catalogue/wire-data.ts';

export {
  fuelProperties,
  ruleOfThumbRatio,
  stoichiometricFactor,
  volumeRatio,
  type Blend,
  type FuelProperties,
} from './demand/fuel.ts';
export { fuelDemand, pullAt, type EngineDraw, type PullPoint } from './demand/pull.ts';
export { injectorDuty } from './demand/injectors.ts';
export { fullSpeedAt, sensorVolts, speedCommand, type SpeedMap } from './demand/speed-map.ts';
export { threeNumberPull, type ThreeNumbers } from './demand/three-number-pull.ts';

export { darcyFriction } from './plumbing/friction.ts';
export { bendLoss, boreChangeLoss, hoseEndLoss } from './plumbing/minor-losses.ts';
export { blockingRegulator } from './plumbing/laws/blocking-regulator.ts';
export { bypassRegulator, seatFlow } from './plumbing/laws/bypass-regulator.ts';
export { checkValve } from './plumbing/laws/check-valve.ts';
export { factoryAtRest, factorySource } from './plumbing/laws/factory-source.ts';
export { filterLoss, powerLoss } from './plumbing/laws/filter.ts';
export type { FlowLaw, LinkLaw, LinkState, LossLaw, ValveLaw } from './plumbing/laws/link-law.ts';
export { fixedLoss, lossAt, pipeRun } from './plumbing/laws/pipe-run.ts';
export { runningPump, stoppedPump } from './plumbing/laws/pump.ts';
export type { Network, NetworkLink, NetworkNode } from './plumbing/network.ts';
export { NetworkSolver, solveNetwork, type NetworkSolve } from './plumbing/solve.ts';

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
} from './wiring/wire.ts';
export { ampacity, conductorTemperature } from './wiring/ampacity.ts';
export { chooseFuse, fuseSurvives, motorInrush } from './wiring/fuse.ts';
export {
  DcNetwork,
  solveDc,
  type DcElement,
  type DcSolution,
  type DcSolve,
} from './wiring/network/dc-network.ts';
export {
  PowerNetwork,
  solveCircuit,
  type Branch,
  type CircuitElement,
  type CircuitSolution,
  type ElementDrop,
} from './wiring/power-network.ts';

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
} from './design/job-document.ts';
export { PATTERNS } from './design/patterns/all.ts';
export { fullReturnJob } from './design/patterns/full-return.ts';
export type { Pattern } from './design/patterns/pattern.ts';
export { pumpElement, pumpFigures, swapPump } from './design/pieces.ts';
export { elementPath } from './design/edit.ts';
export { BRANCH_ENDS, branchAt, removePath, type BranchEnd } from './design/edit-branch.ts';
export { insertPart, movePart, NEW_PARTS, removePart, splitRun, type NewPart } from './design/edit-path.ts';
export { STYLES } from './design/job-document.ts';

export {
  judgeChoice,
  paretoFront,
  sizingChoices,
  type SizingChoice,
  type SizingResult,
} from './plan/sizing.ts';
export { compareJobs, type AnswerChange, type BillChange, type Comparison } from './plan/compare.ts';
export {
  confidenceSamples,
  summarizeConfidence,
  UNCERTAIN,
  type Confidence,
  type ConfidenceSample,
} from './plan/confidence.ts';
export { evaluateOne, evaluatePlan, evaluateStates } from './plan/evaluate.ts';
export { operatingStates, type OperatingState, type StateKind } from './plan/states.ts';
export { boreOf } from './plan/run-geometry.ts';
export { trappedVolumes, type TrappedVolume } from './plan/trapped.ts';
export { wireAmpacity } from './plan/circuits.ts';
export { billOfMaterials, type BillGroup, type BillLine } from './plan/bill.ts';
export { jointList, lineVolume, type Joint } from './plan/joints.ts';
export type {
  PlanResult,
  PumpResult,
  RegulatorResult,
  StateResult,
  StateValues,
  StationResult,
  WeakLink,
} from './plan/results.ts';
export { BACK_PRESSURE_SHARE } from './plan/findings/regulation.ts';
export { CRANKING_VOLTS, DROP_LIMITS, SUCTION_LIMITS } from './plan/findings/limits.ts';
export {
  driveLanes,
  driveMoments,
  LEG_KINDS,
  standardDrive,
  type DriveMoment,
  type Lane,
  type Leg,
  type LegKind,
} from './plan/drive.ts';
export { DIP_LIMIT, drivePressure, railDips, type Dip, type RailMoment } from './plan/drive-pressure.ts';
export {
  PULL_S,
  PUMP_START_S,
  STAGING_MARGIN,
  stagingAdvice,
  SWITCH_TOLERANCE,
  type StagingAdvice,
  type StagingPoint,
} from './plan/staging.ts';
export { sizeCircuit, RELAY_RATINGS, type CircuitSizing, type GaugeTried } from './plan/size-circuit.ts';
export { circuitOf, circuitStates, hardest, type Loaded } from './plan/electric-load.ts';
export { wayOf, wireLength, type PlacedSegment } from './plan/circuits.ts';
export { weakestWire, wiresBehind } from './plan/fused-wires.ts';

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
} from './design/edit-circuit.ts';
export { SUPPRESSION } from './design/job-document.ts';
export {
  addDevice,
  allTerminals,
  NEW_DEVICES,
  removeDevice,
  terminalName,
  terminalWord,
  TERMINALS,
} from './design/devices.ts';
export { HarnessModel, type Behaviour, type Inputs, type LoadState } from './plan/harness/behave.ts';
export { MOST_SIGNALS, signalKeys, truthTable, type TruthRow } from './plan/harness/enumerate.ts';
export { harnessOf, realiseRules } from './plan/harness/realise.ts';
export { wiringSheet, type PinTable, type WireRow, type WiringSheet } from './plan/harness/wiring-sheet.ts';
export {
  layOutHarness,
  type HarnessLayout,
  type PlacedDevice,
  type PlacedTerminal,
  type PlacedWire,
} from './plan/harness/layout.ts';
export { wireListCsv, wirePaint, wiringNetlist, wiringSvg, wireTags } from './formats/wiring-files.ts';
export { undrawnPieces } from './plan/harness/figures.ts';
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
} from './design/triggers.ts';
export {
  keepInJob,
  lineChoices,
  wireChoices,
  type Kept,
  type LineChoice,
  type LineQuestion,
  type WireChoice,
  type WireQuestion,
} from './plan/quick-sums.ts';
export { meterResistance } from './parts/pump/meter-resistance.ts';
export { upgradeJob } from './formats/upgrade.ts';
export { dryTest, type DryRow } from './plan/harness/dry-test.ts';
export { findRepairs, type Repair } from './plan/harness/repair.ts';

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
} from './proving/gas-decay.ts';

export { applyPatch } from './formats/apply-patch.ts';
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
export { operatingEnvelope, type EnvelopePoint } from './plan/envelope.ts';
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
