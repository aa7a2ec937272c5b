import { gapShape, type PortGap } from '../../document/routing.ts';
import { fieldOf, type FieldInfo } from '../../fields/field.ts';
import type { Pose } from './pose.ts';
import type { Vec3 } from '../vector.ts';

export type { PortGap } from '../../document/routing.ts';

/** Two ports whose distance was measured. */
export type MeasuredGap = PortGap & { readonly ahead: number };

/**
 * Whether the distance between two ports was measured.
 * @param gap two ports as entered, or nothing
 * @returns true where the distance ahead is known
 * Validity: any gap.
 * @throws nothing
 * @source own convention
 * @example isMeasured({ left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 }) // => false
 */
export const isMeasured = (gap: PortGap | undefined): gap is MeasuredGap => gap?.ahead !== undefined;

/** Two ports before anything was measured: facing each other, the distance unknown. */
export const UNMEASURED_GAP: PortGap = { left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 };

/** What the form asks for. */
export const PORT_GAP_FIELDS = Object.fromEntries(
  Object.entries(gapShape.fields).map(([key, shape]) => [key, fieldOf(shape)!]),
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
export function posesOf(gap: MeasuredGap): { readonly from: Pose; readonly to: Pose } {
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
