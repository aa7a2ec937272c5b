import { GRAVITY } from '../../quantities/constants.ts';
import { Arena } from '../../numerics/arena.ts';
import type { SparseLu } from '../../numerics/sparse-lu.ts';
import type { Ending, OutsideValidity } from '../../outcome/solve-report.ts';
import type { FlowLaw, LinkLaw, LinkState, LossLaw, ValveLaw } from '../../flow/link-law.ts';
import { PipeBank } from '../../flow/pipe-bank.ts';
import type { Network } from './network.ts';
import { Snapshot, type NetworkSolution, type NetworkSolve } from './network-result.ts';
import { NetworkNumbering } from './numbering.ts';
import type { SharedSource } from './shared-source.ts';
import { LEAST_STEP, StepPace } from './step-pace.ts';

const G = GRAVITY;
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
/** Pa per m³/s: 0.01 Pa at 360 L/h, far below what any part loses and far above rounding. */
const LEAST_SLOPE = 100;
/** What a valve shut in mid-step is left with, m³/s. */
const JUST_SHUT = -1e-15;
/** Flows under 0.4 L/h (1e-7 m³/s) are judged as if they were that large: a shut system has no larger one. */
const FLOW_FLOOR = 1e-7;
/** What is left to do is told as a share of at least this flow, m³/s (40 L/h): below it pump laws round. */
const LEFT_FLOOR = 1e-5;
/** 360 L/h in m³/s. */
const START_FLOW = 1e-4;
/** A pressure beyond this is rounding in a section that nothing sets a pressure in, Pa. */
const NOWHERE = 1e13;
/** No line a shop meets carries more on the way to an answer: 18,000 L/h in m³/s. */
const MOST_FLOW = 5e-3;

/** How a link is evaluated: pipes in one bank, other laws through their form, pumps of one source together. */
const PIPE = 0;
const LOSS = 1;
const VALVE = 2;
const FLOW = 3;
const SHARED = 4;

/**
 * A network made ready for repeated solves. Numbering and elimination order are worked out once per topology; laws, draws,
 * held pressures and elevations are numbers that can be set anew; the last answer is kept, so the next operating point
 * starts warm. A solve allocates nothing but its answer.
 */
export class NetworkSolver {
  private readonly numbering: NetworkNumbering;
  private readonly nodeCount: number;
  private readonly linkCount: number;
  // Of the numbering, at hand for the loops.
  private readonly from: Int32Array;
  private readonly to: Int32Array;
  private readonly row: Int32Array;
  private readonly lu: SparseLu;
  /** Pressure of held nodes, 0 elsewhere. */
  private readonly held: Float64Array;
  /** Difference of what is held at a link’s two ends. */
  private readonly heldDrop: Float64Array;
  private readonly pressures: Float64Array;
  private readonly next: Float64Array;
  private readonly flows: Float64Array;
  // Each link as the straight piece q = offset + up·pUp + down·pDown it lies on now.
  private readonly offset: Float64Array;
  private readonly up: Float64Array;
  private readonly down: Float64Array;
  private readonly lift: Float64Array;
  /** g times the height each link falls, m²/s²: times the density it lifts the pressure. */
  private readonly fall: Float64Array;
  private readonly loss: Float64Array;
  private readonly slope: Float64Array;
  /** Links that lose pressure at a flow, the pipes first; counts are −1 until sorted. */
  private readonly lossLinks: Int32Array;
  private lossCount = -1;
  private pipeCount = 0;
  private readonly rhs: Float64Array;
  private readonly draws: Float64Array;
  private readonly out = new Float64Array(4);
  private readonly forms: Uint8Array;
  private readonly laws: LinkLaw[];
  private readonly pipes: PipeBank;
  private readonly startFlows: Float64Array;
  /** What pipes lose at the flows a solve starts from: the same each time, so worked out once. */
  private readonly startLoss: Float64Array;
  private readonly startSlope: Float64Array;
  private startKnown = false;
  private heldKnown = false;
  /** The equations are their own mirror image: no pump feels another one’s pressure, no valve one side more than the other. */
  private mirrored = true;
  private readonly rises: Float64Array;
  private warm = false;
  private readonly pace = new StepPace();
  /** What the present point leaves to do: flow asked for as a share of the largest, Pa unexplained, volts unsettled. */
  private readonly left = { flow: 0, pressure: 0, volts: 0 };

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
    const numbering = new NetworkNumbering(shape, source?.links ?? [], arena);
    this.numbering = numbering;
    this.nodeCount = n;
    this.linkCount = m;
    this.from = numbering.from;
    this.to = numbering.to;
    this.row = numbering.row;
    this.lu = numbering.lu;
    this.rises = arena.floats(numbering.sharedLinks.length);
    this.pressures = arena.floats(n);
    this.next = arena.floats(n);
    this.draws = arena.floats(n);
    this.flows = arena.floats(m);
    this.offset = arena.floats(m);
    this.up = arena.floats(m);
    this.down = arena.floats(m);
    this.lift = arena.floats(m);
    this.fall = arena.floats(m);
    this.loss = arena.floats(m);
    this.slope = arena.floats(m);
    this.lossLinks = arena.ints(m);
    this.startFlows = arena.floats(m);
    this.startLoss = arena.floats(m);
    this.startSlope = arena.floats(m);
    this.rhs = arena.floats(numbering.unknowns + 1);
    this.held = arena.floats(n);
    this.heldDrop = arena.floats(m);
    this.forms = new Uint8Array(m);
    this.laws = new Array<LinkLaw>(m);
    this.pipes = new PipeBank(m, arena);
    this.load(shape);
  }

  /** Takes all numbers of a network of the same topology. */
  private load({ nodes, links, density }: Network): void {
    for (let i = 0; i < nodes.length; i++) {
      this.draws[i] = nodes[i]!.draw;
      const { fixed } = nodes[i]!;
      if (fixed !== undefined) this.setHeld(i, fixed);
    }
    for (let l = 0; l < links.length; l++) {
      this.fall[l] = G * (nodes[this.from[l]!]!.elevation - nodes[this.to[l]!]!.elevation);
      this.lift[l] = density * this.fall[l]!;
      this.setLaw(l, links[l]!.law);
    }
  }

  /** The same network for another plan: its pumps (on the same links) and its fuel. */
  drive(source: SharedSource | undefined, density: number): void {
    this.source = source;
    for (let l = 0; l < this.linkCount; l++) this.lift[l] = density * this.fall[l]!;
  }

  /** Another law for a link. */
  setLaw(l: number, law: LinkLaw): void {
    if (this.laws[l] === law) return;
    this.laws[l] = law;
    this.lossCount = -1;
    this.startKnown = false;
    if (this.numbering.sharedLinks.includes(l)) this.forms[l] = SHARED;
    else if (law.form === 'valve') this.forms[l] = VALVE;
    else if (law.form === 'flow') this.forms[l] = FLOW;
    else if (law.pipe) {
      this.forms[l] = PIPE;
      this.pipes.set(l, law.pipe);
    } else this.forms[l] = LOSS;
    this.startFlows[l] = law.form === 'loss' ? (law.startFlow ?? START_FLOW) : START_FLOW;
  }

  /** Flow taken out at a node, m³/s. */
  setDraw(i: number, draw: number): void {
    this.draws[i] = draw;
  }

  /** Pressure at a node that is held from outside, Pa gauge. */
  setHeld(i: number, pressure: number): void {
    this.pressures[i] = pressure;
    this.held[i] = pressure;
    this.heldKnown = false;
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
    const { left } = this;
    let change = Infinity;
    this.pace.begin();
    for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
      if (iteration === BEGIN_ANEW_AFTER) this.beginAnew();
      if (iteration > DAMP_AFTER) this.pace.turn(left.flow);
      if (this.mirrored) this.assembleMirrored();
      else this.assemble();
      const stuck = this.mirrored ? this.lu.factorSymmetric() : this.lu.factor();
      if (stuck >= 0) {
        const node = this.numbering.nodeOf(stuck);
        return this.failed({ how: 'adrift', node }, iteration, Infinity, node);
      }
      if (this.mirrored) this.lu.solveSymmetricInOrder(this.rhs);
      else this.lu.solveInOrder(this.rhs);
      this.solvedPressures();
      const shutting = iteration > CYCLE_AFTER ? this.firstToShut() : -1;
      change = this.move(this.pace.share * (shutting >= 0 ? this.shareToShut : 1));
      if (shutting >= 0) this.flows[shutting] = JUST_SHUT;
      this.lose();
      this.linearize();
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
    const { left, pressures: p } = this;
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
      warnings: this.outside(),
      worstNode: balance.node,
      solution: this.collect(),
    };
  }

  private begin(): void {
    // Valves start open: a valve that should be shut shuts in one turn, the other way round takes several.
    if (!this.warm) this.flows.set(this.startFlows);
    if (this.lossCount < 0) this.sortLosses();
    if (!this.heldKnown) {
      const { from, to, held, heldDrop } = this;
      for (let l = 0; l < this.linkCount; l++) heldDrop[l] = held[from[l]!]! - held[to[l]!]!;
      this.heldKnown = true;
    }
    if (this.warm) this.lose();
    else this.loseAtStart();
    this.linearize();
  }

  /** Lists the links that lose pressure, pipes first. */
  private sortLosses(): void {
    const { forms, lossLinks } = this;
    let at = 0;
    for (let l = 0; l < this.linkCount; l++) if (forms[l] === PIPE) lossLinks[at++] = l;
    this.pipeCount = at;
    for (let l = 0; l < this.linkCount; l++) if (forms[l] === LOSS) lossLinks[at++] = l;
    this.lossCount = at;
  }

  /** What pipes lose at their present flows. */
  private lose(): void {
    this.pipes.evaluate(this.lossLinks, this.pipeCount, this.flows, this.loss, this.slope);
  }

  private loseAtStart(): void {
    if (this.startKnown) {
      this.loss.set(this.startLoss);
      this.slope.set(this.startSlope);
      return;
    }
    this.lose();
    this.startLoss.set(this.loss);
    this.startSlope.set(this.slope);
    this.startKnown = true;
  }

  /** Every link as the straight piece at its present flow and pressures; `left` tells what that leaves to do. */
  private linearize(): void {
    const { lossLinks, lossCount, pipeCount, flows: q, loss, slope, lift, offset, up, down, out } = this;
    const { pressures: p, from, to, forms, laws, left } = this;
    let unexplained = 0;
    let asked = 0;
    let largest = LEFT_FLOOR;
    let mirrored = this.rises.length <= 1;
    for (let s = pipeCount; s < lossCount; s++) {
      const l = lossLinks[s]!;
      (laws[l] as LossLaw).evaluate(q[l]!, out);
      loss[l] = out[0]!;
      slope[l] = out[1]!;
    }
    for (let s = 0; s < lossCount; s++) {
      const l = lossLinks[s]!;
      // A part without loss has no slope either: its flow follows from the others.
      const g = 1 / (slope[l]! > LEAST_SLOPE ? slope[l]! : LEAST_SLOPE);
      const flow = q[l]!;
      const drop = loss[l]! - lift[l]!;
      offset[l] = flow - drop * g;
      up[l] = g;
      down[l] = -g;
      const rest = Math.abs(drop - p[from[l]!]! + p[to[l]!]!);
      // Written so that a NaN gets through to be seen.
      if (!(rest <= unexplained)) unexplained = rest;
      if (rest * g > asked) asked = rest * g;
      const size = Math.abs(flow);
      if (size > largest) largest = size;
    }
    if (this.source) asked = Math.max(asked, this.linearizeShared(this.source));
    if (lossCount + this.rises.length < this.linkCount) {
      for (let l = 0; l < this.linkCount; l++) {
        const form = forms[l]!;
        if (form !== VALVE && form !== FLOW) continue;
        const pu = p[from[l]!]!;
        const pd = p[to[l]!]!;
        if (form === VALVE) {
          (laws[l] as ValveLaw).linearize(q[l]!, pu, pd, out);
          offset[l] = out[0]!;
          if (!(out[3]! <= unexplained)) unexplained = out[3]!;
        } else {
          (laws[l] as FlowLaw).evaluate(pu, pd, out);
          offset[l] = out[0]! - out[1]! * pu - out[2]! * pd;
        }
        up[l] = out[1]!;
        down[l] = out[2]!;
        if (out[2] !== -out[1]!) mirrored = false;
        const more = Math.abs(offset[l]! + out[1]! * pu + out[2]! * pd - q[l]!);
        if (!(more <= asked)) asked = more;
        const size = Math.abs(q[l]!);
        if (size > largest) largest = size;
      }
    }
    this.mirrored = mirrored;
    left.pressure = unexplained;
    left.flow = asked / largest;
  }

  /** Pumps on one source: each one’s own slope as a link’s; the cross terms are put in at assembly. Returns the flow asked for. */
  private linearizeShared(source: SharedSource): number {
    const { pressures: p, from, to, rises, offset, up, down, flows: q, left } = this;
    const { sharedLinks } = this.numbering;
    const n = sharedLinks.length;
    for (let i = 0; i < n; i++) rises[i] = p[to[sharedLinks[i]!]!]! - p[from[sharedLinks[i]!]!]!;
    left.volts = source.linearize(rises);
    let asked = 0;
    const { flow, slope } = source;
    for (let i = 0; i < n; i++) {
      const l = sharedLinks[i]!;
      let off = flow[i]!;
      for (let j = 0; j < n; j++) off -= slope[i * n + j]! * rises[j]!;
      offset[l] = off;
      up[l] = -slope[i * n + i]!;
      down[l] = slope[i * n + i]!;
      const more = Math.abs(flow[i]! - q[l]!);
      if (!(more <= asked)) asked = more;
    }
    return asked;
  }

  /** Where `down` is minus `up` for every link: one entry off the diagonal stands for both. */
  private assembleMirrored(): void {
    const { lu, rhs, offset, up, draws, row, heldDrop } = this;
    const { fromSlot, toSlot, upperSlot, fromRow, toRow } = this.numbering;
    const { values } = lu;
    values.fill(0);
    for (let i = 0; i < this.nodeCount; i++) rhs[row[i]!] = -draws[i]!;
    for (let l = 0; l < this.linkCount; l++) {
      const g = up[l]!;
      values[fromSlot[l]!]! += g;
      values[toSlot[l]!]! += g;
      values[upperSlot[l]!]! -= g;
      const fixed = offset[l]! + g * heldDrop[l]!;
      rhs[fromRow[l]!]! -= fixed;
      rhs[toRow[l]!]! += fixed;
    }
  }

  private assemble(): void {
    const { from, to, row, lu, rhs, offset, up, down, held, draws } = this;
    const { slots, sharedLinks, sharedSlots } = this.numbering;
    const { values } = lu;
    values.fill(0);
    for (let i = 0; i < this.nodeCount; i++) rhs[row[i]!] = -draws[i]!;
    for (let l = 0; l < this.linkCount; l++) {
      // Flow leaves `from` and comes into `to`; pressures held from outside go to the right-hand side.
      const u = from[l]!;
      const d = to[l]!;
      const a = up[l]!;
      const b = down[l]!;
      const at = 4 * l;
      values[slots[at]!]! += a;
      values[slots[at + 1]!]! -= b;
      values[slots[at + 2]!]! += b;
      values[slots[at + 3]!]! -= a;
      const fixed = offset[l]! + a * held[u]! + b * held[d]!;
      rhs[row[u]!]! -= fixed;
      rhs[row[d]!]! += fixed;
    }
    const n = sharedLinks.length;
    for (let i = 0; i < n; i++) {
      const l = sharedLinks[i]!;
      for (let j = 0; j < n; j++) {
        const s = this.source!.slope[i * n + j]!;
        if (j === i || s === 0) continue;
        // q_i gains s·(pDown_j − pUp_j).
        const other = sharedLinks[j]!;
        const at = 4 * (i * n + j);
        values[sharedSlots[at]!]! -= s;
        values[sharedSlots[at + 1]!]! -= s;
        values[sharedSlots[at + 2]!]! += s;
        values[sharedSlots[at + 3]!]! += s;
        const fixed = s * (held[to[other]!]! - held[from[other]!]!);
        rhs[row[from[l]!]!]! -= fixed;
        rhs[row[to[l]!]!]! += fixed;
      }
    }
  }

  private shareToShut = 1;

  /** The open valve this step would shut first, or −1; `shareToShut` is the share of the step up to there. */
  private firstToShut(): number {
    const { next, flows: q, from, to, offset, up, down, forms } = this;
    let link = -1;
    let share = 1;
    for (let l = 0; l < this.linkCount; l++) {
      if (forms[l] !== VALVE || !(q[l]! > 0)) continue;
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

  /** Where the solved equations would take the pressures. */
  private solvedPressures(): void {
    const { pressures: p, next, row, rhs } = this;
    const { unknowns } = this.numbering;
    for (let i = 0; i < p.length; i++) {
      const k = row[i]!;
      next[i] = k < unknowns ? rhs[k]! : p[i]!;
    }
  }

  /** Takes a share of the step; returns how far flows moved, as a share of the largest. */
  private move(relax: number): number {
    const { pressures: p, next, flows: q, from, to, offset, up, down } = this;
    let largest = FLOW_FLOOR;
    let change = 0;
    if (this.source) this.moveShared(this.source, relax);
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

  /** Cross terms into the straight pieces, and the volts moved on. */
  private moveShared(source: SharedSource, relax: number): void {
    const { next, from, to, rises, offset } = this;
    const { sharedLinks } = this.numbering;
    const n = sharedLinks.length;
    for (let j = 0; j < n; j++) rises[j] = next[to[sharedLinks[j]!]!]! - next[from[sharedLinks[j]!]!]!;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++)
        if (j !== i) offset[sharedLinks[i]!]! += source.slope[i * n + j]! * rises[j]!;
    source.move(rises, relax);
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
      const off = Math.abs(net[i]! - this.draws[i]!) / largest;
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

  /** Pipes whose friction is asked for outside what its law is known for. */
  private outside(): OutsideValidity[] {
    const out: OutsideValidity[] = [];
    for (let s = 0; s < this.pipeCount; s++) {
      const l = this.lossLinks[s]!;
      const seen = this.pipes.outside(l, this.flows[l]!);
      if (seen) out.push({ ...seen, at: this.numbering.linkIds[l]! });
    }
    return out;
  }

  /** A snapshot: later solves do not touch it. */
  private collect(): NetworkSolution {
    const { forms, laws, from, to } = this;
    // Plain lists: a short typed one costs a buffer of its own.
    const pressures: number[] = [];
    const flows: number[] = [];
    for (let i = 0; i < this.nodeCount; i++) pressures.push(this.pressures[i]!);
    for (let l = 0; l < this.linkCount; l++) flows.push(this.flows[l]!);
    if (this.lossCount + this.rises.length === this.linkCount)
      return new Snapshot(this.numbering, pressures, flows, undefined);
    const states: (LinkState | undefined)[] = [];
    for (let l = 0; l < this.linkCount; l++)
      if (forms[l] === VALVE)
        states[l] = (laws[l] as ValveLaw).stateAt(flows[l]!, pressures[from[l]!]!, pressures[to[l]!]!);
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
