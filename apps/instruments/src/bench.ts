import type { JobDocument } from '@venula/core/document';
import { heldFuel, type Parameters } from '@venula/core/engine';
import {
  giveWithGas,
  measuredSteps,
  type Isolation,
  type LeakWay,
  type MeasuredId,
} from '@venula/core/prove';
import type { Dimension } from '@venula/core/quantities';
import { FAULTS, type Fault } from './faults.ts';

/** Where the probes are, and what the car is doing. */
export type Setting =
  /** A step of a list of readings. */
  | {
      readonly doing: 'reading';
      readonly doc: JobDocument;
      readonly kind: MeasuredId;
      readonly stepId: string;
    }
  /** Pump stopped; some ends capped. */
  | { readonly doing: 'fuel-hold'; readonly doc: JobDocument; readonly isolation: Isolation }
  | { readonly doing: 'gas-hold'; readonly pressurePa: number; readonly volumeM3: number }
  | { readonly doing: 'nothing' };

/** Gas left in a line that was filled and bled as usual, m³. */
const GAS_LEFT = 4e-6;
const AIR = 101_325;
const SHOP_K = 293.15;

/** Ways that a cap shuts. */
const SHUT: Readonly<Record<Isolation, readonly LeakWay[]>> = {
  open: [],
  'return-capped': ['return'],
  'feed-capped': ['feed'],
  'both-capped': ['return', 'feed'],
};

/** A car with its probes: what is really there, before an instrument shows it. Time is given, never read. */
export class Bench {
  private setting: Setting = { doing: 'nothing' };
  private fault: Fault = FAULTS[0]!;
  private beganMs = 0;
  /** Drawn off with a syringe since the hold began, m³. */
  private drawn = 0;
  /** What is there at the step that is read: worked out once a setting. */
  private there: { readonly dimension: Dimension; readonly value: number } | null | undefined;

  get faultId(): string {
    return this.fault.id;
  }

  set(setting: Setting, nowMs: number): void {
    this.setting = setting;
    this.beganMs = nowMs;
    this.drawn = 0;
    this.there = undefined;
  }

  /** @throws RangeError for a fault nobody knows */
  breakIt(id: string): void {
    const fault = FAULTS.find((f) => f.id === id);
    if (!fault) throw new RangeError(`no fault “${id}”`);
    this.fault = fault;
    this.there = undefined;
  }

  drawOff(m3: number): void {
    this.drawn += m3;
  }

  /** Whether the gauge is out at a moment: three seconds in every fifteen, with the fault that does it. */
  gaugeOut(nowMs: number): boolean {
    return this.fault.dropsOut === true && (nowMs - this.beganMs) % 15_000 > 12_000;
  }

  /** What is at the probe, SI; null: nothing that has this dimension. */
  at(dimension: Dimension, nowMs: number): number | null {
    const s = this.setting;
    const seconds = (nowMs - this.beganMs) / 1000;
    if (dimension === 'temperature') return SHOP_K;
    switch (s.doing) {
      case 'nothing':
        return null;
      case 'reading':
        return this.reading(s.doc, s.kind, s.stepId, dimension);
      case 'fuel-hold':
        return dimension === 'pressure' ? this.fuelHold(s.doc, s.isolation, seconds) : null;
      case 'gas-hold':
        return dimension === 'pressure' ? this.gasHold(s.pressurePa, s.volumeM3, seconds) : null;
    }
  }

  private reading(doc: JobDocument, kind: MeasuredId, stepId: string, dimension: Dimension): number | null {
    if (this.there === undefined) {
      const step = measuredSteps(kind, doc, this.parameters(doc, kind, stepId)).find((s) => s.id === stepId);
      this.there = step?.expects ?? step?.unjudged ?? null;
    }
    return this.there?.dimension === dimension ? this.there.value : null;
  }

  /** The car with its fault. Once the base pressure is set, the screw stands where it should. */
  private parameters(doc: JobDocument, kind: MeasuredId, stepId: string): Parameters {
    const hidden = this.fault.parameters(doc);
    return kind === 'base-pressure' && stepId !== 'base:before' ? { ...hidden, setMore: {} } : hidden;
  }

  /** Falls with what leaks, which goes with the root of the pressure, and with what is drawn off: S·dP/dt = −q₀·√(P/P₀). */
  private fuelHold(doc: JobDocument, isolation: Isolation, seconds: number): number {
    const start = doc.brief.basePressurePa;
    const give = giveWithGas(heldFuel(doc).give, GAS_LEFT, start + AIR);
    const { leak } = this.fault;
    const rate = leak && !SHUT[isolation].includes(leak.way) ? leak.m3s / give : 0;
    // √P falls in a straight line.
    const root = Math.sqrt(start) - (rate / (2 * Math.sqrt(start))) * seconds;
    return Math.max(0, Math.max(0, root) ** 2 - this.drawn / give);
  }

  /** Gas at shop temperature: a leak of so much a second at the pressure of the start lets it fall along an exponential. */
  private gasHold(start: number, volume: number, seconds: number): number {
    const rate = this.fault.leak ? this.fault.leak.m3s / volume : 0;
    return start * Math.exp(-rate * seconds);
  }
}
