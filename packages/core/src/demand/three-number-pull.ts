import type { PullPoint } from './pull.ts';

/** What a technician knows of an engine without a dyno sheet. */
export interface ThreeNumbers {
  /** Peak power, W, as entered (crank or wheels). */
  readonly powerW: number;
  readonly powerRpm: number;
  /** Engine speed of peak torque; below powerRpm. */
  readonly torqueRpm: number;
  readonly redline: number;
  /** Manifold pressure on the plateau, Pa gauge. */
  readonly boostPa: number;
}

/** Share of the torque-peak speed at which the pull starts. */
const START = 0.6;

/**
 * A pull from peak power, the two peaks' engine speeds and redline. Torque is a parabola about its own peak whose power
 * peaks where it was said to: T(n) = T_p·(1 + (n_p − n_t)/(2n_p)) − a(n − n_t)², a = T_p/(2(n_p − n_t)n_p). Boost is on its
 * plateau from the torque peak on and rises in a straight line to it from nothing at half that speed.
 * @param three peak power W, engine speeds 1/min, boost Pa gauge
 * @returns seven points with rising rpm, the power peak among them
 * Validity: shape only; a dyno sheet is better.
 * @throws nothing; speeds out of order give an empty list
 * @source calculus on a parabola; boost shape is common practice
 * @example threeNumberPull({ powerW: 300000, powerRpm: 6500, torqueRpm: 4000, redline: 7000, boostPa: 90000 }).length // => 7
 */
export function threeNumberPull(three: ThreeNumbers): PullPoint[] {
  const { powerW, powerRpm, torqueRpm, redline, boostPa } = three;
  if (!(torqueRpm < powerRpm && powerRpm <= redline && torqueRpm > 0)) return [];
  const torqueAtPeak = powerW / powerRpm;
  const a = torqueAtPeak / (2 * (powerRpm - torqueRpm) * powerRpm);
  const top = torqueAtPeak + a * (powerRpm - torqueRpm) ** 2;
  const from = torqueRpm * START;
  const middle = (torqueRpm + powerRpm) / 2;
  const speeds = [
    from,
    (from + torqueRpm) / 2,
    torqueRpm,
    middle,
    (middle + powerRpm) / 2,
    powerRpm,
    redline,
  ];
  const distinct = [...new Set(speeds.map((n) => Math.round(n / 10) * 10))];
  return distinct.map((rpm) => ({
    rpm,
    powerW: Math.max(0, (top - a * (rpm - torqueRpm) ** 2) * rpm),
    boostPa: boostPa * Math.min(1, Math.max(0, (rpm - torqueRpm / 2) / (torqueRpm / 2))),
  }));
}
