import { findRoot } from '../numerics/root.ts';
import { conductorTemperature } from './ampacity.ts';
import { wireResistance, type Conductor, type WireSize } from './wire.ts';

export interface WireElement {
  readonly id: string;
  readonly kind: 'wire';
  readonly size: WireSize;
  readonly conductor: Conductor;
  /** m. */
  readonly length: number;
  readonly ambientK: number;
}

export interface ResistiveElement {
  readonly id: string;
  readonly kind: 'fuse' | 'relay' | 'connector' | 'chassis';
  readonly ohms: number;
}

export type CircuitElement = WireElement | ResistiveElement;

export interface Supply {
  /** Open-circuit volts. */
  readonly volts: number;
  /** Internal resistance, Ω. */
  readonly ohms: number;
}

export interface ElementDrop {
  readonly id: string;
  readonly kind: CircuitElement['kind'];
  readonly ohms: number;
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
  /** Everything but load and source, Ω. */
  readonly loopOhms: number;
  /** Drop in wires out and back, V. */
  readonly conductorDrop: number;
  /** Drop in fuse, relay, connectors and ground joints, V. */
  readonly jointDrop: number;
}

/** A fuse drops about 85 mV at its rating. */
export const fuseOhms = (ratingA: number): number => 0.085 / ratingA;

/**
 * Steady state of one pump circuit: volts at the load V where V + I(V)·ΣR = V_source, each wire's resistance taken at
 * the temperature its current brings it to. Stops when V moves by less than 1 nV (secant steps; a bracketed search to
 * 1 µV where those stray); wire temperatures settle in a few turns.
 * @param supply open-circuit V and Ω
 * @param feed elements from source to load
 * @param ground elements from load back to source
 * @param currentAt load current A at load volts V (rising or level)
 * @returns volts at load and source, A, drop by element V
 * @throws nothing; a load that never balances gives 0 V
 * @source Ohm and Kirchhoff; fuse drop 85 mV at rating is common practice
 * @example solveCircuit({ volts: 14, ohms: 0 }, [{ id: 'j', kind: 'connector', ohms: 0.1 }], [], () => 10).loadVolts // => 13
 */
export function solveCircuit(
  supply: Supply,
  feed: readonly CircuitElement[],
  ground: readonly CircuitElement[],
  currentAt: (volts: number) => number,
): CircuitSolution {
  const all = [...feed, ...ground];
  let amps = 0;
  let volts = supply.volts;
  let ohms = all.map((e) => resistance(e, 0));
  for (let turn = 0; turn < 12; turn++) {
    const before = volts;
    ohms = all.map((e) => resistance(e, amps));
    const loop = supply.ohms + ohms.reduce((a, b) => a + b, 0);
    volts = loadVolts(supply.volts, loop, currentAt, volts);
    amps = currentAt(volts);
    if (Math.abs(volts - before) < 1e-7) break;
  }
  const drops = all.map((e, i): ElementDrop => {
    const drop = amps * ohms[i]!;
    if (e.kind !== 'wire') return { id: e.id, kind: e.kind, ohms: ohms[i]!, drop };
    const conductorK = conductorTemperature(e.size, e.conductor, amps, e.ambientK);
    return { id: e.id, kind: e.kind, ohms: ohms[i]!, drop, conductorK };
  });
  const sum = (of: (d: ElementDrop) => boolean) => drops.filter(of).reduce((a, d) => a + d.drop, 0);
  return {
    loadVolts: volts,
    amps,
    sourceVolts: supply.volts - amps * supply.ohms,
    feed: drops.slice(0, feed.length),
    ground: drops.slice(feed.length),
    loopOhms: ohms.reduce((a, b) => a + b, 0),
    conductorDrop: sum((d) => d.kind === 'wire'),
    jointDrop: sum((d) => d.kind !== 'wire'),
  };
}

/** V + I(V)·R rises with V, so secant steps from a near guess settle in two or three turns. */
function loadVolts(supply: number, ohms: number, currentAt: (v: number) => number, guess: number): number {
  const g = (v: number): number => v + currentAt(v) * ohms - supply;
  let v0 = guess;
  let g0 = g(v0);
  let v1 = v0 - g0;
  for (let k = 0; k < 12; k++) {
    if (!(v1 >= 0 && v1 <= supply)) break;
    if (Math.abs(v1 - v0) < 1e-9) return v1;
    const g1 = g(v1);
    const step = (g1 * (v1 - v0)) / (g1 - g0);
    v0 = v1;
    g0 = g1;
    v1 -= Number.isFinite(step) ? step : 0;
  }
  return findRoot(g, 0, supply, 1e-6).x;
}

function resistance(e: CircuitElement, amps: number): number {
  if (e.kind !== 'wire') return e.ohms;
  // Past thermal runaway the insulation is gone; hold the figure at 600 K so that the rest still computes.
  const kelvin = Math.min(600, conductorTemperature(e.size, e.conductor, amps, e.ambientK));
  return wireResistance(e.size, e.conductor, kelvin) * e.length;
}
