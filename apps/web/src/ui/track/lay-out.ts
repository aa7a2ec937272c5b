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

/** Three lines of a name stand above the first lane. */
const FIRST_Y = 72;
/** Ways home carry their names below, ways out above: two of those need more room between them. */
const OUT_LANE = 106;
const HOME_LANE = 86;
const MARGIN = 46;
/** Pixels a weight of one needs at least. */
const LEAST = 62;
const HALF_WIDTH: Readonly<Record<TrackJunction['symbol'], number>> = {
  tank: 33,
  battery: 33,
  motor: 33,
  surge: 27,
  factory: 33,
  'high-pressure-pump': 33,
  rail: 20,
  tee: 10,
};
/** A second source stands this many weights to the right of the first, so that neither hides the other. */
const SOURCE_STEP = 1.4;
/** Room a junction takes in weights, so that an empty path still has a length. */
const JUNCTION_WEIGHT = 0.5;

const weightOf = (path: TrackPath): number => path.items.reduce((w, i) => w + i.weight, 0) + JUNCTION_WEIGHT;

/**
 * Lays any loop out by itself: junctions as far to the right as the longest way out to them, each path on the first
 * lane where it does not cover another, ways home on lanes below the ways out. Nothing is dragged into shape.
 */
export function layOut(track: Track, available: number): Layout {
  const out = track.paths.filter((p) => p.way === 'out');
  const depth = depths(track);
  const deepest = Math.max(...depth.values(), 1);
  const width = Math.max(available, deepest * LEAST + 2 * MARGIN);
  const xOf = (id: string): number => MARGIN + ((depth.get(id) ?? deepest) / deepest) * (width - 2 * MARGIN);
  const half = (id: string): number => HALF_WIDTH[track.junctions.find((j) => j.id === id)?.symbol ?? 'tee'];

  /** 0 for what leads on from the start, then one more for each further source. */
  const sources = [track.start, ...track.junctions.map((j) => j.id).filter((id) => id !== track.start)];
  const sourceRank = (path: TrackPath): number =>
    out.some((p) => p.to === path.from) ? 0 : Math.max(0, sources.indexOf(path.from));
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
  // Long ways out on top, short ways home next to them: a source's own lines then stay on its own side.
  const span = (path: TrackPath): number => Math.abs(xOf(path.to) - xOf(path.from));
  const inTurn = [...track.paths].sort((a, b) =>
    a.way !== b.way ? 0 : a.way === 'out' ? sourceRank(a) - sourceRank(b) : span(a) - span(b),
  );
  const laneOf = new Map(inTurn.map((path) => [path.id, lane(path)]));
  const laned = track.paths.map((path) => ({ path, k: laneOf.get(path.id)! }));
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

/**
 * Longest way from the sources to each junction, in weights: the start at nothing, every further source a step on. A ring
 * of ways out is cut after as many turns as paths.
 */
function depths({ start, paths, junctions }: Track): Map<string, number> {
  const out = paths.filter((p) => p.way === 'out');
  const depth = new Map([[start, 0]]);
  const others = junctions.filter(
    (j) => j.id !== start && out.some((p) => p.from === j.id) && !out.some((p) => p.to === j.id),
  );
  others.forEach((j, i) => depth.set(j.id, SOURCE_STEP * (i + 1)));
  for (let turn = 0; turn <= out.length; turn++) {
    for (const path of out) {
      const from = depth.get(path.from);
      if (from === undefined || path.to === start) continue;
      depth.set(path.to, Math.max(depth.get(path.to) ?? 0, from + weightOf(path)));
    }
  }
  // What only ways home touch (a Y in the return) stands as far out as its own way home is long.
  const home = paths.filter((p) => p.way === 'home');
  for (let turn = 0; turn <= home.length; turn++) {
    for (const path of home) {
      const to = depth.get(path.to);
      if (to === undefined || out.some((p) => p.from === path.from || p.to === path.from)) continue;
      depth.set(path.from, Math.max(depth.get(path.from) ?? 0, to + Math.max(SOURCE_STEP, weightOf(path))));
    }
  }
  // A tank that only takes something back stands beside the first one.
  junctions.forEach((j, i) => depth.has(j.id) || depth.set(j.id, SOURCE_STEP * (i + 1)));
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
