import { SparseLu } from '../../numerics/sparse-lu.ts';
import type { SolveReport } from '../../outcome/solve-report.ts';
import { gauge, type GaugePressure } from '../../quantities/pressure.ts';
import type { LinkState, LossLaw } from '../../flow/link-law.ts';
import type { Network, NetworkNode } from './network.ts';

const G = 9.80665;
const MAX_ITERATIONS = 120;
/** Flow change between turns, as a share of the largest flow, below which the solve has settled. */
const FLOW_TOLERANCE = 1e-7;
/** Pressure left unexplained on any loss link, Pa. */
const PRESSURE_TOLERANCE = 1e-3;
/** After this many full steps a cycle of valves is assumed: steps then stop where the first valve shuts. */
const CYCLE_AFTER = 12;
/** After this many turns steps are halved as well, later quartered. */
const DAMP_AFTER = 40;
/** Least share of a step taken. */
const LEAST_STEP = 0.02;
/** What a valve shut in mid-step is left with, m³/s. */
const JUST_SHUT = -1e-12;
/** Flows under 0.4 L/h (1e-7 m³/s) are judged as if they were that large: a shut system has no larger one. */
const FLOW_FLOOR = 1e-7;
/** 360 L/h in m³/s. */
const START_FLOW = 1e-4;
/** No line a shop meets carries more on the way to an answer: 18,000 L/h in m³/s. */
const MOST_FLOW = 5e-3;

const NONE_SHUTS = { link: -1, share: 1 } as const;

export interface LinkResult {
  /** m³/s, from → to. */
  readonly flow: number;
  /** Pressure at the two ends, Pa gauge. */
  readonly pUp: GaugePressure;
  readonly pDown: GaugePressure;
  readonly state?: LinkState;
}

/** Looked up by id; made only when asked for. */
export interface Lookup<T> {
  get(id: string): T | undefined;
}

export interface NetworkSolution {
  readonly pressures: Lookup<GaugePressure>;
  readonly links: Lookup<LinkResult>;
}

/** `solution` is null when the solve did not converge: numbers are never handed out silently. */
export interface NetworkSolve extends SolveReport {
  readonly solution: NetworkSolution | null;
  /** Node with the largest unbalanced flow. */
  readonly worstNode: string;
}

/**
 * A network made ready for repeated solves: numbering, elimination order and the last answer are kept,
 * so the next operating point starts warm.
 */
export class NetworkSolver {
  private readonly nodeIndex = new Map<string, number>();
  private readonly linkIndex = new Map<string, number>();
  private readonly unknownOf: Int32Array;
  private readonly from: Int32Array;
  private readonly to: Int32Array;
  private readonly lu: SparseLu;
  private readonly slots: Int32Array;
  private readonly pressures: Float64Array;
  private readonly next: Float64Array;
  private readonly flows: Float64Array;
  // Each link as the straight piece q = offset + up·pUp + down·pDown it lies on now.
  private readonly offset: Float64Array;
  private readonly up: Float64Array;
  private readonly down: Float64Array;
  private readonly lift: Float64Array;
  private readonly rhs: Float64Array;
  private readonly out = new Float64Array(4);
  private warm = false;

  /** @throws when a link names a node that is not there (programming error) */
  constructor(private readonly shape: Network) {
    const { nodes, links } = shape;
    nodes.forEach((n, i) => this.nodeIndex.set(n.id, i));
    links.forEach((link, l) => this.linkIndex.set(link.id, l));
    this.unknownOf = new Int32Array(nodes.length).fill(-1);
    const unknowns: number[] = [];
    nodes.forEach((n, i) => {
      if (n.fixed === undefined) {
        this.unknownOf[i] = unknowns.length;
        unknowns.push(i);
      }
    });
    this.from = Int32Array.from(links, (l) => this.indexOf(l.from));
    this.to = Int32Array.from(links, (l) => this.indexOf(l.to));
    const adjacency: number[][] = unknowns.map(() => []);
    links.forEach((_, l) => {
      const u = this.unknownOf[this.from[l]!]!;
      const d = this.unknownOf[this.to[l]!]!;
      if (u >= 0 && d >= 0 && u !== d) {
        adjacency[u]!.push(d);
        adjacency[d]!.push(u);
      }
    });
    this.lu = new SparseLu(adjacency);
    this.slots = new Int32Array(links.length * 4).fill(-1);
    links.forEach((_, l) => {
      const u = this.unknownOf[this.from[l]!]!;
      const d = this.unknownOf[this.to[l]!]!;
      if (u >= 0) this.slots[4 * l] = this.lu.position(u, u);
      if (d >= 0) this.slots[4 * l + 1] = this.lu.position(d, d);
      if (u >= 0 && d >= 0) {
        this.slots[4 * l + 2] = this.lu.position(u, d);
        this.slots[4 * l + 3] = this.lu.position(d, u);
      }
    });
    this.pressures = new Float64Array(nodes.length);
    this.next = new Float64Array(nodes.length);
    this.flows = new Float64Array(links.length);
    this.offset = new Float64Array(links.length);
    this.up = new Float64Array(links.length);
    this.down = new Float64Array(links.length);
    this.lift = new Float64Array(links.length);
    this.rhs = new Float64Array(unknowns.length);
  }

  /** Forgets the last answer: the next solve starts cold. */
  restart(): void {
    this.warm = false;
    this.pressures.fill(0);
  }

  private indexOf(id: string): number {
    const i = this.nodeIndex.get(id);
    if (i === undefined) throw new Error(`NetworkSolver: no node "${id}"`);
    return i;
  }

  /**
   * Steady flow by the gradient method (Todini & Pilati 1988): flows on loss links and pressures at nodes are
   * corrected together. Valves enter by the straight piece their present flow lies on (the active set is the sign of
   * that flow), pumps by their curve at the present pressures. Once a cycle shows, a step stops where the first valve
   * shuts, so that valves shut one by one; later steps are halved.
   *
   * Stops when no flow moved by more than 1e-7 of the largest and no hose or valve has more than 1 mPa unexplained
   * (mass balances to rounding in every turn; the steps shrink quadratically); gives up after 120 turns.
   *
   * `network` must have the nodes and links of the network the solver was made with, in the same order;
   * laws, draws, elevations and held pressures may differ.
   */
  solve(network: Network = this.shape): NetworkSolve {
    const { nodes } = network;
    this.prepare(network);
    let change = Infinity;
    for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
      const damped = iteration > 2 * DAMP_AFTER ? 0.25 : iteration > DAMP_AFTER ? 0.5 : 1;
      this.assemble(network);
      const stuck = this.lu.factor();
      if (stuck >= 0) {
        const node = nodes[this.unknownOf.indexOf(stuck)]!;
        return this.failed(
          `node "${node.id}" is not connected to anything that sets its pressure`,
          iteration,
          Infinity,
          node.id,
        );
      }
      this.lu.solve(this.rhs);
      this.solvedPressures();
      const closing = iteration > CYCLE_AFTER ? this.firstToShut(network) : NONE_SHUTS;
      const step = this.move(network, damped * closing.share);
      if (closing.link >= 0) this.flows[closing.link] = JUST_SHUT;
      change = step.change;
      if (!Number.isFinite(change) || !Number.isFinite(step.unexplained)) {
        return this.failed('numbers ran away', iteration, Infinity, nodes[0]?.id ?? '');
      }
      if (change < FLOW_TOLERANCE && step.unexplained < PRESSURE_TOLERANCE) {
        this.warm = true;
        const balance = this.imbalance(nodes);
        return {
          converged: true,
          reason: 'flows and pressures settled',
          iterations: iteration,
          residual: balance.worst,
          warnings: [],
          worstNode: balance.node,
          solution: this.collect(network),
        };
      }
    }
    const balance = this.imbalance(nodes);
    const moving = (change * 100).toPrecision(2);
    return this.failed(
      `no steady flow found in ${MAX_ITERATIONS} turns (flow still moving by ${moving} %)`,
      MAX_ITERATIONS,
      balance.worst,
      balance.node,
    );
  }

  private prepare({ nodes, links, density }: Network): void {
    const { pressures: p, flows: q, from, to } = this;
    for (let i = 0; i < nodes.length; i++) {
      const fixed = nodes[i]!.fixed;
      if (fixed !== undefined) p[i] = fixed;
    }
    for (let l = 0; l < links.length; l++) {
      const { law } = links[l]!;
      this.lift[l] = density * G * (nodes[from[l]!]!.elevation - nodes[to[l]!]!.elevation);
      // Valves start open: a valve that should be shut shuts in one turn, the other way round takes several.
      if (!this.warm) q[l] = law.form === 'loss' ? (law.startFlow ?? START_FLOW) : START_FLOW;
      // Later turns find the piece left by the move.
      if (law.form === 'loss') this.linearizeLoss(l, law);
    }
  }

  /** Returns the pressure the loss at the present flow comes to. */
  private linearizeLoss(l: number, law: LossLaw): number {
    const { out } = this;
    const q = this.flows[l]!;
    law.evaluate(q, out);
    const g = 1 / out[1]!;
    this.offset[l] = q - (out[0]! - this.lift[l]!) * g;
    this.up[l] = g;
    this.down[l] = -g;
    return out[0]!;
  }

  private assemble({ nodes, links }: Network): void {
    const { pressures: p, flows: q, from, to, unknownOf, lu, slots, rhs, out, offset, up, down } = this;
    const { values } = lu;
    lu.clear();
    for (let i = 0, k = 0; i < nodes.length; i++) if (unknownOf[i]! >= 0) rhs[k++] = -nodes[i]!.draw;
    for (let l = 0; l < links.length; l++) {
      const { law } = links[l]!;
      const pu = p[from[l]!]!;
      const pd = p[to[l]!]!;
      if (law.form === 'valve') {
        law.linearize(q[l]!, pu, pd, out);
        offset[l] = out[0]!;
        up[l] = out[1]!;
        down[l] = out[2]!;
      } else if (law.form === 'flow') {
        law.evaluate(pu, pd, out);
        up[l] = out[1]!;
        down[l] = out[2]!;
        offset[l] = out[0]! - out[1]! * pu - out[2]! * pd;
      }
      // Flow leaves `from` and comes into `to`; pressures held from outside go to the right-hand side.
      const u = unknownOf[from[l]!]!;
      const d = unknownOf[to[l]!]!;
      if (u >= 0) {
        values[slots[4 * l]!]! += up[l]!;
        rhs[u]! -= offset[l]! + (d < 0 ? down[l]! * pd : 0);
      }
      if (d >= 0) {
        values[slots[4 * l + 1]!]! -= down[l]!;
        rhs[d]! += offset[l]! + (u < 0 ? up[l]! * pu : 0);
      }
      if (u >= 0 && d >= 0) {
        values[slots[4 * l + 2]!]! += down[l]!;
        values[slots[4 * l + 3]!]! -= up[l]!;
      }
    }
  }

  /** The open valve this step would shut first, and the share of the step up to there. */
  private firstToShut({ links }: Network): { readonly link: number; readonly share: number } {
    const { next, flows: q, from, to, offset, up, down } = this;
    let link = -1;
    let share = 1;
    for (let l = 0; l < links.length; l++) {
      if (links[l]!.law.form !== 'valve' || !(q[l]! > 0)) continue;
      const target = offset[l]! + up[l]! * next[from[l]!]! + down[l]! * next[to[l]!]!;
      if (target >= 0) continue;
      const until = q[l]! / (q[l]! - target);
      if (until >= share) continue;
      link = l;
      share = until;
    }
    return { link, share: Math.max(LEAST_STEP, share) };
  }

  /** Where the solved equations would take the pressures. */
  private solvedPressures(): void {
    const { pressures: p, next, unknownOf, rhs } = this;
    for (let i = 0; i < p.length; i++) {
      const k = unknownOf[i]!;
      next[i] = k >= 0 ? rhs[k]! : p[i]!;
    }
  }

  /** Takes a share of the step; tells how far flows moved and what pressure they leave unexplained. */
  private move({ links }: Network, relax: number): { change: number; unexplained: number } {
    const { pressures: p, next, flows: q, from, to, out } = this;
    let largest = FLOW_FLOOR;
    let change = 0;
    for (let l = 0; l < links.length; l++) {
      const before = q[l]!;
      const target = this.offset[l]! + this.up[l]! * next[from[l]!]! + this.down[l]! * next[to[l]!]!;
      const moved = relax === 1 ? target : before + relax * (target - before);
      // A guess beyond any line's flow would leave its straight piece with absurd pressures for the next turn.
      const now = moved > MOST_FLOW ? MOST_FLOW : moved < -MOST_FLOW ? -MOST_FLOW : moved;
      q[l] = now;
      largest = Math.max(largest, Math.abs(now));
      change = Math.max(change, Math.abs(now - before));
    }
    for (let i = 0; i < p.length; i++) p[i] = relax === 1 ? next[i]! : p[i]! + relax * (next[i]! - p[i]!);
    let unexplained = 0;
    for (let l = 0; l < links.length; l++) {
      const { law } = links[l]!;
      const pu = p[from[l]!]!;
      const pd = p[to[l]!]!;
      if (law.form === 'loss') {
        const loss = this.linearizeLoss(l, law);
        unexplained = Math.max(unexplained, Math.abs(loss - this.lift[l]! - (pu - pd)));
      } else if (law.form === 'valve') {
        law.linearize(q[l]!, pu, pd, out);
        unexplained = Math.max(unexplained, out[3]!);
      }
    }
    return { change: change / largest, unexplained };
  }

  /** Largest unbalanced flow at a node as a share of the largest flow. */
  private imbalance(nodes: readonly NetworkNode[]): { worst: number; node: string } {
    const net = new Float64Array(nodes.length);
    let largest = 1e-12;
    this.flows.forEach((flow, l) => {
      net[this.from[l]!]! -= flow;
      net[this.to[l]!]! += flow;
      largest = Math.max(largest, Math.abs(flow));
    });
    let worst = 0;
    let node = nodes[0]?.id ?? '';
    nodes.forEach((candidate, i) => {
      if (this.unknownOf[i]! < 0) return;
      const off = Math.abs(net[i]! - candidate.draw) / largest;
      if (off > worst) {
        worst = off;
        node = candidate.id;
      }
    });
    return { worst, node };
  }

  private failed(reason: string, iterations: number, residual: number, worstNode: string): NetworkSolve {
    this.restart();
    return { converged: false, reason, iterations, residual, warnings: [], worstNode, solution: null };
  }

  /** A snapshot: later solves do not touch it. */
  private collect({ links }: Network): NetworkSolution {
    const { nodeIndex, linkIndex, from, to } = this;
    const p = this.pressures.slice();
    const q = this.flows.slice();
    return {
      pressures: {
        get(id) {
          const i = nodeIndex.get(id);
          return i === undefined ? undefined : gauge(p[i]!);
        },
      },
      links: {
        get(id) {
          const l = linkIndex.get(id);
          if (l === undefined) return undefined;
          const { law } = links[l]!;
          const pUp = gauge(p[from[l]!]!);
          const pDown = gauge(p[to[l]!]!);
          const flow = q[l]!;
          return {
            flow,
            pUp,
            pDown,
            ...(law.form === 'valve' ? { state: law.stateAt(flow, pUp, pDown) } : {}),
          };
        },
      },
    };
  }
}

/**
 * Solves one network once (see NetworkSolver for sweeps).
 * @param network nodes (m, Pa gauge, m³/s) and links with their laws
 * @returns pressures Pa gauge at nodes, flows m³/s in links, and how the solve went
 * Validity: steady incompressible flow; pulsation is not predicted.
 * @throws when a link names a missing node (programming error)
 * @source Todini & Pilati 1988, A gradient algorithm for the analysis of pipe networks
 * @example solveNetwork({ nodes: [{ id: 'a', elevation: 0, fixed: gauge(1000), draw: 0 }, { id: 'b', elevation: 0, fixed: gauge(0), draw: 0 }], links: [{ id: 'l', from: 'a', to: 'b', law: fixedLoss({ k: 1, bore: 0.01, density: 745 }) }], density: 745 }).solution.links.get('l').flow * 1e6 // => 128.7
 */
export function solveNetwork(network: Network): NetworkSolve {
  return new NetworkSolver(network).solve();
}
