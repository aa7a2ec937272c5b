import type { Car } from './predict.ts';
import type { Dimension } from '../quantities/units.ts';

/** What a reading should be, SI, with the band the model, the parts’ scatter and the instrument leave it. */
export interface Expectation {
  readonly dimension: Dimension;
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** A figure that is set over one that was measured before it. */
export interface OverReading {
  /** The reading it is set over. */
  readonly stepId: string;
  /** How far over it may be, SI; equal is the least. */
  readonly most: number;
  /** The reading that says what the gauge is divided in: it is read to half of that. */
  readonly divisionStepId: string;
}

/** One thing to do and to see. */
export interface Step {
  /** Steady across edits that leave the thing in place. */
  readonly id: string;
  /** Heading it stands under. */
  readonly group: string;
  readonly does: string;
  /** What is applied, SI: said behind what to do. */
  readonly at?: { readonly dimension: Dimension; readonly value: number };
  /** How, or where to put the probe. */
  readonly how?: string;
  readonly expects?: Expectation;
  /** Of the instrument itself: no instrument on the line says it. */
  readonly byHand?: true;
  /** Set over another reading of the same list: its band follows from that reading, and `expects` is only what the plan has. */
  readonly over?: OverReading;
  /** What the expected figure is made of, SI: they add up to it. */
  readonly contains?: readonly { readonly what: string; readonly value: number }[];
  /** What the plan has for it where nothing is judged: as found, before anything is set. */
  readonly unjudged?: { readonly dimension: Dimension; readonly value: number };
  /** What usually causes a reading under or over the band. */
  readonly ifLow?: string;
  readonly ifHigh?: string;
}

/** Which cautions stand at a procedure, and have to be acknowledged before it starts. */
export type CautionKind = 'fuel' | 'wiring' | 'gas' | 'running' | 'brakes';

/** A test that is a list of readings, each held against what this car should show. */
export interface MeasuredProcedure {
  readonly id: MeasuredId;
  readonly name: string;
  /** When it is done, and how the pump is run for it. */
  readonly intro: string;
  readonly cautions: readonly CautionKind[];
  /** Empty where this car has nothing to be read. */
  readonly steps: (car: Car) => Step[];
}

export const MEASURED_IDS = [
  'winding',
  'volts',
  'sensors',
  'prime',
  'each-pump',
  'base-pressure',
  'reference',
  'flow-catch',
  'cranking',
  'running',
  'high-side',
  'hot-soak',
] as const;
export type MeasuredId = (typeof MEASURED_IDS)[number];

/** A reading somebody took of a step, the newest of a step last. */
export interface MeasuredReading {
  readonly stepId: string;
  /** SI. */
  readonly value: number;
}

/** `unsure`: the gauge is too coarse to tell; `too-early`: what it is judged by has not been read. */
export type StepVerdict = 'open' | 'pass' | 'low' | 'high' | 'noted' | 'unsure' | 'too-early';
