import type { Backdrop } from '../document/routing.ts';

/** From pixels of a picture to places of a view, m: right = a·u + b·v + x, up = b·u − a·v + y. */
export interface PictureScale {
  readonly a: number;
  readonly b: number;
  readonly x: number;
  readonly y: number;
  /** m a pixel. */
  readonly perPixel: number;
  /** How far the picture is turned against the view, counter-clockwise, rad. */
  readonly turn: number;
}

/** Points nearer than this on the picture, px, or in the car, m, tell no scale. */
const CLOSE_PX = 20;
const CLOSE_M = 0.05;

/**
 * Where a picture lies behind a view, from two points of it that were measured in the car: moved, turned and made larger as a
 * whole. Pixels run to the right and down, the view to the right and up.
 * @param picture pixels of the two points and where they are in the view, m
 * @returns the scale; null where the points are too near each other to tell one
 * Validity: pictures taken square to the view; a lens that bends straight lines is not undone.
 * @throws nothing
 * @source plane similarity through two points
 * @example pictureScale({ first: { u: 0, v: 100 }, second: { u: 100, v: 100 }, firstIs: { right: 0, up: 0 }, secondIs: { right: 1, up: 0 } }).perPixel // => 0.01
 */
export function pictureScale(
  picture: Pick<Backdrop, 'first' | 'second' | 'firstIs' | 'secondIs'>,
): PictureScale | null {
  const { first, second, firstIs, secondIs } = picture;
  const [du, dv] = [second.u - first.u, second.v - first.v];
  const [dr, dUp] = [secondIs.right - firstIs.right, secondIs.up - firstIs.up];
  const long = du * du + dv * dv;
  if (long < CLOSE_PX ** 2 || Math.hypot(dr, dUp) < CLOSE_M) return null;
  const a = (dr * du - dUp * dv) / long;
  const b = (dr * dv + dUp * du) / long;
  return {
    a,
    b,
    x: firstIs.right - a * first.u - b * first.v,
    y: firstIs.up - b * first.u + a * first.v,
    perPixel: Math.hypot(a, b),
    turn: Math.atan2(b, a),
  };
}
