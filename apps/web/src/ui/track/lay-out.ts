import type { Track, TrackItem, TrackJunction, TrackPath } from './track-model.ts';

export interface Slot {
  readonly item: TrackItem;
  readonly x0: number;
  readonly x1: number;
}

export interface PlacedPath {
  readonly path: TrackPath;
  readonly y: number;
  /** Where the path leaves and reaches its junctions. */
  readonly x0: number;
  readonly x1: number;
  readonly slots: readonly Slot[];
}

export interface PlacedJunction {
  readonly junction: TrackJunction;
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
}

export interface Layout {
  readonly width: number;
  readonly height: number;
  readonly paths: readonly PlacedPath[];
  readonly junctions: readonly PlacedJunction[];
  readonly xOf: (junctionId: string) => number;
}

const FIRST_Y = 54;
/** Ways home carry their names below, ways out above: two of those need more room between them. */
const OUT_LANE = 98;
const HOME_LANE = 80;
const MARGIN = 46;
/** Pixels a weight of one needs at least. */
const LEAST = 56;
const HALF_WIDTH: Readonly<Record<TrackJunction['symbol'], number>> = {
  tank: 33,
  battery: 33,
  motor: 33,
  rail: 20,
  tee: 10,
};
/** Room a junction takes in weights, so that an empty path still has a length. */
const JUNCTION_WEIGHT = 0.5;

const weightOf = (path: TrackPath): number => path.items.reduce((w, i) => w + i.weight, 0) + JUNCTION_WEIGHT;

/**
 * Lays any loop out by itself: junctions as far to the right as the longest way out to them, each path on the first
 * lane where it does not cover another, ways home on lanes below the ways out. Nothing is dragged into shape.
 */
export function layOut(track: Track, available: number): Layout {
  const out = track.paths.filter((p) => p.way === 'out');
  const depth = depths(track.start, out);
  const deepest = Math.max(...depth.values(), 1);
  const width = Math.max(available, deepest * LEAST + 2 * MARGIN);
  const xOf = (id: string): number => MARGIN + ((depth.get(id) ?? deepest) / deepest) * (width - 2 * MARGIN);
  const half = (id: string): number => HALF_WIDTH[track.junctions.find((j) => j.id === id)?.symbol ?? 'tee'];

  const lanes: [number, number][][] = [];
  const homeLanes: [number, number][][] = [];
  const lane = (path: TrackPath): number => {
    const [a, b] = [xOf(path.from), xOf(path.to)].sort((m, n) => m - n) as [number, number];
    const set = path.way === 'out' ? lanes : homeLanes;
    let k = set.findIndex((taken) => taken.every(([s, e]) => b <= s + 1 || a >= e - 1));
    if (k < 0) k = set.push([]) - 1;
    set[k]!.push([a, b]);
    return k;
  };
  const laned = track.paths.map((path) => ({ path, k: lane(path) }));
  const outY = (k: number): number => FIRST_Y + OUT_LANE * Math.max(0, k);
  const placed = laned.map(({ path, k }): PlacedPath => {
    const direction = path.way === 'out' ? 1 : -1;
    const x0 = xOf(path.from) + direction * half(path.from);
    const x1 = xOf(path.to) - direction * half(path.to);
    const y = path.way === 'out' ? outY(k) : outY(lanes.length - 1) + HOME_LANE * (k + 1);
    return { path, y, x0, x1, slots: slots(path.items, x0, x1) };
  });
  const junctions = track.junctions.map((junction): PlacedJunction => {
    const ys = placed.filter((p) => p.path.from === junction.id || p.path.to === junction.id).map((p) => p.y);
    return { junction, x: xOf(junction.id), top: Math.min(...ys), bottom: Math.max(...ys) };
  });
  const lowest = Math.max(FIRST_Y, ...placed.map((p) => p.y));
  return {
    width,
    height: lowest + 52,
    paths: placed,
    junctions: junctions.filter((j) => Number.isFinite(j.bottom)),
    xOf,
  };
}

/** Longest way from the start to each junction, in weights. A ring of ways out is cut after as many turns as paths. */
function depths(start: string, out: readonly TrackPath[]): Map<string, number> {
  const depth = new Map([[start, 0]]);
  for (let turn = 0; turn <= out.length; turn++) {
    for (const path of out) {
      const from = depth.get(path.from);
      if (from === undefined || path.to === start) continue;
      depth.set(path.to, Math.max(depth.get(path.to) ?? 0, from + weightOf(path)));
    }
  }
  return depth;
}

function slots(items: readonly TrackItem[], x0: number, x1: number): Slot[] {
  const total = items.reduce((w, i) => w + i.weight, 0) || 1;
  let at = x0;
  return items.map((item) => {
    const next = at + (item.weight / total) * (x1 - x0);
    const slot = { item, x0: at, x1: next };
    at = next;
    return slot;
  });
}
