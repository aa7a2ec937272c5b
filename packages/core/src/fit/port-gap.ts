import { gapShape, type PortGap } from '../document/routing.ts';
import type { FieldInfo } from '../fields/field.ts';
import type { Pose } from './space-path.ts';
import type { Vec3 } from './vector.ts';

export type { PortGap } from '../document/routing.ts';

/** What the form asks for. */
export const PORT_GAP_FIELDS = Object.fromEntries(
  Object.entries(gapShape.fields).map(([key, { field }]) => [key, field]),
) as Readonly<Record<keyof PortGap, FieldInfo>>;

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
