/** Everything the tests look at, wherever it lives: the public entries are small, the tests are not. */
export {
  absolute,
  gauge,
  toAbsolute,
  toGauge,
  type AbsolutePressure,
  type GaugePressure,
} from '../../src/quantities/pressure.ts';
export {
  DIMENSIONS,
  dimensionSpec,
  fromSi,
  shownUnit,
  type Dimension,
  type Unit,
  type UnitSystem,
} from '../../src/quantities/units.ts';
export { shortened, storable } from '../../src/quantities/text.ts';
export { parseQuantity, type Range } from '../../src/quantities/parse.ts';
export {
  editText,
  fieldText,
  formatDifference,
  formatQuantity,
  type Shown,
} from '../../src/quantities/format.ts';

export { fail, ok, type InputError, type Result } from '../../src/outcome/result.ts';
export type { SolveReport } from '../../src/outcome/solve-report.ts';
export {
  findingFingerprint,
  findingKey,
  SEVERITY_ORDER,
  type Finding,
  type FindingFix,
  type PatchOperation,
  type Severity,
  type Stage,
} from '../../src/outcome/finding.ts';

export {
  pumpLaw,
  type PumpCurve,
  type PumpModel,
  type PumpPoint,
  type PumpType,
} from '../../src/kinds/plumbing/pump/pump-model.ts';
export { fittingMotor, pumpFaults, type PumpFault } from '../../src/kinds/plumbing/pump/pump-faults.ts';
export { pumpFromPoint, type KnownPoint } from '../../src/kinds/plumbing/pump/pump-from-point.ts';
export { PUMPS, type CataloguePump } from '../../src/kinds/plumbing/pump/generic-pumps.ts';
export {
  DASH_SIZES,
  HOSE_KIND_IDS,
  HOSE_KINDS,
  sizesOf,
  type Dash,
  type HoseKind,
  type HoseKindId,
} from '../../src/kinds/plumbing/run/hoses.ts';
export { END_IDS, ENDS, type EndId } from '../../src/kinds/plumbing/run/ends.ts';
export { REGULATOR_CLASS_IDS, REGULATORS } from '../../src/kinds/plumbing/bypass-regulator/seats.ts';
export { ALL_FUSES } from '../../src/kinds/wiring/wire/wire-data.ts';

export {
  fuelProperties,
  ruleOfThumbRatio,
  stoichiometricFactor,
  volumeRatio,
  type Blend,
  type FuelProperties,
} from '../../src/fuel/fuel.ts';
export { fuelDemand, pullAt, type EngineDraw, type PullPoint } from '../../src/demand/pull.ts';
export { injectorDuty } from '../../src/demand/injectors.ts';
export { fullSpeedAt, sensorVolts, speedCommand, type SpeedMap } from '../../src/demand/speed-map.ts';
export { threeNumberPull, type ThreeNumbers } from '../../src/demand/three-number-pull.ts';

export { darcyFriction } from '../../src/flow/friction.ts';
export { verdictOf } from '../../src/advise/verdict.ts';
export { highPressurePumps } from '../../src/document/consumers.ts';
export { inFlowOrder } from '../../src/document/flow-order.ts';
export { highPressureCapacity } from '../../src/kinds/junctions/high-pressure-pump/index.ts';
export { crankingVolts, fuelOf } from '../../src/engine/states.ts';
export { bendLoss, boreChangeLoss, BRANCH_K, hoseEndLoss, VESSEL_K } from '../../src/flow/minor-losses.ts';
export { blockingRegulator } from '../../src/kinds/plumbing/blocking-regulator/law.ts';
export { bypassRegulator } from '../../src/kinds/plumbing/bypass-regulator/law.ts';
export { seatFlow } from '../../src/flow/seat.ts';
export { checkValve } from '../../src/kinds/plumbing/check-valve/law.ts';
export { factoryAtRest, factorySource } from '../../src/kinds/junctions/factory/law.ts';
export { filterLoss, powerLoss } from '../../src/flow/porous.ts';
export type { FlowLaw, LinkLaw, LinkState, LossLaw, ValveLaw } from '../../src/flow/link-law.ts';
export { fixedLoss, lossAt, pipeRun } from '../../src/flow/pipe.ts';
export { runningPump, stoppedPump } from '../../src/kinds/plumbing/pump/law.ts';
export type { Network, NetworkLink, NetworkNode } from '../../src/engine/network/network.ts';
export { NetworkSolver, solveNetwork } from '../../src/engine/network/network-solver.ts';
export type { NetworkSolve } from '../../src/engine/network/network-result.ts';

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
} from '../../src/kinds/wiring/wire/wire.ts';
export { ampacity, conductorTemperature } from '../../src/kinds/wiring/wire/ampacity.ts';
export { chooseFuse, fuseSurvives, motorInrush } from '../../src/kinds/wiring/fuse/fuse.ts';
export {
  DcNetwork,
  solveDc,
  type DcElement,
  type DcSolution,
  type DcSolve,
} from '../../src/engine/electric/dc-network.ts';
export { wayDrop } from '../../src/engine/electric/circuit-elements.ts';
export { PowerNetwork, solveCircuit } from '../../src/engine/electric/power-network.ts';
export type {
  Branch,
  CircuitElement,
  CircuitSolution,
  ElementDrop,
} from '../../src/engine/electric/circuit-elements.ts';

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
  TerminalRef,
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
} from '../../src/document/job-document.ts';
export { PATTERNS } from '../../src/document/patterns/all.ts';
export { fullReturnJob } from '../../src/document/patterns/full-return.ts';
export type { Pattern } from '../../src/document/patterns/pattern.ts';
export { pumpElement } from '../../src/document/pieces.ts';
export { pumpFigures, swapPump } from '../../src/kinds/plumbing/pump/shape.ts';
export { sayAgain, sayFinding } from '../../src/say/finding.ts';
export type { Units } from '../../src/say/words.ts';
export { Trials } from '../../src/advise/trial.ts';
export { elementPath } from '../../src/edit/paths.ts';
export { BRANCH_ENDS, branchAt, removePath, type BranchEnd } from '../../src/edit/branch.ts';
export { insertPart, movePart, NEW_PARTS, removePart, splitRun, type NewPart } from '../../src/edit/path.ts';
export { STYLES } from '../../src/document/job-document.ts';

export {
  judgeChoice,
  SizingSearch,
  paretoFront,
  sizingChoices,
  type SizingChoice,
  type SizingResult,
} from '../../src/advise/sizing.ts';
export {
  compareJobs,
  type AnswerChange,
  type BillChange,
  type Comparison,
} from '../../src/advise/compare.ts';
export {
  confidenceSamples,
  summarizeConfidence,
  UNCERTAIN,
  type Confidence,
  type ConfidenceSample,
} from '../../src/advise/confidence.ts';
export { makeVent } from '../../src/document/vents.ts';
export { changeStyle } from '../../src/edit/style.ts';
export { proposals, THERE_NOW } from '../../src/advise/proposals.ts';
export { evaluateOne, evaluatePlan, evaluateStates } from '../../src/advise/evaluate-plan.ts';
export { Engine } from '../../src/engine/engine.ts';
export { operatingStates, type OperatingState, type StateKind } from '../../src/engine/states.ts';
export { boreOf } from '../../src/kinds/plumbing/run/geometry.ts';
export { trappedVolumes, type TrappedVolume } from '../../src/engine/trapped.ts';
export { wireAmpacity } from '../../src/engine/electric/circuits.ts';
export { BILL_GROUPS, billOfMaterials, type BillGroup, type BillLine } from '../../src/supply/bill.ts';
export { faceName, FACES, PART_FACE_IDS, type FaceId } from '../../src/kinds/ports/faces.ts';
export { adaptersBetween, type Chain } from '../../src/supply/joining/adapters.ts';
export { connectionsOf, type Connection } from '../../src/supply/joining/connections.ts';
export { ELBOW_FITTINGS, FITTINGS } from '../../src/supply/joining/fittings.ts';
export {
  BOSS_RINGS,
  JOINT_RULES,
  NUT_TORQUE,
  STEEL_NUT_TORQUE,
} from '../../src/supply/joining/joint-rules.ts';
export { roundedPath } from '../../src/fit/fillet.ts';
export { endOfPath, planePaths, type PlanePath, type PlanePose } from './plane-path.ts';
export { spacePath, type Pose } from '../../src/fit/space-path.ts';
export { type Vec3 } from '../../src/fit/vector.ts';
export { type EndFit, type EndQuestion } from '../../src/fit/end-fit.ts';
export { ELBOWS, fitHoseEnds, hosesThatGoIn, missOf } from '../../src/fit/hose-ends.ts';
export { cutLength } from '../../src/kinds/plumbing/run/end-sizes.ts';
export { nearest } from '../../src/fit/clearance.ts';
export { keepAway } from '../../src/fit/keep-away.ts';
export { pictureScale } from '../../src/fit/backdrop.ts';
export { placeOf } from '../../src/fit/places.ts';
export { takeWireWays, wireWays } from '../../src/fit/wire-lengths.ts';
export {
  bareOf,
  fitFromLibrary,
  injectorsFromLibrary,
  offerFromLibrary,
  outdatedIn,
  type LibraryData,
  type LibraryEntry,
} from '../../src/edit/library.ts';
export { checkLibrary, jobHolding, readLibrary } from '../../src/formats/library.ts';
export { endName, hoseName } from '../../src/kinds/plumbing/run/lines.ts';
export { csvCell, inertCell } from '../../src/formats/csv-cell.ts';
export { recordSheet, runName } from '../../src/formats/record-sheet.ts';
export { reminders } from '../../src/prove/reminders.ts';
export { placeTold } from '../../src/fit/place-told.ts';
export { substitutesFor } from '../../src/supply/substitutes.ts';
export { sayMade } from '../../src/edit/made-joint.ts';
export { layRoute, takeEnds } from '../../src/fit/lay-route.ts';
export { drawnShape, passings } from '../../src/fit/passing.ts';
export { routeShape } from '../../src/fit/route.ts';
export { removeRoute } from '../../src/edit/route.ts';
export {
  bareRoute,
  usualPass,
  type KeepOut,
  type LineRoute,
  type RoutePoint,
} from '../../src/document/routing.ts';
export {
  follow,
  mirrored,
  railOf,
  usualKeepOuts,
  usualPoints,
  usualVehicle,
} from '../../src/fit/usual-car.ts';
export { outlineOf } from '../../src/fit/outline.ts';
export { posesOf, type PortGap } from '../../src/fit/port-gap.ts';
export { clockText } from '../../src/quantities/clock.ts';
export { sayHoseFault } from '../../src/say/hose-faults.ts';
export { sayEnds, sayMiss } from '../../src/say/hose-ends.ts';
export { mate, type Mated } from '../../src/supply/joining/mating.ts';
export { NPT_THREADS, nptHole } from '../../src/supply/joining/npt.ts';
export { sold } from '../../src/supply/sold.ts';
export { cuttingPlan, kitLines, type Offcut, type Piece, type Sold } from '../../src/supply/cutting.ts';
export { piecedPrice, priceList, readPrices } from '../../src/supply/prices.ts';
export { cutGroups } from '../../src/supply/cut-list.ts';
export { toolList } from '../../src/supply/tools.ts';
export { hoseChoices, hoseFaults } from '../../src/supply/hose-choice.ts';
export { jointList, lineVolume, type Joint } from '../../src/supply/joints.ts';
export type { PlanResult } from '../../src/advise/plan-result.ts';
export type {
  PumpResult,
  RegulatorResult,
  StateResult,
  StateValues,
  StationResult,
  WeakLink,
} from '../../src/engine/results.ts';
export { BACK_PRESSURE_SHARE, CRANKING_VOLTS, DROP_LIMITS, SUCTION_LIMITS } from '../../src/judge/limits.ts';
export {
  driveLanes,
  driveMoments,
  LEG_KINDS,
  standardDrive,
  type DriveMoment,
  type Lane,
  type Leg,
  type LegKind,
} from '../../src/replay/drive.ts';
export {
  DIP_LIMIT,
  drivePressure,
  railDips,
  type Dip,
  type RailMoment,
} from '../../src/replay/drive-pressure.ts';
export { PULL_S, PUMP_START_S } from '../../src/replay/pull-time.ts';
export {
  stagingAdvice,
  SWITCH_TOLERANCE,
  type StagingAdvice,
  type StagingPoint,
} from '../../src/replay/staging.ts';
export { RELAY_RATINGS } from '../../src/kinds/wiring/relay/index.ts';
export { sizeCircuit, type CircuitSizing, type GaugeTried } from '../../src/advise/size-circuit.ts';
export { circuitOf, circuitStates, hardest, type Loaded } from '../../src/engine/electric/electric-load.ts';
export { wayOf, wireLength, type PlacedSegment } from '../../src/engine/electric/circuits.ts';
export { weakestWire, wiresBehind } from '../../src/engine/electric/fused-wires.ts';

export {
  isLevel,
  ruleRuns,
  ruleSignals,
  ruleWants,
  signalKey,
  signalOf,
  TURNING_RPM,
  type Clause,
  type Term,
  type TriggerRule,
  type Truth,
} from '../../src/trigger/rule.ts';
export {
  replayTrigger,
  TriggerMachine,
  type LaneStep,
  type Reason,
  type Signals,
} from '../../src/trigger/machine.ts';
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
} from '../../src/edit/circuit.ts';
export {
  addDevice,
  allTerminals,
  NEW_DEVICES,
  removeDevice,
  terminalName,
  terminalWord,
} from '../../src/edit/harness.ts';
export { HarnessModel, type Behaviour, type Inputs, type LoadState } from '../../src/harness/behave.ts';
export { allOn, MOST_SIGNALS, tableSignals, truthTable, type TruthRow } from '../../src/harness/enumerate.ts';
export { harnessOf, realiseRules } from '../../src/harness/realise.ts';
export {
  wiringSheet,
  type PinTable,
  type WireRow,
  type WiringSheet,
} from '../../src/harness/wiring-sheet.ts';
export {
  layOutHarness,
  type HarnessLayout,
  type PlacedDevice,
  type PlacedTerminal,
  type PlacedWire,
} from '../../src/harness/layout.ts';
export {
  wireListCsv,
  wirePaint,
  wiringNetlist,
  wiringSvg,
  wireTags,
} from '../../src/formats/wiring-files.ts';
export { undrawnPieces } from '../../src/harness/figures.ts';
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
} from '../../src/document/triggers.ts';
export {
  keepInJob,
  lineChoices,
  wireChoices,
  type Kept,
  type LineChoice,
  type LineQuestion,
  type WireChoice,
  type WireQuestion,
} from '../../src/advise/quick-sums.ts';
export { meterResistance } from '../../src/kinds/plumbing/pump/meter-resistance.ts';
export { addedInRoundFigures } from '../../src/edit/round-figures.ts';
export {
  SHOP_LIMITS,
  type ShopLimit,
  type ShopLimits,
  pumpDropOf,
  withShopLimits,
} from '../../src/document/shop-limits.ts';
export { inRoundFigures } from '../../src/document/round-figures.ts';
export { upgradeJob } from '../../src/document/upgrade.ts';
export { dryTest, type DryRow } from '../../src/harness/dry-test.ts';
export { findRepairs, type Repair } from '../../src/harness/repair.ts';

export {
  GAS_LIMITS,
  GAUGE_MOST_PA,
  gasDecay,
  HOLD_PATIENCE,
  holdProposal,
  provableAfter,
  storedEnergy,
  type DecayReading,
  type DecayResult,
  type DecaySetup,
  type DecayVerdict,
} from '../../src/prove/procedures/gas-decay/gas-decay.ts';

export { applyPatch } from '../../src/edit/apply-patch.ts';
export { valueAt } from '../../src/fields/pointer.ts';
export { sourceOf } from '../../src/fields/provenance.ts';
export { figureOfSource, figuresOf, figuresOfPlan, setOrigin, typeFigure } from '../../src/edit/figures.ts';
export { diffDocuments, overlappingPaths } from '../../src/formats/diff.ts';
export { CURVE_COLUMNS, readPumpCurve, type CurvePreview } from '../../src/formats/pump-curve-csv.ts';
export {
  INJECTOR_COLUMNS,
  MATCHED_WITHIN,
  PULL_COLUMNS,
  readInjectors,
  readPull,
  type InjectorData,
  type InjectorPreview,
  type PullPreview,
} from '../../src/formats/brief-csv.ts';
export { readSheet, type Sheet, type SheetColumn, type SheetRow } from '../../src/formats/sheet.ts';
export { operatingEnvelope, type EnvelopePoint } from '../../src/advise/envelope.ts';
export { fieldAt, labelAt, valueCalled } from '../../src/formats/field-at.ts';
export { formAt } from '../../src/formats/form-at.ts';
export {
  addedErrors,
  brokenShape,
  checkJob,
  JOB_FILE_LIMIT,
  jobSchema,
  readJob,
  writeJob,
} from '../../src/formats/read-job.ts';
export { checkReport, checkSchema, type CheckReport } from '../../src/formats/check-report.ts';

export { nameLines, terminalMark } from '../../src/formats/wiring-files.ts';
export { deviceSymbol } from '../../src/harness/symbols.ts';
export { tracedWire } from '../../src/harness/trace.ts';
export { isUs, UNIT_SYSTEMS } from '../../src/quantities/units.ts';
export { explained, TERMS } from '../../src/say/terms.ts';
export { capital, inLines } from '../../src/quantities/text.ts';
export { manifoldWords } from '../../src/say/words.ts';
export { sayEnding } from '../../src/say/ending.ts';
export { sayPumpFault } from '../../src/say/pump-fault.ts';
export { sayState } from '../../src/say/state.ts';
export { sayOrigin } from '../../src/say/origin.ts';
export { sayInputs, saySignal } from '../../src/say/signal.ts';
export { terminalKey } from '../../src/kinds/wiring/fields.ts';
export { USUAL_DRIVER } from '../../src/kinds/plumbing/pump/shape.ts';
export { MEASURED_IDS } from '../../src/prove/contract.ts';
export { fitSlope } from '../../src/prove/least-squares.ts';
export { jobSheet } from '../../src/prove/job-sheet/job-sheet.ts';
export { buildOutcome } from '../../src/prove/job-sheet/outcome.ts';
export { HOLD_POINTS, type BuildStep, type HoldPoint } from '../../src/prove/job-sheet/step.ts';
export { measuredOutcome, newestOf, proofMark, stepVerdict } from '../../src/prove/measured.ts';
export { measuredSteps } from '../../src/prove/procedures/index.ts';
export {
  DROP_M3,
  giveWithGas,
  liquidHold,
  liquidProvableAfter,
  stiffnessOf,
  type LiquidReading,
} from '../../src/prove/procedures/liquid-hold/liquid-hold.ts';
export { ISOLATIONS, leakWays, type Isolation } from '../../src/prove/procedures/liquid-hold/isolate.ts';
export { fuelHoldMark, leakWayName, liquidOutcome } from '../../src/prove/procedures/liquid-hold/outcome.ts';
export { sayRule } from '../../src/say/rule.ts';
export { heldFuel } from '../../src/engine/sealed-fuel.ts';
export { findPulls, type LogSeries } from '../../src/prove/procedures/drive-log/series.ts';
export { judgeLog } from '../../src/prove/procedures/drive-log/judge-log.ts';
export { guessLogColumns, readDriveLog } from '../../src/formats/drive-log-csv.ts';
export { FOUND, FOUND_KINDS, sayFound, surveyOpen, type FoundItem } from '../../src/prove/survey.ts';
export { waysToForce } from '../../src/prove/forcing.ts';
export { otherwise } from '../../src/engine/parameters.ts';
