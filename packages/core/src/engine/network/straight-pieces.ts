import { GRAVITY } from '../../quantities/constants.ts';
import type { Arena } from '../../numerics/arena.ts';
import type { OutsideValidity } from '../../outcome/solve-report.ts';
import type { FlowLaw, LinkLaw, LinkState, LossLaw, ValveLaw } from '../../flow/link-law.ts';
import { branchLoss, branchSlope } from '../../flow/branch-losses.ts';
import { PipeBank } from '../../flow/pipe-bank.ts';
import { NO_BRANCHES, type Network, type NetworkBranch } from './network.ts';
import type { NetworkNumbering } from './numbering.ts';
import type { SharedSource } from './shared-source.ts';

/** Pa per m³/s: 0.01 Pa at 360 L/h, far below what any part loses and far above rounding. */
const LEAST_SLOPE = 100;
/** A leg that the other one's flow draws along never counts as flatter than this share of its hose's own slope. */
const LEAST_SHARE = 0.3;
/** What is left to do is told as a share of at least this flow, m³/s (40 L/h): below it pump laws round. */
const LEFT_FLOOR = 1e-5;
/** 360 L/h in m³/s. */
const START_FLOW = 1e-4;

/** How a link is evaluated: pipes in one bank, other laws through their form, pumps of one source together. */
const PIPE = 0;
const LOSS = 1;
const VALVE = 2;
const FLOW = 3;
const SHARED = 4;

/** Each link as the straight piece q = offset + up·pUp + down·pDown that its law lies on at the present flow and pressures. */
export class StraightPieces {
  readonly offset: Float64Array;
  readonly up: Float64Array;
  readonly down: Float64Array;
  /** The equations are their own mirror image: no pump feels another one’s pressure, no valve one side more than the other. */
  mirrored = true;
  /** What the present point leaves to do: flow asked for as a share of the largest, Pa unexplained, volts unsettled. */
  readonly left = { flow: 0, pressure: 0, volts: 0 };
  /** Flows a solve starts from: valves open, since one that should be shut shuts in one turn, the other way takes several. */
  readonly startFlows: Float64Array;

  private readonly linkCount: number;
  private readonly lift: Float64Array;
  /** g times the height each link falls, m²/s²: times the density it lifts the pressure. */
  private readonly fall: Float64Array;
  private readonly loss: Float64Array;
  private readonly slope: Float64Array;
  /** Links that lose pressure at a flow, the pipes first; counts are −1 until sorted. */
  private readonly lossLinks: Int32Array;
  private lossCount = -1;
  private pipeCount = 0;
  private readonly out = new Float64Array(4);
  private readonly forms: Uint8Array;
  private readonly laws: LinkLaw[];
  private readonly pipes: PipeBank;
  /** What pipes lose at the flows a solve starts from: the same each time, so worked out once. */
  private readonly startLoss: Float64Array;
  private readonly startSlope: Float64Array;
  private startKnown = false;
  private branches = NO_BRANCHES;
  /** Pressure rise over each pump that shares a source. */
  private readonly rises: Float64Array;

  /**
   * @param numbering which node each link begins and ends at
   * @param flows present flow of each link, m³/s: read when it changes
   * @param pressures present pressure of each node, Pa gauge
   * @param arena where its arrays are made
   */
  constructor(
    private readonly numbering: NetworkNumbering,
    private readonly flows: Float64Array,
    private readonly pressures: Float64Array,
    arena: Arena,
  ) {
    const m = flows.length;
    this.linkCount = m;
    this.rises = arena.floats(numbering.sharedLinks.length);
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
    this.forms = new Uint8Array(m);
    this.laws = new Array<LinkLaw>(m);
    this.pipes = new PipeBank(m, arena);
  }

  /** Takes laws, heights and density of a network of the same topology. */
  load({ nodes, links, branches, density }: Network): void {
    this.setBranches(branches ?? NO_BRANCHES);
    const { from, to } = this.numbering;
    for (let l = 0; l < links.length; l++) {
      this.fall[l] = GRAVITY * (nodes[from[l]!]!.elevation - nodes[to[l]!]!.elevation);
      this.setLaw(l, links[l]!.law);
    }
    this.setDensity(density);
  }

  setDensity(density: number): void {
    for (let l = 0; l < this.linkCount; l++) this.lift[l] = density * this.fall[l]!;
  }

  /** Other tees and Ys. */
  setBranches(branches: readonly NetworkBranch[]): void {
    if (this.branches === branches) return;
    this.branches = branches;
    this.startKnown = false;
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

  /** Makes ready for a solve. @param warm from the present flows, not from those a solve starts from */
  begin(warm: boolean): void {
    if (!warm) this.flows.set(this.startFlows);
    if (this.lossCount < 0) this.sortLosses();
    if (warm) this.lose();
    else this.loseAtStart();
  }

  /** What pipes lose at their present flows. */
  lose(): void {
    this.pipes.evaluate(this.lossLinks, this.pipeCount, this.flows, this.loss, this.slope);
    for (const branch of this.branches) this.loseInBranch(branch);
  }

  /**
   * A leg's loss by its own flow and the combined one as they are now. Its slope is the one at that combined flow: how that
   * flow follows from the leg's is found in the turns, and the last of them is exact.
   */
  private loseInBranch({ link, all, numbers }: NetworkBranch): void {
    const { flows, loss, slope } = this;
    let whole = 0;
    for (const l of all) whole += flows[l]!;
    const q = flows[link]!;
    loss[link] = loss[link]! + branchLoss(numbers, whole, q);
    slope[link] = Math.max(LEAST_SHARE * slope[link]!, slope[link]! + branchSlope(numbers, whole, q));
  }

  isValve(l: number): boolean {
    return this.forms[l] === VALVE;
  }

  /** Nothing but links that lose pressure, and pumps on one source. */
  get onlyLosses(): boolean {
    return this.lossCount + this.rises.length === this.linkCount;
  }

  /** What a valve does at a flow and pressures. */
  valveAt(l: number, flow: number, pUp: number, pDown: number): LinkState {
    return (this.laws[l] as ValveLaw).stateAt(flow, pUp, pDown);
  }

  /** Every link as the straight piece at its present flow and pressures; `left` tells what that leaves to do. */
  linearize(source: SharedSource | undefined): void {
    const { lossLinks, lossCount, pipeCount, flows: q, loss, slope, lift, offset, up, down, out } = this;
    const { pressures: p, forms, laws, left } = this;
    const { from, to } = this.numbering;
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
    if (source) asked = Math.max(asked, this.linearizeShared(source));
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

  /** Cross terms of pumps on one source into their straight pieces, and its volts moved on. */
  moveShared(source: SharedSource, next: Float64Array, share: number): void {
    const { rises, offset } = this;
    const { from, to, sharedLinks } = this.numbering;
    const n = sharedLinks.length;
    for (let j = 0; j < n; j++) rises[j] = next[to[sharedLinks[j]!]!]! - next[from[sharedLinks[j]!]!]!;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++)
        if (j !== i) offset[sharedLinks[i]!]! += source.slope[i * n + j]! * rises[j]!;
    source.move(rises, share);
  }

  /** Pipes whose friction is asked for outside what its law is known for. */
  outside(): OutsideValidity[] {
    const out: OutsideValidity[] = [];
    for (let s = 0; s < this.pipeCount; s++) {
      const l = this.lossLinks[s]!;
      const seen = this.pipes.outside(l, this.flows[l]!);
      if (seen) out.push({ ...seen, at: this.numbering.linkIds[l]! });
    }
    return out;
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

  /** Pumps on one source: each one’s own slope as a link’s; the cross terms are put in at assembly. Returns the flow asked for. */
  private linearizeShared(source: SharedSource): number {
    const { pressures: p, rises, offset, up, down, flows: q, left } = this;
    const { from, to, sharedLinks } = this.numbering;
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
}
