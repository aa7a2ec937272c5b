export { REGULATORS, REGULATOR_CLASS_IDS } from '../kinds/plumbing/bypass-regulator/seats.ts';
export { PUMPS } from '../kinds/plumbing/pump/generic-pumps.ts';
export { fittingMotor, pumpFaults } from '../kinds/plumbing/pump/pump-faults.ts';
export { POINT_FIELDS, pumpFromPoint } from '../kinds/plumbing/pump/pump-from-point.ts';
export type { PumpType } from '../kinds/plumbing/pump/pump-model.ts';
export {
  SPEED_FIELDS,
  USUAL_DRIVER,
  USUAL_SPEED,
  pumpFigures,
  swapPump,
} from '../kinds/plumbing/pump/shape.ts';
export { CUT_WASTE, cutLength } from '../kinds/plumbing/run/end-sizes.ts';
export { type EndId, ENDS, END_IDS } from '../kinds/plumbing/run/ends.ts';
export { endName, hoseName } from '../kinds/plumbing/run/lines.ts';
export { boreOf } from '../kinds/plumbing/run/geometry.ts';
export {
  type Dash,
  HOSE_KINDS,
  HOSE_KIND_IDS,
  type HoseKindId,
  sizesOf,
  takesHoseEnds,
} from '../kinds/plumbing/run/hoses.ts';
export { ALL_FUSES } from '../kinds/wiring/wire/wire-data.ts';
export {
  type Conductor,
  WIRE_SIZES,
  type WireSize,
  familyOf,
  wireSizeName,
} from '../kinds/wiring/wire/wire.ts';
export { plumbingKind } from '../kinds/index.ts';
export { segmentKind } from '../kinds/wiring/index.ts';
export { terminalKey } from '../kinds/wiring/fields.ts';
export { SENDER_FED } from '../kinds/wiring/sender/index.ts';
