import type { BranchLosses } from '../flow/branch-losses.ts';
import type { Shape } from '../fields/shape.ts';
import type { LinkLaw } from '../flow/link-law.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { GaugePressure } from '../quantities/pressure.ts';
import type { UnitSystem } from '../quantities/units.ts';
import type { BillLine } from './bill-line.ts';
import type { FaceId } from './ports/faces.ts';
import type { PartFaces, PortSite } from './ports/usual.ts';
import type { Dash } from './plumbing/run/hoses.ts';

/**
 * What is asked of the plumbing:
 * - running: as it works;
 * - available: every bypass shut and the rail held at the required pressure: what the feed side can deliver.
 *   Several rails are not held but drawn from alike;
 * - capacity: each bypass wide open with its inlet held at what it is set to: what the return side can carry.
 */
export type NetworkMode = 'running' | 'available' | 'capacity';

/** Where and when a part's law is asked for. */
export interface LawSite {
  readonly fuel: FuelProperties;
  readonly mode: NetworkMode;
  /** Factors on what tables only know roughly, 1 where nothing is varied. */
  readonly minorK: number;
  readonly roughness: number;
  /** What is lost where a line meets its neighbours: entrance, exit, tee, change of bore; K on its own bore. */
  readonly joinK: number;
  /** Base pressure of the job, Pa gauge. */
  readonly basePa: number;
  readonly manifold: GaugePressure;
  readonly pumpsOn: boolean;
  /** Bypass flow at which a regulator's screw was adjusted, m³/s. */
  readonly setFlow: number;
}

/** A law that is the same in every state of a mode, or one that changes with the state. */
export interface KindLaw<E> {
  readonly varies: (mode: NetworkMode) => boolean;
  readonly at: (e: E, site: LawSite) => LinkLaw;
}

/** The same in every state. */
export const steady = <E>(at: KindLaw<E>['at']): KindLaw<E> => ({ varies: () => false, at });

/** Whether pressure gets out through a part with the pumps off, along its path and against it. */
export interface Relief {
  readonly forward: boolean;
  readonly backward: boolean;
}

export const BOTH_WAYS: Relief = { forward: true, backward: true };
export const FORWARD_ONLY: Relief = { forward: true, backward: false };

/** A part that is a length of line. */
export interface Line {
  /** m. */
  readonly bore: number;
  readonly length: number;
  readonly zone: 'in-tank' | 'under-body' | 'engine-bay' | 'cabin';
  /** Give per volume and pressure, 1/Pa, and linear expansion of its wall, 1/K. */
  readonly compliance: number;
  readonly expansion: number;
}

/** What makes a part one size better. */
export type StepChange =
  | { readonly what: 'dash' | 'gauge'; readonly from: string | number; readonly to: string | number }
  | { readonly what: 'area' | 'bore' | 'flow' };

export interface Step<E> {
  readonly element: E;
  readonly change: StepChange;
}

/** What the job burns, and how a part is fed: for the order list. */
export interface BillSite {
  readonly ethanol: number;
  /** Lines that come together in its inlets: more than one where it stands behind ports of its own. */
  readonly inlets: number;
  /** A check valve of its own comes next on its line. */
  readonly checkFollows: boolean;
}

/** Ports a junction offers to the lines that meet there. */
export interface JunctionSite {
  readonly legs: readonly FaceId[];
}

/** A part that can be put on the track, with figures that are a fair start. */
export interface Offer<E> {
  readonly key: string;
  readonly name: string;
  readonly make: () => E;
}

/**
 * Everything the program knows of one kind of plumbing part. A folder a kind, one line in the registry: a facet left out
 * does not compile.
 */
export interface PlumbingKind<E extends { readonly kind: string }> {
  readonly shape: Shape<E>;
  /** What it offers to its neighbors, as it is known or as its kind usually has it. */
  readonly faces: (e: E, site: PortSite) => PartFaces;
  readonly law: KindLaw<E>;
  readonly relief: (e: E) => Relief;
  /** Whether what stands on one side stands, at rest, on the other: parts that only lose pressure. */
  readonly open: boolean;
  readonly line: (e: E) => Line | null;
  /** How much more it takes in per pressure, m³ per Pa at a gauge pressure Pa: a gas cushion. */
  readonly give: (e: E, gaugePa: number) => number;
  /** Height of its own, m; null: where its neighbours put it. */
  readonly height: (e: E) => number | null;
  /** One size better, for the search of the weakest link. */
  readonly step: (e: E) => Step<E> | null;
  readonly lines: (e: E, site: BillSite) => BillLine[];
  /** What holds it to the car, bought by the size of its lines; null: its neighbors hold it, or it is held as a line is. */
  readonly mount: (e: E) => string | null;
  /** What stands under its name on a drawing. */
  readonly caption: (e: E, units: UnitSystem) => string;
  readonly offers: readonly Offer<E>[];
}

/** What a junction does by itself. */
export interface JunctionSupply<J> {
  /** Open to the air beside it: the law of the way in. */
  readonly varies: boolean;
  readonly at: (j: J, site: LawSite) => LinkLaw;
}

/** What fuel loses where a line begins or ends at a junction, K on the line's bore. */
export type Meeting =
  | { readonly at: 'vessel'; readonly leaving: number; readonly entering: number }
  /** A branch fitting. */
  | { readonly at: 'branch'; readonly losses: BranchLosses };

/** A part whose wall gives and grows no more than worth counting, that is filled to no level, and needs no line of its own. */
export const NO_WALL = { compliance: 0, expansion: 0 } as const;
export const BARE = {
  wall: () => NO_WALL,
  filled: () => 0,
  lines: (): BillLine[] => [],
  ends: null,
} as const;

/** Everything the program knows of one kind of junction. */
export interface JunctionKind<J extends { readonly kind: string }> {
  readonly shape: Shape<J>;
  /** Its surface stands open to the air: pressure 0 there. */
  readonly held: boolean;
  /** Swelling fuel finds a way out here. */
  readonly relieves: boolean;
  /** Fed from outside the plan, or by its own falling level; null: no. */
  readonly supply: JunctionSupply<J> | null;
  readonly meets: (j: J) => Meeting;
  /** A return that leaves it does so over a lip. */
  readonly overflows: boolean;
  /** Fuel inside, m³, that heat can close in. */
  readonly volume: (j: J) => number;
  /** Give of its wall per volume and pressure, 1/Pa, and linear expansion, 1/K. */
  readonly wall: (j: J) => { readonly compliance: number; readonly expansion: number };
  /** Height of the fuel in it above its own height, m, filled to a share of it. */
  readonly filled: (j: J, level: number) => number;
  /** What it offers to a line of this size. */
  readonly face: (j: J, dash: Dash) => FaceId;
  /** Ends it has; those no line uses are plugged. Null: as many as lines meet there. */
  readonly ends: number | null;
  /** What of it must be on the bench. */
  readonly lines: (j: J, site: JunctionSite) => BillLine[];
  /** What of the engine takes its fuel here; null: nothing. */
  readonly feeds: 'injectors' | 'high-pressure' | null;
}
