import type { KeepOut } from '../document/routing.ts';
import { add, anySquareTo, dot, norm, scale, sub, type Vec3 } from './vector.ts';

type Spot = { readonly x: number; readonly y: number; readonly z: number };
export const vec = ({ x, y, z }: Spot): Vec3 => [x, y, z];

/** Nearest point of a keep-out's surface to a point, and how far it is, m; inside it the distance is below 0. */
export interface Near {
  readonly distance: number;
  readonly at: Vec3;
}

function toBox(p: Vec3, middle: Vec3, half: Vec3): Near {
  const off = sub(p, middle);
  const held = off.map((v, i) => Math.max(-half[i]!, Math.min(half[i]!, v))) as unknown as Vec3;
  const distance = norm(sub(off, held));
  if (distance > 0) return { distance, at: add(middle, held) };
  // Inside: out through the nearest face.
  const depths = off.map((v, i) => half[i]! - Math.abs(v));
  const face = depths.indexOf(Math.min(...depths));
  const out = off.map((v, i) => (i === face ? Math.sign(v || 1) * half[i]! : v)) as unknown as Vec3;
  return { distance: -depths[face]!, at: add(middle, out) };
}

/** To a cylinder round the line from a to b, its ends flat. */
function toCylinder(p: Vec3, a: Vec3, b: Vec3, radius: number): Near {
  const axis = sub(b, a);
  const long = norm(axis);
  if (long < 1e-9) return toBall(p, a, radius);
  const u = scale(axis, 1 / long);
  const along = dot(sub(p, a), u);
  const foot = add(a, scale(u, along));
  const away = sub(p, foot);
  const r = norm(away);
  const side = r > 1e-9 ? scale(away, 1 / r) : anySquareTo(u);
  const held = Math.max(0, Math.min(long, along));
  const outR = r - radius;
  const outA = Math.abs(along - held);
  if (outR <= 0 && outA === 0) {
    const toEnd = Math.min(along, long - along);
    if (-outR <= toEnd) return { distance: outR, at: add(foot, scale(side, radius)) };
    return { distance: -toEnd, at: sub(p, scale(u, along < long / 2 ? along : along - long)) };
  }
  const at = add(add(a, scale(u, held)), scale(side, Math.min(r, radius)));
  return { distance: norm(sub(p, at)), at };
}

function toBall(p: Vec3, middle: Vec3, radius: number): Near {
  const away = sub(p, middle);
  const r = norm(away);
  const side: Vec3 = r > 1e-9 ? scale(away, 1 / r) : [0, 0, 1];
  return { distance: r - radius, at: add(middle, scale(side, radius)) };
}

/**
 * How far a point is from a keep-out.
 * @param p point, m
 * @param thing box along the car's axes, cylinder with flat ends, or ball
 * @returns distance to its surface, m, below 0 inside; and the nearest point of the surface
 * Validity: any point.
 * @throws nothing
 * @source solid geometry
 * @example nearest([0, 0, 1], { kind: 'sphere', name: 'x', is: 'hot', at: { x: 0, y: 0, z: 0 }, radiusM: 0.25 }).distance // => 0.75
 */
export function nearest(p: Vec3, thing: KeepOut): Near {
  switch (thing.kind) {
    case 'box':
      return toBox(p, vec(thing.at), scale(vec(thing.size), 0.5));
    case 'cylinder':
      return toCylinder(p, vec(thing.from), vec(thing.to), thing.radiusM);
    case 'sphere':
      return toBall(p, vec(thing.at), thing.radiusM);
  }
}
