/** Values of the built core that benches and campaigns look at, wherever they live. */
export { absolute, gauge, toAbsolute, toGauge } from '../dist/quantities/pressure.js';
export { DIMENSIONS, dimensionSpec, fromSi, shownUnit } from '../dist/quantities/units.js';
export { shortened, storable } from '../dist/quantities/text.js';
export { parseQuantity } from '../dist/quantities/parse.js';
export { editText, formatQuantity } from '../dist/quantities/format.js';
export { fail, ok } from '../dist/outcome/result.js';
export { findingFingerprint, findingKey, SEVERITY_ORDER } from '../dist/outcome/finding.js';
export { pumpLaw } from '../dist/kinds/plumbing/pump/pump-model.js';
export { fittingMotor, pumpFaults } from '../dist/kinds/plumbing/pump/pump-faults.js';
export { pumpFromPoint } from '../dist/kinds/plumbing/pump/pump-from-point.js';
export { PUMPS } from '../dist/kinds/plumbing/pump/generic-pumps.js';
export { DASH_SIZES, HOSE_KIND_IDS, HOSE_KINDS, sizesOf } from '../dist/kinds/plumbing/run/hoses.js';
export { END_IDS, ENDS } from '../dist/kinds/plumbing/run/ends.js';
export { REGULATOR_CLASS_IDS, REGULATORS } from '../dist/kinds/plumbing/bypass-regulator/seats.js';
export { ALL_FUSES } from '../dist/kinds/wiring/wire/wire-data.js';
export { fuelProperties, ruleOfThumbRatio, stoichiometricFactor, volumeRatio } from '../dist/fuel/fuel.js';
export { fuelDemand, pullAt } from '../dist/demand/pull.js';
export { injectorDuty } from '../dist/demand/injectors.js';
export { fullSpeedAt, sensorVolts, speedCommand } from '../dist/demand/speed-map.js';
export { threeNumberPull } from '../dist/demand/three-number-pull.js';
export { darcyFriction } from '../dist/flow/friction.js';
export { bendLoss, boreChangeLoss, hoseEndLoss } from '../dist/flow/minor-losses.js';
export { blockingRegulator } from '../dist/kinds/plumbing/blocking-regulator/law.js';
export { bypassRegulator } from '../dist/kinds/plumbing/bypass-regulator/law.js';
export { seatFlow } from '../dist/flow/seat.js';
export { checkValve } from '../dist/kinds/plumbing/check-valve/law.js';
export { factoryAtRest, factorySource } from '../dist/kinds/junctions/factory/law.js';
export { filterLoss, powerLoss } from '../dist/flow/porous.js';
export { fixedLoss, lossAt, pipeRun } from '../dist/flow/pipe.js';
export { runningPump, stoppedPump } from '../dist/kinds/plumbing/pump/law.js';
export { NetworkSolver, solveNetwork } from '../dist/engine/network/network-solver.js';
export {
  awgDiameter,
  familyOf,
  parseWireSize,
  wireResistance,
  wireSection,
  WIRE_SIZES,
  wireSizeName,
} from '../dist/kinds/wiring/wire/wire.js';
export { ampacity, conductorTemperature } from '../dist/kinds/wiring/wire/ampacity.js';
export { chooseFuse, fuseSurvives, motorInrush } from '../dist/kinds/wiring/fuse/fuse.js';
export { DcNetwork, solveDc } from '../dist/engine/electric/dc-network.js';
export { PowerNetwork, solveCircuit } from '../dist/engine/electric/power-network.js';
export { PATTERNS } from '../dist/document/patterns/all.js';
export { fullReturnJob } from '../dist/document/patterns/full-return.js';
export { pumpElement } from '../dist/document/pieces.js';
export { pumpFigures, swapPump } from '../dist/kinds/plumbing/pump/shape.js';
export { sayFinding } from '../dist/say/finding.js';
export { Trials } from '../dist/advise/trial.js';
export { elementPath } from '../dist/edit/paths.js';
export { BRANCH_ENDS, branchAt, removePath } from '../dist/edit/branch.js';
export { insertPart, movePart, NEW_PARTS, removePart, splitRun } from '../dist/edit/path.js';
export { STYLES } from '../dist/document/job-document.js';
export { judgeChoice, SizingSearch, paretoFront, sizingChoices } from '../dist/advise/sizing.js';
export { compareJobs } from '../dist/advise/compare.js';
export { confidenceSamples, summarizeConfidence, UNCERTAIN } from '../dist/advise/confidence.js';
export { evaluateOne, evaluatePlan, evaluateStates } from '../dist/advise/evaluate-plan.js';
export { operatingStates } from '../dist/engine/states.js';
export { boreOf } from '../dist/kinds/plumbing/run/geometry.js';
export { trappedVolumes } from '../dist/engine/trapped.js';
export { wireAmpacity } from '../dist/engine/electric/circuits.js';
export { billOfMaterials } from '../dist/supply/bill.js';
export { jointList, lineVolume } from '../dist/supply/joints.js';
export { BACK_PRESSURE_SHARE, CRANKING_VOLTS, DROP_LIMITS, SUCTION_LIMITS } from '../dist/judge/limits.js';
export { driveLanes, driveMoments, LEG_KINDS, standardDrive } from '../dist/replay/drive.js';
export { DIP_LIMIT, drivePressure, railDips } from '../dist/replay/drive-pressure.js';
export { PULL_S, PUMP_START_S } from '../dist/replay/pull-time.js';
export { STAGING_MARGIN, stagingAdvice, SWITCH_TOLERANCE } from '../dist/replay/staging.js';
export { RELAY_RATINGS } from '../dist/kinds/wiring/relay/index.js';
export { sizeCircuit } from '../dist/advise/size-circuit.js';
export { circuitOf, circuitStates, hardest } from '../dist/engine/electric/electric-load.js';
export { wayOf, wireLength } from '../dist/engine/electric/circuits.js';
export { weakestWire, wiresBehind } from '../dist/engine/electric/fused-wires.js';
export { isLevel, ruleRuns, ruleSignals, ruleWants, termKey, TURNING_RPM } from '../dist/trigger/rule.js';
export { replayTrigger, TriggerMachine } from '../dist/trigger/machine.js';
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
} from '../dist/edit/circuit.js';
export { SUPPRESSION } from '../dist/document/job-document.js';
export {
  addDevice,
  allTerminals,
  NEW_DEVICES,
  removeDevice,
  terminalName,
  terminalWord,
} from '../dist/edit/harness.js';
export { HarnessModel } from '../dist/harness/behave.js';
export { MOST_SIGNALS, signalKeys, truthTable } from '../dist/harness/enumerate.js';
export { harnessOf, realiseRules } from '../dist/harness/realise.js';
export { wiringSheet } from '../dist/harness/wiring-sheet.js';
export { layOutHarness } from '../dist/harness/layout.js';
export { wireListCsv, wirePaint, wiringNetlist, wiringSvg, wireTags } from '../dist/formats/wiring-files.js';
export { undrawnPieces } from '../dist/harness/figures.js';
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
} from '../dist/document/triggers.js';
export { keepInJob, lineChoices, wireChoices } from '../dist/advise/quick-sums.js';
export { meterResistance } from '../dist/kinds/plumbing/pump/meter-resistance.js';
export { upgradeJob } from '../dist/document/upgrade.js';
export { dryTest } from '../dist/harness/dry-test.js';
export { findRepairs } from '../dist/harness/repair.js';
export {
  GAS_LIMITS,
  GAUGE_MOST_PA,
  gasDecay,
  provableAfter,
  storedEnergy,
} from '../dist/prove/procedures/gas-decay/gas-decay.js';
export { applyPatch } from '../dist/edit/apply-patch.js';
export { diffDocuments, overlappingPaths, valueAt } from '../dist/formats/diff.js';
export { CURVE_COLUMNS, readPumpCurve } from '../dist/formats/pump-curve-csv.js';
export {
  INJECTOR_COLUMNS,
  MATCHED_WITHIN,
  PULL_COLUMNS,
  readInjectors,
  readPull,
} from '../dist/formats/brief-csv.js';
export { readSheet } from '../dist/formats/sheet.js';
export { operatingEnvelope } from '../dist/advise/envelope.js';
export { fieldRange } from '../dist/formats/field-range.js';
export {
  addedErrors,
  brokenShape,
  checkJob,
  JOB_FILE_LIMIT,
  jobSchema,
  readJob,
  writeJob,
} from '../dist/formats/read-job.js';
export { checkReport, checkSchema } from '../dist/formats/check-report.js';
export { Engine } from '../dist/engine/engine.js';
