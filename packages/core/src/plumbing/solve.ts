import { SparseLu } from '../numerics/sparse-lu.ts';
import type { SolveReport } from '../outcome/solve-report.ts';
import { gauge, type GaugePressure } from '../quantities/pressure.ts';
import type { LinkState } from './laws/link-law.ts';
import type { Network, NetworkNode } from './network.ts';

const G = 9.80665;
const MAX_ITERATIONS = 120;
/** Flow change between turns, as a share of the largest flow, below which the solve has settled. */
const FLOW_TOLERANCE = 1e-10;
/** Pressure left unexplained on any loss link, Pa. */
const PRESSURE_TOLERANCE = 1e-3;
/** After this many full steps a limit cycle is assumed and steps are halved. */
const DAMP_AFTER = 25;
/** Flows under 0.4 L/h (1e-7 m³/s) are judged as if they were that large: a shut system has no larger one. */
const FLOW_FLOOR = 1e-7;
/** 360 L/h in m³/s. */
const START_FLOW = 1e-4;

export interface LinkResult {
  /** m³/s, from → to. */
  readonly flow: number;
  /** Pressure at the two ends, Pa gauge. */
  readonly pUp: GaugePressure;
  readonly pDown: GaugePressure;
  readonly state?: LinkState;
}

export interface NetworkSolution {
  readonly pressures: ReadonlyMap<string, GaugePressure>;
  readonly links: ReadonlyMap<string, LinkResult>;
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
  private readonly unknownOf: Int32Array;
  private readonly from: Int32Array;
  private readonly to: Int32Array;
  private readonly lu: SparseLu;
  private readonly slots: Int32Array;
  private readonly pressures: Float64Array;
  private readonly flows: Float64Array;
  private warm = false;

  /** @throws when a link names a node that is not there (programming error) */
  constructor(private readonly shape: Network) {
    const { nodes, links } = shape;
    nodes.forEach((n, i) => this.nodeIndex.set(n.id, i));
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
    this.flows = new Float64Array(links.length);
  }

  private indexOf(id: string): number {
    const i = this.nodeIndex.get(id);
    if (i === undefined) throw new Error(`NetworkSolver: no node "${id}"`);
    return i;
  }

  /**
   * Steady flow by the gradient method (Todini & Pilati 1988): flows on loss links and pressures at nodes are
   * corrected together. Valves enter by the straight piece their present flow lies on (the active set is the sign of
   * that flow), pumps by their curve at the present pressures. Steps are halved once a limit cycle shows.
   *
   * Stops when no flow moved by more than 1e-10 of the largest flow and no loss link has more than 1 mPa
   * unexplained; gives up after 120 turns.
   *
   * `network` must have the nodes and links of the network the solver was made with, in the same order;
   * laws, draws, elevations and held pressures may differ.
   */
  solve(network: Network = this.shape): NetworkSolve {
    const { nodes, links, density } = network;
    const { pressures: p, flows: q, from, to, unknownOf, lu, slots } = this;
    const n = lu.size;
    const b = new Float64Array(n);
    const out = new Float64Array(4);
    const offset = new Float64Array(links.length);
    const up = new Float64Array(links.length);
    const down = new Float64Array(links.length);
    const rho = density * G;

    nodes.forEach((node, i) => {
      if (node.fixed !== undefined) p[i] = node.fixed;
    });
    if (!this.warm) {
      links.forEach((link, l) => {
        // Valves start open: a valve that should be shut shuts in one turn, the other way round takes several.
        q[l] = link.law.form === 'loss' ? (link.law.startFlow ?? START_FLOW) : START_FLOW;
      });
    }

    let relax = 1;
    let change = Infinity;
    let iteration = 1;
    let reason = '';
    for (; iteration <= MAX_ITERATIONS; iteration++) {
      if (iteration > DAMP_AFTER) relax = iteration > 3 * DAMP_AFTER ? 0.25 : 0.5;
      lu.clear();
      for (let i = 0, k = 0; i < nodes.length; i++) if (unknownOf[i]! >= 0) b[k++] = nodes[i]!.draw;
      for (let l = 0; l < links.length; l++) {
        const law = links[l]!.law;
        const iu = from[l]!;
        const id = to[l]!;
        const lift = rho * (nodes[iu]!.elevation - nodes[id]!.elevation);
        if (law.form === 'loss') {
          law.evaluate(q[l]!, out);
          const g = 1 / out[1]!;
          offset[l] = q[l]! - (out[0]! - lift) * g;
          up[l] = g;
          down[l] = -g;
        } else if (law.form === 'valve') {
          law.linearize(q[l]!, p[iu]!, p[id]!, out);
          offset[l] = out[0]!;
          up[l] = out[1]!;
          down[l] = out[2]!;
        } else {
          law.evaluate(p[iu]!, p[id]!, out);
          up[l] = out[1]!;
          down[l] = out[2]!;
          offset[l] = out[0]! - out[1]! * p[iu]! - out[2]! * p[id]!;
        }
        // Flow out of `from`, into `to`.
        const u = unknownOf[iu]!;
        const d = unknownOf[id]!;
        if (u >= 0) {
          lu.values[slots[4 * l]!]! += up[l]!;
          b[u]! += offset[l]!;
          if (d < 0) b[u]! += down[l]! * p[id]!;
        }
        if (d >= 0) {
          lu.values[slots[4 * l + 1]!]! -= down[l]!;
          b[d]! -= offset[l]!;
          if (u < 0) b[d]! -= up[l]! * p[iu]!;
        }
        if (u >= 0 && d >= 0) {
          lu.values[slots[4 * l + 2]!]! += down[l]!;
          lu.values[slots[4 * l + 3]!]! -= up[l]!;
        }
      }
      for (let k = 0; k < n; k++) b[k] = -b[k]!;
      const stuck = lu.factor();
      if (stuck >= 0) {
        const node = nodes[unknownOf.indexOf(stuck)]!;
        return this.failed(
          `node "${node.id}" is not connected to anything that sets its pressure`,
          iteration,
          Infinity,
          node.id,
        );
      }
      lu.solve(b);

      let largest = FLOW_FLOOR;
      change = 0;
      let unexplained = 0;
      for (let i = 0; i < nodes.length; i++) {
        const k = unknownOf[i]!;
        if (k >= 0) p[i] = relax === 1 ? b[k]! : p[i]! + relax * (b[k]! - p[i]!);
      }
      for (let l = 0; l < links.length; l++) {
        const law = links[l]!.law;
        const pu = p[from[l]!]!;
        const pd = p[to[l]!]!;
        const before = q[l]!;
        const target = offset[l]! + up[l]! * pu + down[l]! * pd;
        q[l] = relax === 1 || law.form === 'flow' ? target : before + relax * (target - before);
        if (law.form === 'loss') {
          law.evaluate(q[l]!, out);
          const lift = rho * (nodes[from[l]!]!.elevation - nodes[to[l]!]!.elevation);
          unexplained = Math.max(unexplained, Math.abs(out[0]! - lift - (pu - pd)));
        } else if (law.form === 'valve') {
          law.linearize(q[l]!, pu, pd, out);
          unexplained = Math.max(unexplained, out[3]!);
        }
        largest = Math.max(largest, Math.abs(q[l]!));
        change = Math.max(change, Math.abs(q[l]! - before));
      }
      change /= largest;
      if (!Number.isFinite(change) || !Number.isFinite(unexplained)) {
        return this.failed('numbers ran away', iteration, Infinity, nodes[0]?.id ?? '');
      }
      if (change < FLOW_TOLERANCE && unexplained < PRESSURE_TOLERANCE) {
        reason = 'flows and pressures settled';
        break;
      }
    }
    const balance = this.imbalance(nodes);
    if (reason === '') {
      return this.failed(
        `no steady flow found in ${MAX_ITERATIONS} turns (flow still moving by ${(change * 100).toPrecision(2)} %)`,
        MAX_ITERATIONS,
        balance.worst,
        balance.node,
      );
    }
    this.warm = true;
    return {
      converged: true,
      reason,
      iterations: iteration,
      residual: balance.worst,
      warnings: [],
      worstNode: balance.node,
      solution: this.collect(network),
    };
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
    this.warm = false;
    this.pressures.fill(0);
    return { converged: false, reason, iterations, residual, warnings: [], worstNode, solution: null };
  }

  private collect(network: Network): NetworkSolution {
    const pressures = new Map<string, GaugePressure>();
    network.nodes.forEach((n, i) => pressures.set(n.id, gauge(this.pressures[i]!)));
    const links = new Map<string, LinkResult>();
    network.links.forEach((link, l) => {
      const pUp = gauge(this.pressures[this.from[l]!]!);
      const pDown = gauge(this.pressures[this.to[l]!]!);
      const flow = this.flows[l]!;
      const state = link.law.form === 'valve' ? link.law.stateAt(flow, pUp, pDown) : undefined;
      links.set(link.id, { flow, pUp, pDown, ...(state ? { state } : {}) });
    });
    return { pressures, links };
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
