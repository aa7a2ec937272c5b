import { DenseSolver } from '../../numerics/dense-solver.ts';
import { conductorTemperature, wireHeating } from '../../kinds/wiring/wire/ampacity.ts';
import { wireResistance } from '../../kinds/wiring/wire/wire.ts';
import type {
  Branch,
  CircuitElement,
  CircuitSolution,
  CurrentOf,
  ElementDrop,
  Supply,
  WireElement,
} from './circuit-elements.ts';

/** Past thermal runaway the insulation is gone; held here so that the rest still computes, K. */
const HOTTEST = 600;
const MAX_TURNS = 60;
/** No load's volts move by more between turns, V. */
const SETTLED = 1e-9;
/** A load's own fall of current with volts never undoes more than this much of its wiring’s drop: keeps Newton on its branch. */
const MOST_UNDONE = 0.8;
/** A load starts from this much under its source, V. */
const START_UNDER = 0.5;
/** A step takes a load's volts no lower than this share of them: a law at no volts says nothing of the way back. */
const LEAST_KEPT = 0.3;
/** For the slope of a current given as a function, V. */
const STEP = 1e-4;

/** Loads that are on, by number, with their currents A and volts V. */
export interface PowerSnapshot {
  readonly on: readonly number[];
  readonly amps: readonly number[];
  readonly volts: readonly number[];
}

interface Way {
  readonly id: string;
  readonly feed: readonly number[];
  readonly ground: readonly number[];
  readonly all: Int32Array;
}

/**
 * Every load of a car on its source at once: pieces that several loads share carry the sum, and all sag the battery.
 * V_i + Σ R_e(I_e)·I_e over the pieces of its way + R_s·ΣI = V_s for every load that is on, wires at the temperature their
 * current brings them to: Newton on the volts of all loads, until none moves by a nanovolt. Everything lies in flat arrays;
 * the last answer is kept, so that the next solve starts from it.
 */
export class PowerNetwork {
  /** Current of each load and its slope with the volts, A and A/V: set by whoever solves. */
  readonly amps: Float64Array;
  readonly ampsPerVolt: Float64Array;
  /** Volts across each load. */
  readonly volts: Float64Array;
  /** Which loads are on, their numbers first; `count` of them. */
  readonly on: Int32Array;
  count = 0;
  readonly ids: readonly string[];
  private readonly elements: CircuitElement[] = [];
  private readonly ways: Way[];
  private readonly carried: Float64Array;
  private readonly ohms: Float64Array;
  /** d(R·I)/dI of each piece: a wire’s resistance grows with its current. */
  private readonly slope: Float64Array;
  // A wire's R(I) = base/(1 − heating·I²), held at `most` past runaway; other pieces keep `base`.
  private readonly base: Float64Array;
  private readonly heating: Float64Array;
  private readonly most: Float64Array;
  private readonly at: ReadonlyMap<string, number>;
  private readonly dense: DenseSolver;
  /** What loads share with each other: M_ij = ∂(drop of i)/∂(current of j), over loads that are on. */
  private readonly shared: Float64Array;
  /** Pieces two loads have in common, by i·n + j. */
  private readonly common: (Int32Array | undefined)[];
  private readonly step: Float64Array;

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
      return { id: b.id, feed, ground, all: new Int32Array([...feed, ...ground]) };
    });
    this.ids = branches.map((b) => b.id);
    const pieces = this.elements.length;
    const n = branches.length;
    this.carried = new Float64Array(pieces);
    this.ohms = new Float64Array(pieces);
    this.slope = new Float64Array(pieces);
    this.base = new Float64Array(pieces);
    this.heating = new Float64Array(pieces);
    this.most = new Float64Array(pieces).fill(Infinity);
    this.elements.forEach((e, k) => {
      if (e.kind !== 'wire') return void (this.base[k] = e.ohms);
      const share = e.share ?? 1;
      const heated = wireHeating(e.size, e.conductor, e.ambientK);
      this.base[k] = (heated.ohmsPerMetre * e.length) / share;
      this.heating[k] = heated.perAmpSquared / share;
      this.most[k] = (wireResistance(e.size, e.conductor, HOTTEST) * e.length) / share;
    });
    this.amps = new Float64Array(n);
    this.ampsPerVolt = new Float64Array(n);
    this.volts = new Float64Array(n).fill(NaN);
    this.on = new Int32Array(n);
    this.step = new Float64Array(n);
    this.shared = new Float64Array(n * n);
    this.dense = new DenseSolver(n);
    this.at = new Map(branches.map((b, i) => [b.id, i]));
    this.common = this.commonPieces();
  }

  private commonPieces(): (Int32Array | undefined)[] {
    const n = this.ways.length;
    const users = new Map<number, number[]>();
    this.ways.forEach((w, i) =>
      w.all.forEach((e) => {
        const known = users.get(e);
        if (!known) users.set(e, [i]);
        else if (!known.includes(i)) known.push(i);
      }),
    );
    const lists = new Map<number, number[]>();
    for (const [e, loads] of users)
      for (const i of loads)
        for (const j of loads) {
          if (i === j) continue;
          const list = lists.get(i * n + j);
          if (list) list.push(e);
          else lists.set(i * n + j, [e]);
        }
    const out = new Array<Int32Array | undefined>(n * n);
    for (const [at, list] of lists) out[at] = new Int32Array(list);
    return out;
  }

  /** Forgets the last volts. */
  restart(): void {
    this.volts.fill(NaN);
  }

  /** Number of a load here; undefined: it is not on this network. */
  numberOf(id: string): number | undefined {
    return this.at.get(id);
  }

  /** Says which loads are on, by number; those that come on start from near the source’s volts. */
  switchOn(numbers: readonly number[], supply: Supply): void {
    this.count = numbers.length;
    this.amps.fill(0);
    this.ampsPerVolt.fill(0);
    numbers.forEach((i, k) => {
      this.on[k] = i;
      if (!(this.volts[i]! > 0 && this.volts[i]! <= supply.volts))
        this.volts[i] = Math.max(0, supply.volts - START_UNDER);
    });
  }

  /** Has a load draw what its law says at the volts it has. */
  draw(i: number, current: (volts: number) => number): void {
    const v = this.volts[i]!;
    this.amps[i] = current(v);
    this.ampsPerVolt[i] = (current(v + STEP) - current(v - STEP)) / (2 * STEP);
  }

  /**
   * Volts that are missing at each load that is on, at the currents set, and the equations for a step: fills `missing`
   * (in the order of `on`) with V_s − drops − V and readies `solve`. Returns false where the equations are singular.
   */
  linearize(supply: Supply, missing: Float64Array): boolean {
    const { on, count: n, ways, ampsPerVolt, ohms, slope, shared, common, dense } = this;
    const total = this.carry();
    const all = ways.length;
    for (let k = 0; k < n; k++) {
      const i = on[k]!;
      const way = ways[i]!.all;
      let drop = supply.ohms * total;
      let own = supply.ohms;
      for (let s = 0; s < way.length; s++) {
        const e = way[s]!;
        drop += ohms[e]! * this.carried[e]!;
        own += slope[e]!;
      }
      missing[k] = supply.volts - drop - this.volts[i]!;
      for (let c = 0; c < n; c++) {
        const j = on[c]!;
        let m = i === j ? own : supply.ohms;
        const both = i === j ? undefined : common[i * all + j];
        if (both) for (let s = 0; s < both.length; s++) m += slope[both[s]!]!;
        shared[k * n + c] = m;
        dense.matrix[k * n + c] = m * ampsPerVolt[j]!;
      }
      const undone = dense.matrix[k * n + k]!;
      dense.matrix[k * n + k] = 1 + (undone < -MOST_UNDONE ? -MOST_UNDONE : undone);
    }
    return n === 0 || dense.factor(n);
  }

  /** What a volt missing everywhere the right-hand side says does to the volts: solves in place. */
  solveStep(rightSide: Float64Array, from: number): void {
    this.dense.solve(rightSide, from);
  }

  /** ∂(drop on the way of the k-th load that is on)/∂(current of the c-th), Ω. */
  sharedOhms(k: number, c: number): number {
    return this.shared[k * this.count + c]!;
  }

  /** Adds up what every piece carries, at the resistance that brings it to; returns the sum of all loads, A. */
  private carry(): number {
    const { on, count, ways, amps, carried, ohms, slope, base, heating, most } = this;
    carried.fill(0);
    let total = 0;
    for (let k = 0; k < count; k++) {
      const i = on[k]!;
      const way = ways[i]!.all;
      const a = amps[i]!;
      total += a;
      for (let s = 0; s < way.length; s++) carried[way[s]!]! += a;
    }
    for (let e = 0; e < carried.length; e++) {
      const square = heating[e]! * carried[e]! * carried[e]!;
      const rest = 1 - square;
      const r = base[e]! / rest;
      if (rest > 0 && r < most[e]!) {
        ohms[e] = r;
        slope[e] = r * (1 + (2 * square) / rest);
      } else {
        ohms[e] = most[e]!;
        slope[e] = most[e]!;
      }
    }
    return total;
  }

  /**
   * Volts and currents of every load, and what each carries on its way.
   * @param supply open-circuit V and internal Ω, shared by all
   * @param currentAt current of a load at its volts, A; null: switched off
   */
  solve(supply: Supply, currentAt: CurrentOf): ReadonlyMap<string, CircuitSolution> {
    const laws = this.ids.map(currentAt);
    const numbers = laws.flatMap((law, i) => (law ? [i] : []));
    this.switchOn(numbers, supply);
    const { on, step } = this;
    for (let turn = 0; turn < MAX_TURNS; turn++) {
      for (let k = 0; k < this.count; k++) {
        this.draw(on[k]!, laws[on[k]!]!);
      }
      if (!this.linearize(supply, step)) break;
      this.solveStep(step, 0);
      if (this.moveBy(step, 1, supply) < SETTLED) break;
    }
    return this.report(supply);
  }

  /** Moves the volts of every load that is on by a share of a step, within what the source has; returns the largest move, V. */
  moveBy(step: Float64Array, share: number, supply: Supply): number {
    let most = 0;
    for (let k = 0; k < this.count; k++) {
      const i = this.on[k]!;
      const before = this.volts[i]!;
      const to = Math.min(supply.volts, Math.max(LEAST_KEPT * before, before + share * step[k]!));
      this.volts[i] = to;
      most = Math.max(most, Math.abs(to - before));
    }
    return most;
  }

  /** Volts and currents of the loads that are on, kept for a report that may be asked for later. */
  snapshot(): PowerSnapshot {
    const on: number[] = [];
    const amps: number[] = [];
    const volts: number[] = [];
    for (let k = 0; k < this.count; k++) {
      const i = this.on[k]!;
      on.push(i);
      amps.push(this.amps[i]!);
      volts.push(this.volts[i]!);
    }
    return { on, amps, volts };
  }

  /** Everything piece by piece, as it stood. */
  report(supply: Supply, at: PowerSnapshot = this.snapshot()): ReadonlyMap<string, CircuitSolution> {
    this.count = at.on.length;
    at.on.forEach((i, k) => {
      this.on[k] = i;
      this.amps[i] = at.amps[k]!;
    });
    const total = this.carry();
    const sourceVolts = supply.volts - supply.ohms * total;
    const out = new Map<string, CircuitSolution>();
    at.on.forEach((i, k) => {
      const way = this.ways[i]!;
      const feed = way.feed.map((e) => this.dropOf(e));
      const ground = way.ground.map((e) => this.dropOf(e));
      let loopOhms = 0;
      let conductorDrop = 0;
      let jointDrop = 0;
      for (let s = 0; s < way.all.length; s++) {
        const e = way.all[s]!;
        const ohms = this.ohms[e]!;
        loopOhms += ohms;
        if (this.elements[e]!.kind === 'wire') conductorDrop += ohms * this.carried[e]!;
        else jointDrop += ohms * this.carried[e]!;
      }
      out.set(this.ids[i]!, {
        loadVolts: at.volts[k]!,
        amps: at.amps[k]!,
        sourceVolts,
        feed,
        ground,
        loopOhms,
        conductorDrop,
        jointDrop,
      });
    });
    return out;
  }

  private dropOf(k: number): ElementDrop {
    const e = this.elements[k]!;
    const { id, circuitId, kind } = e;
    const amps = this.carried[k]!;
    const ohms = this.ohms[k]!;
    const drop = amps * ohms;
    return e.kind === 'wire'
      ? { id, circuitId, kind, ohms, amps, drop, conductorK: kelvinOf(e, amps) }
      : { id, circuitId, kind, ohms, amps, drop };
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

/** A smaller section heats as the full one would at so much more current. */
const kelvinOf = (e: WireElement, amps: number): number =>
  conductorTemperature(e.size, e.conductor, amps / Math.sqrt(e.share ?? 1), e.ambientK);
