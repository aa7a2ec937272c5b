import type { Hazard } from '../document/routing.ts';
import { INCH } from '../quantities/constants.ts';

/** How far a line stays from what can hurt it, m. Common practice, but for the 2 in that a thing not fitted yet is given. */
export const KEEP_AWAY = {
  /** Bare beside what is hotter than it stands: 4.7 in; sleeved 2.75 in, under which no sleeve helps; 8 in is comfortable. */
  hot: { bare: 0.12, sleeved: 0.07, comfortable: 0.2032 },
  moving: INCH,
  sharp: 0.01,
  /** What has to come out past it. */
  access: 0.01,
  unknown: 0.0508,
} as const;
/** Beside a thing that is no hotter than the line stands: that they do not rub. */
export const NO_RUB = 0.002;
/** An exhaust, where nobody measured, K. */
export const USUAL_HOT = 773.15;
/** Common sleeve is good to this at its surface, K (300 °F). */
export const SLEEVE_K = 422;
/** A line is held this often, m (18 in: common practice). */
export const CLIP_SPACING = 0.4572;

/**
 * Least distance of a line from something beside it.
 * @param is what it can do to the line
 * @param sleeved the line has a sleeve there
 * @param surfaceK how hot its surface is, K; absent: as hot as an exhaust
 * @param standsK what the line itself stands, K
 * @returns m
 * Validity: every kind of thing.
 * @throws nothing
 * @source common practice: 70 mm from an exhaust is uncomfortable, 120 mm is good, sleeve anything nearer than 8 in
 * @example keepAway('hot', false, undefined, 503) // => 0.12
 */
export function keepAway(
  is: Hazard,
  sleeved: boolean,
  surfaceK: number | undefined,
  standsK: number,
): number {
  if (is === 'hot') {
    if ((surfaceK ?? USUAL_HOT) <= standsK) return NO_RUB;
    return sleeved ? KEEP_AWAY.hot.sleeved : KEEP_AWAY.hot.bare;
  }
  // A sleeve or a grommet takes an edge.
  if (is === 'sharp' && sleeved) return NO_RUB;
  return KEEP_AWAY[is];
}
