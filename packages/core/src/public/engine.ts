export { type PlacedSegment, wayOf, wireAmpacity } from '../engine/electric/circuits.ts';
export { circuitOf, hardest } from '../engine/electric/electric-load.ts';
export { wayDrop, type CircuitSolution, type ElementDrop } from '../engine/electric/circuit-elements.ts';
export type { StateResult, StationResult } from '../engine/results.ts';
export { leastFed, OFF_V } from '../engine/least-fed.ts';
export { wireLength } from '../kinds/wiring/wire/segment.ts';
export { heldFuel, type SealedFuel } from '../engine/sealed-fuel.ts';
export { AS_PLANNED, otherwise, type Parameters } from '../engine/parameters.ts';
export type { StateKind } from '../engine/states.ts';
