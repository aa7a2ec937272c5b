import type { Dash } from '../plumbing/run/hoses.ts';
import { flare, orb, type FaceId } from './faces.ts';

/** What stands beside a part on its line, as far as its port can be guessed from it. */
export interface Neighbor {
  readonly kind: string;
  readonly dash?: Dash;
}

/** Where a port is asked for. */
export interface PortSite {
  readonly before: Neighbor | undefined;
  readonly after: Neighbor | undefined;
  /** Lies in the fuel: its joints are inside the tank. */
  readonly inTank: boolean;
}

/** A port beside the way of the fuel: plugged, or served by a line of its own. */
export interface SidePort {
  readonly what: string;
  readonly face: FaceId;
  readonly takes: 'plug' | 'gauge or plug';
}

export interface PartFaces {
  readonly in: FaceId;
  readonly out: FaceId;
  readonly sides?: readonly SidePort[];
}

/** Ports of its hose's size; -6 where no hose tells. */
const dashOf = (n: Neighbor | undefined, other: Neighbor | undefined): Dash => n?.dash ?? other?.dash ?? 6;

/** O-ring bosses of the size of the hose at each side (common practice: performance parts). */
export const bosses = ({ before, after }: PortSite): PartFaces => ({
  in: orb(dashOf(before, after), 'f'),
  out: orb(dashOf(after, before), 'f'),
});

/** Male flare at both ends, as in-line valves and bulkheads have it (common practice). */
export const flares = ({ before, after }: PortSite): PartFaces => ({
  in: flare(dashOf(before, after), 'm'),
  out: flare(dashOf(after, before), 'm'),
});

/** Lies in the fuel: pushed together or clamped inside the tank, where nothing is wiped. */
export const IN_TANK: PartFaces = { in: 'in-tank', out: 'in-tank' };

/** An ethanol sensor’s two spigots (common practice). */
export const SPIGOTS: PartFaces = { in: 'quick-3/8-m', out: 'quick-3/8-m' };

/** A regulator’s gauge port (common practice). */
export const GAUGE_PORT: readonly SidePort[] = [
  { what: 'gauge port', face: 'npt-1/8-f', takes: 'gauge or plug' },
];

/** What is on the bench wins over what its kind usually has. */
export const known = (
  e: { readonly inlet?: FaceId | undefined; readonly outlet?: FaceId | undefined },
  usual: PartFaces,
): PartFaces => ({ ...usual, in: e.inlet ?? usual.in, out: e.outlet ?? usual.out });
