import { interpolateLinear } from '../numerics/interpolate.ts';

/** Flow below which a quadratic loss turns linear so that its slope exists at zero: 2 L/h in m³/s. */
export const LINEAR_BELOW = 2e-3 / 3600;

/** 90° bend without its arc's friction by r/d, 8 mm bore, Re 2e4 (Rennels & Hudson, Pipe Flow). */
const BEND_RATIOS = [1.5, 3, 5, 10];
const BEND_K = [0.23, 0.14, 0.13, 0.12];

/**
 * Loss of smooth bends in a line, without the friction of the arc (that is counted in the length).
 * @param totalDegrees bends added up, degrees
 * @param radiusOverBore bend radius over bore
 * @returns K on the line's bore
 * Validity: r/d 1.5–10, held at the ends; single bends more than a few bores apart.
 * @source Rennels & Hudson, Pipe Flow, 90° bend values; proportional to angle (our simplification)
 * @example bendLoss(180, 10) // => 0.24
 */
export function bendLoss(totalDegrees: number, radiusOverBore: number): number {
  return (totalDegrees / 90) * interpolateLinear(BEND_RATIOS, BEND_K, radiusOverBore);
}

/**
 * Loss of a hose end narrower than its hose: K on the hose bore = [0.5(1−b²) + K_end + (1−b²)²]/b⁴
 * (contraction into the end, the end itself, Borda–Carnot expansion out of it).
 * @param endK K of the fitting on its own bore
 * @param boreRatio b, end bore over hose bore, 0.3–1
 * @returns K on the hose bore
 * @source Borda–Carnot; Crane TP-410 for the contraction form
 * @example hoseEndLoss(0.5, 0.85) // => 1.371
 */
export function hoseEndLoss(endK: number, boreRatio: number): number {
  const b2 = boreRatio * boreRatio;
  return (0.5 * (1 - b2) + endK + (1 - b2) ** 2) / (b2 * b2);
}

/** Share of a sudden step's loss that a cone of this included angle keeps (Crane TP-410, formulas 1 to 4 of its fittings page). */
function coneShare(degrees: number, widening: boolean): number {
  const half = Math.sin((Math.min(degrees, 180) / 2) * (Math.PI / 180));
  const gentle = degrees <= 45;
  if (widening) return gentle ? 2.6 * half : 1;
  return gentle ? 1.6 * half : Math.sqrt(half);
}

/**
 * Change of bore, K on the smaller bore: expansion (1−β²)², contraction 0.5(1−β²); where a cone leads from one bore to the
 * other a share of it: expansion 2.6·sin(θ/2) up to 45°, all of it above; contraction 1.6·sin(θ/2) up to 45°, √sin(θ/2) above.
 * @param fromBore m
 * @param toBore m
 * @param coneDegrees included angle of the cone between them; 180: a square step
 * @returns K on the smaller bore
 * Validity: cones of 0–180°; the friction of a long cone is not in it.
 * @throws nothing
 * @source Borda–Carnot; Crane TP-410 (from memory)
 * @example boreChangeLoss(5.6, 7.9) // => 0.2475
 */
export function boreChangeLoss(fromBore: number, toBore: number, coneDegrees = 180): number {
  const beta2 = (Math.min(fromBore, toBore) / Math.max(fromBore, toBore)) ** 2;
  const widening = fromBore < toBore;
  return (widening ? (1 - beta2) ** 2 : 0.5 * (1 - beta2)) * coneShare(coneDegrees, widening);
}

/**
 * Where a line begins in a vessel and where it ends in one, K on the line's bore: a square edge flush with the wall, a tube
 * that stands into the vessel, and the whole velocity head lost on the way out.
 * @source Crane TP-410: entrance flush 0.5, inward projecting 0.78, exit 1.0
 */
export const VESSEL_K = { flush: 0.5, projecting: 0.78, exit: 1 } as const;
