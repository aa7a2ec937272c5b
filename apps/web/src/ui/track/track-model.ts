import type { Dimension, Severity } from '@venula/core';
import type { LineKind } from '../lines.ts';

/** One part on the track, with the quantity before and after it: a step of the falling line. */
export interface TrackItem {
  readonly id: string;
  readonly symbol: string;
  readonly name: string;
  readonly caption: string;
  readonly line: LineKind;
  readonly weight: number;
  /** SI. */
  readonly before: number;
  /** SI. */
  readonly after: number;
  readonly severity?: Severity;
}

/** A point where paths meet. */
export interface TrackJunction {
  readonly id: string;
  readonly symbol: 'tank' | 'rail' | 'tee' | 'battery' | 'motor';
  readonly name: string;
  /** SI. */
  readonly value: number;
  /** Where coming home ends on another value than going out begins (a battery's two posts). */
  readonly homeValue?: number;
}

/** Parts in series between two junctions; out goes left to right, home comes back right to left. */
export interface TrackPath {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly way: 'out' | 'home';
  /** Line of the path where it holds no part. */
  readonly line: LineKind;
  readonly items: readonly TrackItem[];
}

export interface Track {
  readonly dimension: Dimension;
  readonly decimals: number;
  readonly start: string;
  readonly junctions: readonly TrackJunction[];
  readonly paths: readonly TrackPath[];
  /** Drawn as a dotted line with its words. */
  readonly limit?: { readonly value: number; readonly label: string };
}
