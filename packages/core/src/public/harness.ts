export type { Inputs, LoadState } from '../harness/behave.ts';
export { type DryRow, dryTest } from '../harness/dry-test.ts';
export { allOn, MOST_SIGNALS, type TruthRow, tableSignals, truthTable } from '../harness/enumerate.ts';
export { type HarnessLayout, layOutHarness, type PlacedDevice } from '../harness/layout.ts';
export { deviceSymbol } from '../harness/symbols.ts';
export { tracedWire } from '../harness/trace.ts';
export { harnessOf } from '../harness/realise.ts';
export { type WiringSheet, wiringSheet } from '../harness/wiring-sheet.ts';
