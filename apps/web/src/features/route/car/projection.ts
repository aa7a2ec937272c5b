import type { Vehicle } from '@venula/core/fit';

type Axis = 'x' | 'y' | 'z';
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A view of the car: which axis runs to the right of the page and which up. */
export interface Projection {
  readonly key: 'above' | 'side' | 'behind';
  readonly name: string;
  readonly right: Axis;
  readonly up: Axis;
}

export const PROJECTIONS: readonly Projection[] = [
  { key: 'above', name: 'From above, front at the left', right: 'x', up: 'y' },
  { key: 'side', name: 'From the left side', right: 'x', up: 'z' },
  { key: 'behind', name: 'From behind', right: 'y', up: 'z' },
];

/** Ahead of the front axle and behind the rear one, m; outside of the wheels; top of the car. */
const NOSE = 0.8;
const TAIL = 0.9;
const OUT = 0.16;
const TOP = 1.02;

/** What of the car is drawn along an axis, m. */
export const reach = (axis: Axis, { wheelbaseM, trackM }: Vehicle): readonly [number, number] =>
  axis === 'x'
    ? [-NOSE, wheelbaseM + TAIL]
    : axis === 'y'
      ? [-trackM / 2 - OUT, trackM / 2 + OUT]
      : [-0.02, TOP];

/** From the car to the page and back. */
export interface Scale {
  readonly perM: number;
  readonly width: number;
  readonly height: number;
  readonly at: (p: Spot) => readonly [number, number];
  readonly right: (m: number) => number;
  readonly up: (m: number) => number;
  /** Where a place on the page is in the car: the two axes seen, m. */
  readonly back: (px: number, py: number) => Partial<Spot>;
}

const EDGE = 10;

export function scaleOf(view: Projection, vehicle: Vehicle, width: number): Scale {
  const [left, end] = reach(view.right, vehicle);
  const [low, high] = reach(view.up, vehicle);
  // The view from behind keeps the scale of the others.
  const long = reach('x', vehicle);
  const perM = (width - 2 * EDGE) / (long[1] - long[0]);
  const right = (m: number): number => EDGE + (m - left) * perM;
  const up = (m: number): number => EDGE + (high - m) * perM;
  return {
    perM,
    width: (end - left) * perM + 2 * EDGE,
    height: (high - low) * perM + 2 * EDGE,
    right,
    up,
    at: (p) => [right(p[view.right]), up(p[view.up])],
    back: (px, py) => ({
      [view.right]: (px - EDGE) / perM + left,
      [view.up]: high - (py - EDGE) / perM,
    }),
  };
}
