import type { FieldInfo } from '../fields/field.ts';
import type { Pose } from './space-path.ts';
import type { Vec3 } from './vector.ts';

/** Two ports as a tape and an angle finder give them, looking from the first toward the second. m and °. */
export interface PortGap {
  /** Ahead of the first, to its left, above it; the last two may be negative. */
  readonly ahead: number;
  readonly left: number;
  readonly above: number;
  /** How far each port points to the left of straight at the other, and how far up. */
  readonly fromLeft: number;
  readonly fromUp: number;
  readonly toLeft: number;
  readonly toUp: number;
}

const degrees = (label: string, most: number, usual: number): FieldInfo => ({
  label,
  dimension: 'angle',
  min: -most,
  max: most,
  usual,
});
const reach = (label: string, usual: number): FieldInfo => ({
  label,
  dimension: 'tape',
  min: -3,
  max: 3,
  usual,
});

/** What the form asks for. */
export const PORT_GAP_FIELDS = {
  ahead: { ...reach('Second port ahead of the first', 0.3048), min: 0 },
  left: reach('To the left (right: minus)', 0.1016),
  above: reach('Above (below: minus)', 0),
  fromLeft: degrees('First port points left', 180, 0),
  fromUp: degrees('First port tips up', 90, 0),
  toLeft: degrees('Second port points left', 180, 90),
  toUp: degrees('Second port tips up', 90, 0),
} as const satisfies Record<keyof PortGap, FieldInfo>;

const RAD = Math.PI / 180;

/**
 * Ports as poses, from what a tape and an angle finder give.
 * @param gap m, and degrees left of straight at the other port and up
 * @returns both ports, x toward the second, y left, z up; axes out of the ports
 * Validity: any figures.
 * @throws nothing
 * @source plane geometry
 * @example posesOf({ ahead: 0.5, left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 }).to.along[0] // => -1
 */
export function posesOf(gap: PortGap): { readonly from: Pose; readonly to: Pose } {
  const axis = (left: number, up: number, way: 1 | -1): Vec3 => [
    way * Math.cos(up * RAD) * Math.cos(left * RAD),
    Math.cos(up * RAD) * Math.sin(left * RAD),
    Math.sin(up * RAD),
  ];
  return {
    from: { at: [0, 0, 0], along: axis(gap.fromLeft, gap.fromUp, 1) },
    to: { at: [gap.ahead, gap.left, gap.above], along: axis(gap.toLeft, gap.toUp, -1) },
  };
}
