import { Arena } from '../../numerics/arena.ts';
import type { Ending } from '../../outcome/solve-report.ts';
import type { LinkLaw, LinkState } from '../../flow/link-law.ts';
import type { Network } from './network.ts';
import { Snapshot, type NetworkSolution, type NetworkSolve } from './network-result.ts';
import { NodalEquations } from './nodal-equations.ts';
import { NetworkNumbering } from './numbering.ts';
import type { SharedSource } from './shared-source.ts';
import { LEAST_STEP, StepPace } from './step-pace.ts';
import { StraightPieces } from './straight-pieces.ts';

const MAX_ITERATIONS = 400;
/** After so many turns it begins anew, and steps grow less readily (see StepPace). */
const BEGIN_ANEW_AFTER = 200;
/** What is left to do: the flow a link’s unexplained pressure asks for, as a share of the largest flow. */
const FLOW_TOLERANCE = 1e-7;
/** Rounding of pressures in a nearly shut section: as a share of the highest, and the flow it seems to ask for. */
const ROUNDED_PRESSURE = 3e-8;
const ROUNDED_FLOW = 0.05;
/** The last step’s flow change, as a share of the largest flow, from which what is left is taken at its word. */
const NEAR = 1e-3;
/** Pressure left unexplained on any loss link, Pa. */
const PRESSURE_TOLERANCE = 1e-3;
/** After this many full steps a cycle of valves is assumed: steps then stop where the first valve shuts. */
const CYCLE_AFTER = 12;
/** From this turn on steps that lead nowhere are made smaller. */
const DAMP_AFTER = 8;
/** What a valve shut in mid-step is left with, m³/s. */
const JUST_SHUT = -1e-15;
/** Flows under 0.4 L/h (1e-7 m³/s) are judged as if they were that large: a shut system has no larger one. */
const FLOW_FLOOR = 1e-7;
/** A pressure beyond this is rounding in a section that nothing sets a pressure in, Pa. */
const NOWHERE = 1e13;
/** No line a shop meets carries more on the way to an answer: 18,000 L/h in m³/s. */
const MOST_FLOW = 5e-3;

/**
 * A network made ready for repeated solves. Numbering and elimination order are worked out once per topology; laws, draws,
 * held pressures and elevations are numbers that can be set anew; the last answer is kept, so the next operating point
 * starts warm. A solve allocates nothing but its answer.
 */
export class NetworkSolver {
  private readonly numbering: NetworkNumbering;
  private readonly nodeCount: number;
  private readonly linkCount: number;
  private readonly from: Int32Array;
  private readonly to: Int32Array;
  private readonly pressures: Float64Array;
  private readonly next: Float64Array;
  private readonly flows: Float64Array;
  private readonly pieces: StraightPieces;
  private readonly equations: NodalEquations;
  private warm = false;
  private readonly pace = new StepPace();
  private shareToShut = 1;

  /**
   * @param shape nodes, links and their laws
   * @param source pumps whose flows depend on each other’s pressures, because one source feeds them
   * @throws when a link names a node that is not there (programming error)
   */
  constructor(
    shape: Network,
    private source?: SharedSource,
  ) {
    const n = shape.nodes.length;
    const m = shape.links.length;
    const arena = new Arena(460 * (n + m) + 1024);
    this.numbering = new NetworkNumbering(shape, source?.links ?? [], arena);
    this.nodeCount = n;
    this.linkCount = m;
    this.from = this.numbering.from;
    this.to = this.numbering.to;
    this.pressures = arena.floats(n);
    this.next = arena.floats(n);
    this.flows = arena.floats(m);
    this.pieces = new StraightPieces(this.numbering, this.flows, this.pressures, arena);
    this.equations = new NodalEquations(this.numbering, this.pieces, arena);
    this.load(shape);
  }

  /** Takes all numbers of a network of the same topology. */
  private load(network: Network): void {
    const { nodes } = network;
    for (let i = 0; i < nodes.length; i++) {
      this.setDraw(i, nodes[i]!.draw);
      const { fixed } = nodes[i]!;
      if (fixed !== undefined) this.setHeld(i, fixed);
    }
    this.pieces.load(network);
  }

  /** The same network for another plan: its pumps (on the same links), its fuel, its tees and Ys. */
  drive(
    source: SharedSource | undefined,
    { density, branches }: Required<Pick<Network, 'density' | 'branches'>>,
  ): void {
    this.source = source;
    this.pieces.setDensity(density);
    this.pieces.setBranches(branches);
  }

  /** Another law for a link. */
  setLaw(l: number, law: LinkLaw): void {
    this.pieces.setLaw(l, law);
  }

  /** Flow taken out at a node, m³/s. */
  setDraw(i: number, draw: number): void {
    this.equations.draws[i] = draw;
  }

  /** Pressure at a node that is held from outside, Pa gauge. */
  setHeld(i: number, pressure: number): void {
    this.pressures[i] = pressure;
    this.equations.setHeld(i, pressure);
  }

  /** Forgets the last answer: the next solve starts cold. */
  restart(): void {
    this.warm = false;
    for (let i = 0; i < this.nodeCount; i++) if (this.numbering.isUnknown(i)) this.pressures[i] = 0;
  }

  /**
   * Steady flow by the gradient method (Todini & Pilati 1988): flows on loss links and pressures at nodes are
   * corrected together. Valves enter by the straight piece their present flow lies on (the active set is the sign of
   * that flow), pumps by their curve at the present pressures and, where a source feeds them, by what their volts do as
   * the pressures move: volts and pressures are one Newton step. Once a cycle shows, a step stops where the first valve
   * shuts, so that valves shut one by one; steps that lead nowhere shrink, and grow again.
   *
   * Stops when the last step moved no flow by more than a thousandth of the largest, what hoses, valves and pumps would
   * still ask for at the pressures found is under 1e-7 of it (the steps shrink quadratically), no hose or valve has more
   * than 1 mPa unexplained and volts lie within 10 nV (mass balances to rounding in every turn); begins anew
   * with warier steps after 200 turns and gives up after 400.
   *
   * `network` must have the nodes and links of the network the solver was made with, in the same order;
   * laws, draws, elevations and held pressures may differ.
   */
  solve(network?: Network): NetworkSolve {
    if (network) this.load(network);
    this.begin();
    const { pieces, source } = this;
    const { left } = pieces;
    let change = Infinity;
    this.pace.begin();
    for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
      if (iteration === BEGIN_ANEW_AFTER) this.beginAnew();
      if (iteration > DAMP_AFTER) this.pace.turn(left.flow);
      const stuck = this.equations.solve(source, this.pressures, this.next);
      if (stuck >= 0) {
        const node = this.numbering.nodeOf(stuck);
        return this.failed({ how: 'adrift', node }, iteration, Infinity, node);
      }
      const shutting = iteration > CYCLE_AFTER ? this.firstToShut() : -1;
      change = this.move(this.pace.share * (shutting >= 0 ? this.shareToShut : 1));
      if (shutting >= 0) this.flows[shutting] = JUST_SHUT;
      pieces.lose();
      pieces.linearize(source);
      if (!Number.isFinite(change + left.flow + left.pressure + left.volts))
        return this.failed({ how: 'ran-away' }, iteration, Infinity, this.numbering.nodeIds[0] ?? '');
      if (change < NEAR && left.volts <= 1 && this.exact()) return this.settled(iteration);
    }
    const balance = this.imbalance();
    const ending = { how: 'unsettled', turns: MAX_ITERATIONS, moving: change } as const;
    return this.failed(ending, MAX_ITERATIONS, balance.worst, balance.node);
  }

  /** Cold, and warily. */
  private beginAnew(): void {
    this.restart();
    this.begin();
    this.pace.begin(true);
  }

  /** Nothing left to do, or only what rounding of the pressures makes (a shut section, where any pascal is a flow). */
  private exact(): boolean {
    const { pressures: p } = this;
    const { left } = this.pieces;
    if (left.flow < FLOW_TOLERANCE && left.pressure < PRESSURE_TOLERANCE) return true;
    let highest = 0;
    for (let i = 0; i < p.length; i++) highest = Math.max(highest, Math.abs(p[i]!));
    return left.flow < ROUNDED_FLOW && left.pressure < ROUNDED_PRESSURE * highest;
  }

  private settled(iterations: number): NetworkSolve {
    const loose = this.pressures.findIndex((p) => Math.abs(p) > NOWHERE);
    if (loose >= 0) {
      const node = this.numbering.nodeIds[loose] ?? '';
      return this.failed({ how: 'adrift', node }, iterations, Infinity, node);
    }
    this.warm = true;
    const balance = this.imbalance();
    return {
      converged: true,
      ending: { how: 'settled' },
      iterations,
      residual: balance.worst,
      warnings: this.pieces.outside(),
      worstNode: balance.node,
      solution: this.collect(),
    };
  }

  private begin(): void {
    this.pieces.begin(this.warm);
    this.pieces.linearize(this.source);
  }

  /** The open valve this step would shut first, or −1; `shareToShut` is the share of the step up to there. */
  private firstToShut(): number {
    const { next, flows: q, from, to, pieces } = this;
    const { offset, up, down } = pieces;
    let link = -1;
    let share = 1;
    for (let l = 0; l < this.linkCount; l++) {
      if (!(q[l]! > 0) || !pieces.isValve(l)) continue;
      const target = offset[l]! + up[l]! * next[from[l]!]! + down[l]! * next[to[l]!]!;
      if (target >= 0) continue;
      const until = q[l]! / (q[l]! - target);
      if (until >= share) continue;
      link = l;
      share = until;
    }
    this.shareToShut = Math.max(LEAST_STEP, share);
    return link;
  }

  /** Takes a share of the step; returns how far flows moved, as a share of the largest. */
  private move(relax: number): number {
    const { pressures: p, next, flows: q, from, to } = this;
    const { offset, up, down } = this.pieces;
    let largest = FLOW_FLOOR;
    let change = 0;
    if (this.source) this.pieces.moveShared(this.source, next, relax);
    for (let l = 0; l < this.linkCount; l++) {
      const before = q[l]!;
      const target = offset[l]! + up[l]! * next[from[l]!]! + down[l]! * next[to[l]!]!;
      const moved = relax === 1 ? target : before + relax * (target - before);
      // A guess beyond any line's flow would leave its straight piece with absurd pressures for the next turn.
      const now = moved > MOST_FLOW ? MOST_FLOW : moved < -MOST_FLOW ? -MOST_FLOW : moved;
      q[l] = now;
      const size = Math.abs(now);
      if (size > largest) largest = size;
      const by = Math.abs(now - before);
      if (!(by <= change)) change = by;
    }
    if (relax === 1) p.set(next);
    else for (let i = 0; i < p.length; i++) p[i] = p[i]! + relax * (next[i]! - p[i]!);
    return change / largest;
  }

  /** Largest unbalanced flow at a node as a share of the largest flow. */
  private imbalance(): { worst: number; node: string } {
    const net = this.next;
    net.fill(0);
    let largest = 1e-12;
    for (let l = 0; l < this.linkCount; l++) {
      const flow = this.flows[l]!;
      net[this.from[l]!]! -= flow;
      net[this.to[l]!]! += flow;
      largest = Math.max(largest, Math.abs(flow));
    }
    let worst = 0;
    let at = 0;
    for (let i = 0; i < this.nodeCount; i++) {
      if (!this.numbering.isUnknown(i)) continue;
      const off = Math.abs(net[i]! - this.equations.draws[i]!) / largest;
      if (off > worst) {
        worst = off;
        at = i;
      }
    }
    return { worst, node: this.numbering.nodeIds[at] ?? '' };
  }

  private failed(ending: Ending, iterations: number, residual: number, worstNode: string): NetworkSolve {
    this.restart();
    return { converged: false, ending, iterations, residual, warnings: [], worstNode, solution: null };
  }

  /** A snapshot: later solves do not touch it. */
  private collect(): NetworkSolution {
    const { pieces, from, to } = this;
    // Plain lists: a short typed one costs a buffer of its own.
    const pressures: number[] = [];
    const flows: number[] = [];
    for (let i = 0; i < this.nodeCount; i++) pressures.push(this.pressures[i]!);
    for (let l = 0; l < this.linkCount; l++) flows.push(this.flows[l]!);
    if (pieces.onlyLosses) return new Snapshot(this.numbering, pressures, flows, undefined);
    const states: (LinkState | undefined)[] = [];
    for (let l = 0; l < this.linkCount; l++)
      if (pieces.isValve(l))
        states[l] = pieces.valveAt(l, flows[l]!, pressures[from[l]!]!, pressures[to[l]!]!);
    return new Snapshot(this.numbering, pressures, flows, states);
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
