import { findRoot } from '../../numerics/root.ts';
import { conductorTemperature } from '../../kinds/wiring/wire/ampacity.ts';
import { wireResistance, type Conductor, type WireSize } from '../../kinds/wiring/wire/wire.ts';

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
  readonly kind: 'fuse' | 'relay' | 'switch' | 'connector' | 'chassis';
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

/** One load and its way from the source and back; pieces may lie on several ways. */
export interface Branch {
  readonly id: string;
  readonly feed: readonly CircuitElement[];
  readonly ground: readonly CircuitElement[];
}

/** Current of a load at its volts, by its id; null: switched off. */
export type CurrentOf = (id: string) => ((volts: number) => number) | null;

/** A fuse drops about 85 mV at its rating. */
export const fuseOhms = (ratingA: number): number => 0.085 / ratingA;

/** Past thermal runaway the insulation is gone; held here so that the rest still computes, K. */
const HOTTEST = 600;
const MAX_SWEEPS = 40;
/** No load's volts move by more between sweeps, V. */
const SETTLED = 1e-6;

interface Way {
  readonly id: string;
  readonly feed: readonly number[];
  readonly ground: readonly number[];
  readonly all: readonly number[];
}

/**
 * Every load of a car on its source at once: pieces that several loads share carry the sum, and all sag the battery.
 * Load by load V + I(V)·R_own = V_source − what the others drop on the way they share (Gauss–Seidel), wires at the
 * temperature their current brings them to, until no load’s volts move by 1 µV. Keeps its state, so that the next
 * solve starts from the last.
 */
export class PowerNetwork {
  private readonly elements: CircuitElement[] = [];
  private readonly ways: Way[];
  private readonly ohms: number[];
  private readonly carried: number[];
  private readonly amps: number[];
  private readonly volts: (number | undefined)[];
  private readonly at: ReadonlyMap<string, number>;
  private laws: readonly (((volts: number) => number) | null)[] = [];

  constructor(branches: readonly Branch[]) {
    const index = new Map<string, number>();
    const at = (e: CircuitElement): number => {
      const key = `${e.circuitId}/${e.id}`;
      const known = index.get(key);
      if (known !== undefined) return known;
      index.set(key, this.elements.length);
      return this.elements.push(e) - 1;
    };
    this.ways = branches.map((b) => {
      const feed = b.feed.map(at);
      const ground = b.ground.map(at);
      return { id: b.id, feed, ground, all: [...feed, ...ground] };
    });
    this.ohms = this.elements.map((e) => resistance(e, 0));
    this.carried = this.elements.map(() => 0);
    this.amps = branches.map(() => 0);
    this.volts = branches.map(() => undefined);
    this.at = new Map(branches.map((b, i) => [b.id, i]));
  }

  /**
   * Volts and currents of every load, and what each carries on its way.
   * @param supply open-circuit V and internal Ω, shared by all
   * @param currentAt current of a load at its volts, A; null: switched off
   */
  solve(supply: Supply, currentAt: CurrentOf): ReadonlyMap<string, CircuitSolution> {
    this.settle(supply, currentAt);
    return this.report(supply);
  }

  /** The numbers alone: what a search asks for many times over. */
  settle(supply: Supply, currentAt: CurrentOf): void {
    const laws = this.ways.map((w) => currentAt(w.id));
    this.laws = laws;
    laws.forEach((law, i) => {
      if (!law) this.load(i, 0);
    });
    for (let sweep = 0; sweep < MAX_SWEEPS; sweep++) {
      let moved = 0;
      this.ways.forEach((way, i) => {
        const law = laws[i];
        if (!law) return;
        const before = this.volts[i];
        const own = this.amps[i]!;
        let loop = supply.ohms;
        // What stands at the load's terminals for the current of the others alone.
        let open = supply.volts - supply.ohms * (this.total() - own);
        for (const e of way.all) {
          loop += this.ohms[e]!;
          open -= this.ohms[e]! * (this.carried[e]! - own);
        }
        const v = loadVolts(Math.max(0, open), loop, law, before ?? open);
        this.volts[i] = v;
        this.load(i, law(v));
        moved = Math.max(moved, before === undefined ? Infinity : Math.abs(v - before));
      });
      this.heat();
      if (moved < SETTLED) break;
    }
  }

  /** Volts of a load as last settled; undefined: off, or not on this network. */
  voltsOf(id: string): number | undefined {
    const i = this.at.get(id);
    return i !== undefined && this.laws[i] ? this.volts[i] : undefined;
  }

  /** Everything as last settled, piece by piece. */
  report(supply: Supply): ReadonlyMap<string, CircuitSolution> {
    return new Map(
      this.ways.flatMap((way, i) => (this.laws[i] ? [[way.id, this.told(way, i, supply)]] : [])),
    );
  }

  private total(): number {
    let sum = 0;
    for (const a of this.amps) sum += a;
    return sum;
  }

  private load(i: number, amps: number): void {
    const more = amps - this.amps[i]!;
    if (more === 0) return;
    this.amps[i] = amps;
    for (const e of this.ways[i]!.all) this.carried[e]! += more;
  }

  private heat(): void {
    for (let k = 0; k < this.elements.length; k++) {
      const e = this.elements[k]!;
      if (e.kind === 'wire') this.ohms[k] = resistance(e, this.carried[k]!);
    }
  }

  private told(way: Way, i: number, supply: Supply): CircuitSolution {
    const drop = (k: number): ElementDrop => {
      const e = this.elements[k]!;
      const amps = this.carried[k]!;
      const base = { id: e.id, circuitId: e.circuitId, kind: e.kind, ohms: this.ohms[k]!, amps };
      const of = { ...base, drop: amps * this.ohms[k]! };
      return e.kind === 'wire' ? { ...of, conductorK: kelvinOf(e, amps) } : of;
    };
    const feed = way.feed.map(drop);
    const ground = way.ground.map(drop);
    let loopOhms = 0;
    let conductorDrop = 0;
    let jointDrop = 0;
    for (const d of [...feed, ...ground]) {
      loopOhms += d.ohms;
      if (d.kind === 'wire') conductorDrop += d.drop;
      else jointDrop += d.drop;
    }
    return {
      loadVolts: this.volts[i] ?? 0,
      amps: this.amps[i]!,
      sourceVolts: supply.volts - supply.ohms * this.total(),
      feed,
      ground,
      loopOhms,
      conductorDrop,
      jointDrop,
    };
  }
}

/**
 * Steady state of one load alone on its source: volts at the load V where V + I(V)·ΣR = V_source, each wire's
 * resistance taken at the temperature its current brings it to.
 * @param supply open-circuit V and Ω
 * @param feed elements from source to load
 * @param ground elements from load back to source
 * @param currentAt load current A at load volts V (rising or level)
 * @returns volts at load and source, A, drop by element V
 * @throws nothing; a load that never balances gives 0 V
 * @source Ohm and Kirchhoff; fuse drop 85 mV at rating is common practice
 * @example solveCircuit({ volts: 14, ohms: 0 }, [{ id: 'j', circuitId: 'c', kind: 'connector', ohms: 0.1 }], [], () => 10).loadVolts // => 13
 */
export function solveCircuit(
  supply: Supply,
  feed: readonly CircuitElement[],
  ground: readonly CircuitElement[],
  currentAt: (volts: number) => number,
): CircuitSolution {
  const network = new PowerNetwork([{ id: 'load', feed, ground }]);
  return network.solve(supply, () => currentAt).get('load')!;
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
  const kelvin = Math.min(HOTTEST, kelvinOf(e, amps));
  return (wireResistance(e.size, e.conductor, kelvin) * e.length) / (e.share ?? 1);
}

/** A smaller section heats as the full one would at so much more current. */
const kelvinOf = (e: WireElement, amps: number): number =>
  conductorTemperature(e.size, e.conductor, amps / Math.sqrt(e.share ?? 1), e.ambientK);
