import type { Severity } from '@venula/core/outcome';
import type { Dimension } from '@venula/core/quantities';
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
  /** Height at its two ends, m; drawn as a faint line where the track has heights. */
  readonly heights?: readonly [number, number];
  readonly severity?: Severity;
  /** It does not turn in this state: drawn faint, and said so. */
  readonly stopped?: boolean;
}

/** A point where paths meet. */
export interface TrackJunction {
  readonly id: string;
  readonly symbol: 'tank' | 'rail' | 'tee' | 'surge' | 'factory' | 'high-pressure-pump' | 'battery' | 'motor';
  readonly name: string;
  /** SI. */
  readonly value: number;
  /** Where coming home ends on another value than going out begins (a battery's two posts, a motor's two terminals). */
  readonly homeValue?: number;
  readonly severity?: Severity;
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
  /** The same track as it was before: its lines are drawn faintly behind. */
  readonly before?: Track;
  /** Nothing was solved: the parts are drawn and no line beneath, since a line would be made up. */
  readonly unsolved?: boolean;
  /** Drawn as a dotted line with its words. */
  readonly limit?: { readonly value: number; readonly label: string };
}
