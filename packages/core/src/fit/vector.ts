/** A point or a direction in the car: x rearward, y right, z up, m. */
export type Vec3 = readonly [number, number, number];

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vec3, by: number): Vec3 => [a[0] * by, a[1] * by, a[2] * by];
export const norm = (a: Vec3): number => Math.hypot(...a);

/** Its direction; nothing where it has none. */
export function unit(a: Vec3, least = 1e-12): Vec3 | undefined {
  const n = norm(a);
  return n > least ? scale(a, 1 / n) : undefined;
}

/** Angle between two unit vectors, 0 to π; exact near both ends. */
export const angleBetween = (a: Vec3, b: Vec3): number => 2 * Math.atan2(norm(sub(a, b)), norm(add(a, b)));

export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The part of a vector that is square to a unit axis, as a direction; nothing where the two are in line. */
export const squareTo = (axis: Vec3, v: Vec3, least = 1e-9): Vec3 | undefined =>
  unit(sub(v, scale(axis, dot(v, axis))), least);

/** Some direction square to a unit axis: where any will do. */
export const anySquareTo = (axis: Vec3): Vec3 =>
  squareTo(axis, Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0])!;

/** Turned about a unit axis by an angle, rad (Rodrigues). */
export function turned(v: Vec3, axis: Vec3, angle: number): Vec3 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return add(add(scale(v, c), scale(cross(axis, v), s)), scale(axis, dot(axis, v) * (1 - c)));
}
