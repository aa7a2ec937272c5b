export { type PlacedSegment, wayOf, wireAmpacity, wireLength } from '../engine/electric/circuits.ts';
export { circuitOf, hardest } from '../engine/electric/electric-load.ts';
export type { CircuitSolution, ElementDrop } from '../engine/electric/power-network.ts';
export type { PlanResult, StateResult, StationResult } from '../engine/results.ts';
