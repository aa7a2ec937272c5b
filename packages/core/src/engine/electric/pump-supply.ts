import { SHUT_CONDUCTANCE } from '../../flow/link-law.ts';
import { pumpNumbers, type PumpLaw, type PumpNumbers } from '../../kinds/plumbing/pump/pump-model.ts';
import type { SharedSource } from '../network/shared-source.ts';
import type { Supply } from './circuit-elements.ts';
import type { PowerNetwork } from './power-network.ts';

/** Conductance of a module's line relief once it opens, m³/s per Pa: 100 L/h at 10 kPa over. */
const RELIEF_VENT = 100e-3 / 3600 / 10e3;
/** Volts nearer than this count as settled, V: flow then stands to about 1e-7 of itself. */
const VOLTS_SETTLED = 1e-8;

export interface SuppliedPump {
  readonly id: string;
  readonly law: PumpLaw;
  /** Conductance while it stands, m³/s per Pa. */
  readonly leak: number;
  /** Pressure at its outlet from which its module lets fuel home while it stands, Pa; Infinity: it does not. */
  readonly relief: number;
}

/** What the pumps and the other loads do in one state. */
export interface Running {
  readonly supply: Supply;
  /** Whether each pump runs, and the speed its controller asks for. */
  readonly runs: readonly boolean[];
  readonly commands: readonly (number | undefined)[];
  /** Other loads that are on, by id, A at V. */
  readonly loads: ReadonlyMap<string, (volts: number) => number>;
}

/**
 * All pumps of a plan on the car's wiring, as links of the network: each turn their volts take the Newton step that belongs
 * to the step of the pressures, so that flow, pressure, volts and current settle together.
 */
export class PumpSupply implements SharedSource {
  readonly links: readonly string[];
  readonly flow: Float64Array;
  readonly slope: Float64Array;
  private readonly numbers: PumpNumbers[];
  /** Number of each pump on the power network; −1: none, it gets the source's volts. */
  private readonly wired: Int32Array;
  /** Place of each pump among the loads that are on; −1: stands, or has no circuit. */
  private readonly place: Int32Array;
  private readonly others: { readonly number: number; readonly current: (volts: number) => number }[] = [];
  private readonly rises: Float64Array;
  /** Most each pump moves before its inlet boils, m³/s; Infinity: nothing holds it back. */
  private readonly most: Float64Array;
  private step: Float64Array;
  private gains: Float64Array;
  private now: Running;

  constructor(
    private readonly pumps: readonly SuppliedPump[],
    private readonly power: PowerNetwork,
  ) {
    const n = pumps.length;
    const loads = power.ids.length;
    this.links = pumps.map((p) => p.id);
    this.flow = new Float64Array(n);
    this.slope = new Float64Array(n * n);
    this.numbers = pumps.map(pumpNumbers);
    this.wired = new Int32Array(pumps.map((p) => power.numberOf(p.id) ?? -1));
    this.place = new Int32Array(n);
    this.rises = new Float64Array(n);
    this.most = new Float64Array(n).fill(Infinity);
    this.step = new Float64Array(loads);
    this.gains = new Float64Array(loads * n);
    this.now = { supply: { volts: 0, ohms: 0 }, runs: [], commands: [], loads: new Map() };
  }

  /** Sets the state the next solves are for. */
  run(now: Running): void {
    this.now = now;
    const numbers: number[] = [];
    this.pumps.forEach((_, i) => {
      const on = now.runs[i]! && this.wired[i]! >= 0;
      this.place[i] = on ? numbers.push(this.wired[i]!) - 1 : -1;
    });
    this.others.length = 0;
    for (const [id, current] of now.loads) {
      const number = this.power.numberOf(id);
      if (number === undefined) continue;
      numbers.push(number);
      this.others.push({ number, current });
    }
    this.power.switchOn(numbers, now.supply);
  }

  /** No pump moves more than its suction lets through as liquid. */
  holdBack(i: number, most: number): void {
    this.most[i] = most;
  }

  letGo(): void {
    this.most.fill(Infinity);
  }

  /** Volts at a pump: its own circuit's, or the source's where it has none. */
  voltsOf(i: number): number {
    return this.wired[i]! >= 0 ? this.power.volts[this.wired[i]!]! : this.now.supply.volts;
  }

  linearize(rises: Float64Array): number {
    const { pumps, power, place, numbers, now, flow, slope, step, gains } = this;
    const n = pumps.length;
    const on = power.count;
    this.rises.set(rises);
    slope.fill(0);
    for (let i = 0; i < n; i++) {
      const { law, leak, relief } = pumps[i]!;
      if (!now.runs[i]) {
        const over = Math.max(0, rises[i]! - relief);
        flow[i] = -leak * rises[i]! - RELIEF_VENT * over;
        slope[i * n + i] = -leak - (over > 0 ? RELIEF_VENT : 0);
        continue;
      }
      const out = numbers[i]!;
      law.into(out, rises[i]!, this.voltsOf(i), now.commands[i]);
      if (out.flow > this.most[i]!) {
        out.flow = this.most[i]!;
        out.flowPerPa = 0;
        out.flowPerVolt = 0;
      }
      flow[i] = out.flow - SHUT_CONDUCTANCE * rises[i]!;
      slope[i * n + i] = out.flowPerPa - SHUT_CONDUCTANCE;
      if (place[i]! < 0) continue;
      power.amps[this.wired[i]!] = out.current;
      power.ampsPerVolt[this.wired[i]!] = out.currentPerVolt;
    }
    if (on === 0) return 0;
    for (const { number, current } of this.others) power.draw(number, current);
    if (!power.linearize(now.supply, step)) {
      step.fill(0);
      gains.fill(0);
      return Infinity;
    }
    power.solveStep(step, 0);
    let most = 0;
    for (let k = 0; k < on; k++) most = Math.max(most, Math.abs(step[k]!));
    for (let p = 0; p < n; p++) {
      const c = place[p]!;
      if (c < 0) continue;
      // What a pascal more on pump p does to all volts.
      const per = numbers[p]!.currentPerPa;
      for (let k = 0; k < on; k++) gains[p * on + k] = -power.sharedOhms(k, c) * per;
      power.solveStep(gains, p * on);
    }
    for (let i = 0; i < n; i++) {
      const k = place[i]!;
      if (k < 0) continue;
      const perVolt = numbers[i]!.flowPerVolt;
      flow[i]! += perVolt * step[k]!;
      for (let p = 0; p < n; p++) if (place[p]! >= 0) slope[i * n + p]! += perVolt * gains[p * on + k]!;
      // A pump never gives more against more pressure.
      if (slope[i * n + i]! > -SHUT_CONDUCTANCE) slope[i * n + i] = -SHUT_CONDUCTANCE;
    }
    return most / VOLTS_SETTLED;
  }

  move(rises: Float64Array, share: number): void {
    const { power, place, step, gains, pumps } = this;
    const on = power.count;
    for (let p = 0; p < pumps.length; p++) {
      if (place[p]! < 0) continue;
      const more = rises[p]! - this.rises[p]!;
      for (let k = 0; k < on; k++) step[k]! += gains[p * on + k]! * more;
    }
    power.moveBy(step, share, this.now.supply);
  }
}
