import type { EndId } from '../kinds/plumbing/run/ends.ts';
import type { Dash, HoseKindId } from '../kinds/plumbing/run/hoses.ts';
import type { Pose } from './space-path.ts';

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
}

/** With bends half again as wide as the least; with tighter ones; or only in a loop. */
export type Lies = 'easily' | 'tightly' | 'in-a-loop';

/** Why two ends do not go in: the widest bend there is room for, m; null: the ends alone take up the room. */
export interface EndMiss {
  readonly ends: readonly [EndId, EndId];
  /** The hose's least radius, m. */
  readonly least: number;
  readonly room: number | null;
}

/** A hose that turns more than this lies in a loop, rad. */
export const LOOP = (220 * Math.PI) / 180;
