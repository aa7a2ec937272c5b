import { SparseLu } from '../../numerics/sparse-lu.ts';
import type { Ending, SolveReport } from '../../outcome/solve-report.ts';

/** Two-terminal things of a direct-current network. Node "0" is the zero of all volts. */
export type DcElement =
  | {
      readonly kind: 'resistor';
      readonly id: string;
      readonly a: string;
      readonly b: string;
      readonly ohms: number;
    }
  | {
      readonly kind: 'source';
      readonly id: string;
      readonly plus: string;
      readonly minus: string;
      /** Open-circuit volts, and what lies inside, Ω; > 0. */
      readonly volts: number;
      readonly ohms: number;
    }
  | {
      readonly kind: 'load';
      readonly id: string;
      readonly plus: string;
      readonly minus: string;
      /** A at volts across it, rising or level; any sign of volts. */
      readonly current: (volts: number) => number;
    }
  | { readonly kind: 'diode'; readonly id: string; readonly anode: string; readonly cathode: string };

export interface DcSolution {
  /** Volts of a node against node "0"; 0 for a node that is not there. */
  readonly volts: (node: string) => number;
  /** Current through an element from its first terminal to its second, A. */
  readonly amps: (id: string) => number;
}

export interface DcSolve extends SolveReport {
  readonly solution: DcSolution | null;
}

/** Shockley diode of the usual kind, 27 °C. */
const SATURATION = 1e-14;
const THERMAL = 0.02586419;
const CRITICAL = THERMAL * Math.log(THERMAL / (Math.SQRT2 * SATURATION));
/** Holds a node that hangs free near zero; 1 TΩ draws 14 pA at most. */
const G_MIN = 1e-12;
const MAX_TURNS = 200;
const TOLERANCE = 1e-9;

const terminals = (e: DcElement): readonly [string, string] =>
  e.kind === 'resistor' ? [e.a, e.b] : e.kind === 'diode' ? [e.anode, e.cathode] : [e.plus, e.minus];

/** Current through an element at volts across it, and its slope. */
function lawAt(e: DcElement, v: number): { readonly i: number; readonly g: number } {
  switch (e.kind) {
    case 'resistor':
      return { i: v / e.ohms, g: 1 / e.ohms };
    case 'source':
      // First terminal to second through the source: against its drive.
      return { i: (v - e.volts) / e.ohms, g: 1 / e.ohms };
    case 'load': {
      const h = 1e-5;
      return { i: e.current(v), g: Math.max(0, (e.current(v + h) - e.current(v - h)) / (2 * h)) };
    }
    case 'diode': {
      const x = Math.exp(Math.min(80, v / THERMAL));
      return { i: SATURATION * (x - 1) + G_MIN * v, g: (SATURATION / THERMAL) * x + G_MIN };
    }
  }
}

/** A diode's next guess is held where its exponential can follow. */
const limited = (next: number, last: number): number => {
  if (next <= CRITICAL || Math.abs(next - last) <= 2 * THERMAL) return next;
  if (last <= 0) return THERMAL * Math.log(Math.max(next, THERMAL) / THERMAL);
  const step = 1 + (next - last) / THERMAL;
  return step > 0 ? last + THERMAL * Math.log(step) : CRITICAL;
};

/**
 * A network made ready for repeated solves: numbering is kept, and the last answer where it is asked for again.
 */
export class DcNetwork {
  private readonly index = new Map<string, number>();
  private readonly ends: Int32Array;
  private readonly volts: Float64Array;
  private readonly across: Float64Array;
  private readonly lu: SparseLu;
  /** Where each element's four entries of the nodal matrix live; −1 where it ends on zero. */
  private readonly slots: Int32Array;
  private readonly rhs: Float64Array;
  /** Resistors and sources only: one turn is exact. */
  private readonly straight: boolean;

  constructor(private readonly elements: readonly DcElement[]) {
    for (const e of elements)
      for (const node of terminals(e))
        if (node !== '0' && !this.index.has(node)) this.index.set(node, this.index.size);
    const at = (node: string): number => (node === '0' ? -1 : this.index.get(node)!);
    this.ends = Int32Array.from(elements.flatMap((e) => terminals(e).map(at)));
    this.straight = elements.every((e) => e.kind === 'resistor' || e.kind === 'source');
    const n = this.index.size;
    this.volts = new Float64Array(n);
    this.across = new Float64Array(elements.length);
    const pairs: number[] = [];
    for (let l = 0; l < elements.length; l++) {
      const a = this.ends[2 * l]!;
      const b = this.ends[2 * l + 1]!;
      if (a >= 0 && b >= 0) pairs.push(a, b);
    }
    this.lu = new SparseLu(n, pairs);
    this.slots = Int32Array.from(
      elements.flatMap((_, l) => {
        const a = this.ends[2 * l]!;
        const b = this.ends[2 * l + 1]!;
        const at = (i: number, j: number): number => (i < 0 || j < 0 ? -1 : this.lu.position(i, j));
        return [at(a, a), at(b, b), at(a, b), at(b, a)];
      }),
    );
    this.rhs = new Float64Array(n);
  }

  /**
   * Node volts by Newton on Kirchhoff's current law; diodes held to steps their exponential can follow. Stops when no node
   * moved by more than 1 nV (and 1e-9 of itself); gives up after 200 turns.
   */
  solve(): DcSolve {
    const { elements, ends, slots, across, lu, rhs } = this;
    const { values } = lu;
    const n = this.index.size;
    let moving = 0;
    for (let turn = 1; turn <= MAX_TURNS; turn++) {
      lu.clear();
      rhs.fill(0);
      for (let k = 0; k < n; k++) values[lu.position(k, k)] = G_MIN;
      for (let l = 0; l < elements.length; l++) {
        const { i, g } = lawAt(elements[l]!, across[l]!);
        const rest = i - g * across[l]!;
        const a = ends[2 * l]!;
        const b = ends[2 * l + 1]!;
        if (a === b) continue;
        if (a >= 0) {
          values[slots[4 * l]!]! += g;
          rhs[a]! -= rest;
        }
        if (b >= 0) {
          values[slots[4 * l + 1]!]! += g;
          rhs[b]! += rest;
        }
        if (a >= 0 && b >= 0) {
          values[slots[4 * l + 2]!]! -= g;
          values[slots[4 * l + 3]!]! -= g;
        }
      }
      const stuck = lu.factor();
      if (stuck >= 0) return this.failed({ how: 'adrift', node: [...this.index.keys()][stuck] ?? '' }, turn);
      lu.solve(rhs);
      const moved = this.take();
      moving = moved * TOLERANCE;
      if (!Number.isFinite(moved)) return this.failed({ how: 'ran-away' }, turn);
      if (moved <= 1 || this.straight) return this.settled(turn);
    }
    return this.failed({ how: 'unsettled', turns: MAX_TURNS, moving }, MAX_TURNS);
  }

  /** Takes the solved volts; tells the largest move against what is allowed. */
  private take(): number {
    const { elements, ends, across, volts, rhs } = this;
    let worst = 0;
    for (let k = 0; k < volts.length; k++) {
      worst = Math.max(worst, Math.abs(rhs[k]! - volts[k]!) / (TOLERANCE + TOLERANCE * Math.abs(rhs[k]!)));
      volts[k] = rhs[k]!;
    }
    for (let l = 0; l < elements.length; l++) {
      const a = ends[2 * l]!;
      const b = ends[2 * l + 1]!;
      const v = (a >= 0 ? volts[a]! : 0) - (b >= 0 ? volts[b]! : 0);
      const held = elements[l]!.kind === 'diode' ? limited(v, across[l]!) : v;
      // A held diode has not arrived, whatever the nodes say.
      if (Math.abs(held - v) > 1e-9) worst = Math.max(worst, 2);
      across[l] = held;
    }
    return worst;
  }

  private settled(turns: number): DcSolve {
    const volts = this.volts.slice();
    const across = this.across.slice();
    const { elements, index } = this;
    const place = new Map(elements.map((e, l) => [e.id, l]));
    return {
      converged: true,
      ending: { how: 'settled' },
      iterations: turns,
      residual: 0,
      warnings: [],
      solution: {
        volts: (node) => (node === '0' ? 0 : (volts[index.get(node) ?? -1] ?? 0)),
        amps: (id) => {
          const l = place.get(id);
          return l === undefined ? 0 : lawAt(elements[l]!, across[l]!).i;
        },
      },
    };
  }

  private failed(ending: Ending, iterations: number): DcSolve {
    this.volts.fill(0);
    this.across.fill(0);
    return { converged: false, ending, iterations, residual: Infinity, warnings: [], solution: null };
  }
}

/**
 * Solves one direct-current network once.
 * @param elements resistors Ω, sources V and Ω, loads A(V), diodes; node "0" is zero volts
 * @returns node volts V and element currents A, and how the solve went
 * Validity: steady state; coils and motors are what they draw when settled.
 * @throws nothing
 * @source Kirchhoff; modified nodal analysis with Newton, Shockley's diode equation (standard texts)
 * @example solveDc([{ kind: 'source', id: 's', plus: 'a', minus: '0', volts: 12, ohms: 1 }, { kind: 'resistor', id: 'r', a: 'a', b: '0', ohms: 3 }]).solution.amps('r') // => 3
 */
export function solveDc(elements: readonly DcElement[]): DcSolve {
  return new DcNetwork(elements).solve();
}
