import type { Dimension } from '../../quantities/units.ts';
import type { CautionKind } from '../contract.ts';

/** A figure of a step, SI. */
export interface StepFigure {
  readonly label: string;
  readonly dimension: Dimension;
  readonly value: number;
}

/** Where the job sheet says to hold: a slip there is not seen again. */
export const HOLD_POINTS = ['tank', 'internals', 'marks', 'brakes'] as const;
export type HoldPoint = (typeof HOLD_POINTS)[number];

/** One step of the job sheet. */
export interface BuildStep {
  /** Steady across edits that leave the thing in place. */
  readonly id: string;
  readonly section: string;
  readonly does: string;
  readonly how?: string;
  readonly figures?: readonly StepFigure[];
  /** Its figures rest on a starting length: they are not shown, and no hose is cut to them. */
  readonly unmeasured?: true;
  readonly caution?: CautionKind;
  /** Somebody else looks before it goes on, where the shop wants that. */
  readonly hold?: HoldPoint;
  /** Something has to be waited for, s. */
  readonly timerS?: number;
  /** The length it was made to is written down; m go back into the plan. */
  readonly asksLength?: string;
  /** What is there after it, and what must be there before: names of things, for the order. */
  readonly makes: readonly string[];
  readonly needs: readonly string[];
}

/** A step as its section writes it. */
export type Draft = Omit<BuildStep, 'section' | 'makes' | 'needs'> &
  Partial<Pick<BuildStep, 'makes' | 'needs'>>;
