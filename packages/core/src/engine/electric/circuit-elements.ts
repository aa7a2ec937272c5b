import type { Conductor, WireSize } from '../../kinds/wiring/wire/wire.ts';

interface Piece {
  readonly id: string;
  /** Circuit it was drawn in. */
  readonly circuitId: string;
}

export interface WireElement extends Piece {
  readonly kind: 'wire';
  readonly size: WireSize;
  readonly conductor: Conductor;
  /** m. */
  readonly length: number;
  readonly ambientK: number;
  /** Section as a share of what its size names; 1 where not given. */
  readonly share?: number;
}

export interface ResistiveElement extends Piece {
  readonly kind: 'fuse' | 'relay' | 'switch' | 'connector' | 'chassis' | 'pump-controller';
  readonly ohms: number;
}

export type CircuitElement = WireElement | ResistiveElement;

export interface Supply {
  /** Open-circuit volts. */
  readonly volts: number;
  /** Internal resistance, Ω. */
  readonly ohms: number;
}

export interface ElementDrop extends Piece {
  readonly kind: CircuitElement['kind'];
  readonly ohms: number;
  /** What it carries: more than its load's current where others share it, A. */
  readonly amps: number;
  /** V. */
  readonly drop: number;
  /** Conductor temperature, K (wires only; Infinity: runaway). */
  readonly conductorK?: number;
}

export interface CircuitSolution {
  /** Volts across the load. */
  readonly loadVolts: number;
  readonly amps: number;
  /** Volts at the source's terminals under load: what battery sag leaves. */
  readonly sourceVolts: number;
  readonly feed: readonly ElementDrop[];
  readonly ground: readonly ElementDrop[];
  /** Everything on its way but load and source, Ω. */
  readonly loopOhms: number;
  /** Drop in wires out and back, V. */
  readonly conductorDrop: number;
  /** Drop in fuse, relay, connectors and ground joints, V. */
  readonly jointDrop: number;
}

/**
 * Volts lost from the battery's posts to the load and back: wires and joints, battery sag apart.
 * @param s circuit, V
 * @returns V
 * Validity: any circuit.
 * @throws nothing
 * @source Kirchhoff's voltage law
 * @example wayDrop({ conductorDrop: 0.25, jointDrop: 0.125 }) // => 0.375
 */
export const wayDrop = (s: Pick<CircuitSolution, 'conductorDrop' | 'jointDrop'>): number =>
  s.conductorDrop + s.jointDrop;

/** One load and its way from the source and back; pieces may lie on several ways. */
export interface Branch {
  readonly id: string;
  readonly feed: readonly CircuitElement[];
  readonly ground: readonly CircuitElement[];
}

/** Current of a load at its volts, by its id; null: switched off. */
export type CurrentOf = (id: string) => ((volts: number) => number) | null;
