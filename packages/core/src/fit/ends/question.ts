import type { EndId } from '../../kinds/plumbing/run/ends.ts';
import type { Dash, HoseKindId } from '../../kinds/plumbing/run/hoses.ts';
import type { HoseWay } from './hose-way.ts';
import type { Pose } from './pose.ts';

/** What is to be joined: each port with its axis out of it, and the hose between them. */
export interface EndQuestion {
  readonly from: Pose;
  readonly to: Pose;
  readonly hose: HoseKindId;
  readonly dash: Dash;
  /** Hose ends to choose from. */
  readonly ends: readonly EndId[];
  /** How far one port moves against the other, m: the hose is cut this much longer. */
  readonly movement: number;
  /** Longest hose there is, m; absent: as long as it is sold. */
  readonly longest?: number;
}

/** One combination of hose ends that goes in. */
export interface EndFit {
  readonly ends: readonly [EndId, EndId];
  /** Clock of each elbow, rad from 12 o'clock as one looks at its port; null: a straight end has none. */
  readonly clocks: readonly [number | null, number | null];
  /** How far the second elbow is turned against the first on the bench, rad, looking along the hose; null without two elbows. */
  readonly benchClock: number | null;
  /** Hose to cut, m. */
  readonly cut: number;
  /** Seat to seat along the middle, m. */
  readonly length: number;
  /** Turns of the hose itself, rad. */
  readonly turn: number;
  /** Radius its bends are laid at, m. */
  readonly radius: number;
  /** Widest radius there is room for, over the least the hose takes. */
  readonly reserve: number;
  /** Loss coefficient on the bore of the hose: ends, bends and length. */
  readonly loss: number;
  readonly lies: Lies;
  /** Its middle, from where the hose begins to where it ends, in the car. */
  readonly way: HoseWay;
}

/** With bends half again as wide as the least; with tighter ones; or only in a loop. */
export type Lies = 'easily' | 'tightly' | 'in-a-loop';

/** Why two ends do not go in, or only in a loop. */
export interface EndMiss {
  readonly ends: readonly [EndId, EndId];
  /** The hose's least radius, m. */
  readonly least: number;
  readonly why: Obstacle;
}

/**
 * What is in the way: the two ends would run into each other; the hose would be longer than it may be, m; or it is too stiff, and
 * goes round in a loop: with the widest radius at which it lies without one, m, absent where there is none, and how far it turns, rad.
 */
export type Obstacle =
  | { readonly is: 'ends-touch' }
  | { readonly is: 'too-long'; readonly cut: number; readonly longest: number }
  | { readonly is: 'stiff'; readonly room?: number; readonly turn: number };
