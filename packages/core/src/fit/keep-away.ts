import type { Hazard } from '../document/routing.ts';
import { INCH } from '../quantities/constants.ts';

/** How far a line stays from what can hurt it, m. Common practice, but for the 2 in that a thing not fitted yet is given. */
export const KEEP_AWAY = {
  /**
   * Beside what is hotter than it withstands: bare 2 3/4 in (70 mm), sleeved 1 in (25 mm), under which no sleeve helps; up to
   * 4 in (100 mm) it is worth a look (estimates; a good figure is 120 mm). Each so that it reads round on a tape of either kind.
   */
  hot: { bare: 0.0698, sleeved: 0.025, look: 0.1003 },
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

interface Hot {
  readonly sleeved: boolean;
  readonly surfaceK?: number | undefined;
  /** What the line itself withstands, K. */
  readonly standsK: number;
}

/**
 * Least distance of a line from something beside it.
 * @param is what it can do to the line
 * @param line whether it has a sleeve there, how hot the surface is, K (absent: as hot as an exhaust), what the line withstands, K
 * @returns m
 * Validity: every kind of thing.
 * @throws nothing
 * @source common practice: 70 mm from an exhaust is uncomfortable, 100 to 125 mm comfortable; 25 mm sleeved is an estimate
 * @example keepAway('hot', { sleeved: false, standsK: 503 }) // => 0.0698
 */
export function keepAway(is: Hazard, { sleeved, surfaceK, standsK }: Hot): number {
  if (is === 'hot') {
    if ((surfaceK ?? USUAL_HOT) <= standsK) return NO_RUB;
    return sleeved ? KEEP_AWAY.hot.sleeved : KEEP_AWAY.hot.bare;
  }
  // A sleeve or a grommet takes an edge.
  if (is === 'sharp' && sleeved) return NO_RUB;
  return KEEP_AWAY[is];
}

/**
 * Distance from which nothing is said of a line beside something.
 * @param is what it can do to the line
 * @param line as for keepAway
 * @returns m; beside what is hot more than it must keep
 * Validity: every kind of thing.
 * @throws nothing
 * @source see keepAway
 * @example clearOf('hot', { sleeved: false, standsK: 503 }) // => 0.1003
 */
export function clearOf(is: Hazard, line: Hot): number {
  if (is !== 'hot' || (line.surfaceK ?? USUAL_HOT) <= line.standsK) return keepAway(is, line);
  return line.sleeved ? KEEP_AWAY.hot.bare : KEEP_AWAY.hot.look;
}
