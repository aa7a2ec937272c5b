import type { Shape } from '../../fields/shape.ts';
import type { Signal } from '../../trigger/rule.ts';
import type { UnitSystem } from '../../quantities/units.ts';
import type { BillLine } from '../bill-line.ts';
import type { PieceRef } from './fields.ts';

/** One moment of the logic: key, crash switch, and every signal by its key. */
export interface Inputs {
  readonly ignition: boolean;
  readonly crashed: boolean;
  readonly signals: Readonly<Record<string, boolean>>;
  /** Those of them that hold. */
  readonly made: readonly Signal[];
}

export type Conducts = (inputs: Inputs, pulled: ReadonlySet<string>) => boolean;

/** What a part puts into the network of the logic. Node names come from `at`; "0" is ground. */
export interface BehaviorWriter {
  /** Id of the part. */
  readonly id: string;
  readonly at: (terminal: string) => string;
  /** Battery plus. */
  readonly live: string;
  resistor(name: string, a: string, b: string, ohms: number, mostAmps?: number): void;
  /** A resistor that opens and closes. */
  contact(name: string, a: string, b: string, ohms: number, conducts: Conducts, mostAmps?: number): void;
  source(plus: string, minus: string, volts: number, ohms: number): void;
  diode(anode: string, cathode: string): void;
  coil(a: string, b: string): void;
  load(plus: string, minus: string): void;
}

/** What the current of a circuit meets in a piece. */
export type Meets<S> =
  | { readonly as: 'wire' }
  | { readonly as: 'joint'; readonly ohms: (s: S) => number; readonly sound: JointLimit<S> | null };

/** What a sound joint of a kind comes to, Ω (typical), and the figure of the piece that says what this one does. */
export interface JointLimit<S> {
  readonly ohms: number;
  readonly field: keyof S & string;
  /** What is done to a bad one. */
  readonly mend: string;
}

/** Terminals of what works a contact; a ground-side switch may stand between `home` and ground where it takes one. */
export interface Worked {
  readonly feed: string;
  readonly home: string;
  readonly byGround: boolean;
}

/** What a piece of a circuit becomes in the drawing. */
export interface Drawn<S, D> {
  readonly device: (s: S, of: PieceRef) => D;
  readonly in: string;
  readonly out: string;
  /** The way ends here: ground. */
  readonly ends: boolean;
  /** What makes it conduct: a coil or an enable wire; absent: it always does, or by hand. */
  readonly worked?: Worked;
  /** The drawn part with the figures of its piece: they are typed once, in the circuit. */
  readonly refreshed: (device: D, s: S) => D;
}

/** A piece in the row of a circuit. */
export interface SegmentFacets<S, D> {
  readonly shape: Shape<S>;
  readonly meets: Meets<S>;
  /** Rating of what the load’s current goes through, A: null: its kind has none; undefined: not known of this one. */
  readonly contact: ((s: S) => number | undefined) | null;
  readonly drawn: Drawn<S, D> | null;
  readonly lines: (s: S) => BillLine[];
  /** What stands under its name on a drawing. */
  readonly caption: (s: S, units: UnitSystem) => string;
  readonly offers: readonly { readonly name: string; readonly make: () => S }[];
}

/** A part of the control wiring. */
export interface DeviceFacets<D> {
  readonly shape: Shape<D>;
  /** In the order they are shown. */
  readonly terminals: (d: D) => readonly string[];
  readonly behavior: (d: D, w: BehaviorWriter) => void;
  /** Signals of the rules it looks at. */
  readonly signals: (d: D) => readonly Signal[];
  /** Pairs of contacts people exchange. */
  readonly swaps: readonly (readonly [string, string])[];
  /** How a wire’s end is made off on it. */
  readonly end: string;
  /** Width of its box in the drawing; where a terminal sits; whether it is drawn without a wire on it. */
  readonly width: number;
  readonly side: (terminal: string, d: D) => 'left' | 'right';
  readonly alwaysShown: (terminal: string, d: D) => boolean;
  /** What of it must be on the bench where no piece of a circuit stands for it. */
  readonly lines: (d: D) => BillLine[];
  /** Gets a pin table of its own. */
  readonly pinned: boolean;
  readonly offers: readonly { readonly name: string; readonly make: () => D }[];
}

/** A load that is no pump. */
export interface LoadFacets<L> {
  readonly shape: Shape<L>;
  /** Winding resistance of a motor, Ω; null: no motor, no inrush worth naming. */
  readonly winding: (l: L) => number | null;
  /** What feeds one of its kind: a relay and its own heavy wire, or a small fuse on a feed that is live with the key. */
  readonly fedBy: 'relay' | 'small-fuse';
  readonly offer: { readonly name: string; readonly make: () => L };
}

type Facet<T, F> = [T] extends [never] ? null : F;

/**
 * Everything the program knows of one kind of wiring: as a piece of a circuit, as a part of the drawing, as a load. A
 * folder a kind, one line in the registry: a facet left out does not compile.
 */
export interface WiringKind<S, D, L> {
  readonly segment: Facet<S, SegmentFacets<S, D>>;
  readonly device: Facet<D, DeviceFacets<D>>;
  readonly load: Facet<L, LoadFacets<L>>;
}

/** What comes in sits at the left, what goes out at the right. */
const RIGHT: ReadonlySet<string> = new Set(['87', '87a', '85', 'no', 'nc', 'b', 'out', 'minus', 'signal']);
export const usualSide = (terminal: string): 'left' | 'right' => (RIGHT.has(terminal) ? 'right' : 'left');

/** Width of a box with room for words. */
export const BOX = 140;
export const nothing = (): readonly never[] => [];
export const whenWired = (): boolean => false;
