import { NAME_LINE, widest, wrapped } from './names.ts';
import type { Track, TrackItem, TrackJunction, TrackPath } from './track-model.ts';

export interface Slot {
  readonly item: TrackItem;
  readonly x0: number;
  readonly x1: number;
  /** Where its name and caption stand: over its middle, or beside an upright bar that would cross them. */
  readonly textX: number;
}

export interface PlacedPath {
  readonly path: TrackPath;
  readonly y: number;
  /** How many rows with the same line run beside this one above it: they are told apart by what is drawn in the line. */
  readonly rank: number;
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

/** Room above a lane with no line of a name, under one with one line of a caption; half of a symbol. */
const OVER = 27;
const UNDER = 41;
const HALF_PART = 27;
/** Three lines of a name stand above the first lane at least, so that it seldom moves. */
const FIRST_LINES = 3;
const LANE_GAP = 6;
const MARGIN = 40;
/** A source's name stands over it, this wide. */
export const JUNCTION_NAME = 78;
/** Pixels a weight of one needs at least. */
const LEAST = 59;
/** Half of what a junction takes of the lines that meet there, px. */
export const HALF_WIDTH: Readonly<Record<TrackJunction['symbol'], number>> = {
  tank: 33,
  battery: 33,
  motor: 33,
  surge: 27,
  factory: 33,
  'high-pressure-pump': 33,
  rail: 20,
  tee: 26,
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
  const laned = track.paths.map((path): Laned => {
    const direction = path.way === 'out' ? 1 : -1;
    const x0 = xOf(path.from) + direction * half(path.from);
    const x1 = xOf(path.to) - direction * half(path.to);
    return { path, k: laneOf.get(path.id)!, x0, x1, slots: slots(path.items, x0, x1) };
  });
  const outs = heightsOf(laned, 'out', lanes.length);
  const homes = heightsOf(laned, 'home', homeLanes.length);
  const names = track.junctions.map((j) => wrapped(j.name, JUNCTION_NAME).length);
  const outYs = lanesDown(outs, OVER + NAME_LINE * Math.max(FIRST_LINES, outs[0]?.over ?? 0, ...names));
  const below = (outYs.at(-1) ?? OVER) + (outs.at(-1)?.under ?? 0) + LANE_GAP;
  const homeYs = lanesDown(homes, below + HALF_PART);
  const level = laned.map((p) => ({ ...p, y: (p.path.way === 'out' ? outYs : homeYs)[p.k]! }));
  const bars = track.junctions.flatMap(({ id, symbol }) => {
    const ys = level.filter((p) => p.path.from === id || p.path.to === id).map((p) => p.y);
    return symbol === 'tee' ? [{ x: xOf(id), top: Math.min(...ys), bottom: Math.max(...ys) }] : [];
  });
  const placed = level.map(({ path, k, x0, x1, y, slots: on }): PlacedPath => ({
    path,
    y,
    x0,
    x1,
    rank: new Set(
      level.filter((o) => o.k < k && sameLine(o.path, path) && sideBySide(o, { x0, x1 })).map((o) => o.k),
    ).size,
    slots: on.map((slot) => clearOfBars(slot, y, bars)),
  }));
  const junctions = track.junctions.map((junction): PlacedJunction => {
    const ys = placed.filter((p) => p.path.from === junction.id || p.path.to === junction.id).map((p) => p.y);
    return { junction, x: xOf(junction.id), top: Math.min(...ys), bottom: Math.max(...ys) };
  });
  const lowest = Math.max(
    (outYs.at(-1) ?? OVER) + (outs.at(-1)?.under ?? 0),
    (homeYs.at(-1) ?? 0) + (homes.at(-1)?.under ?? 0),
  );
  return {
    width,
    height: lowest + LANE_GAP,
    paths: placed,
    junctions: junctions.filter((j) => Number.isFinite(j.bottom)),
    xOf,
  };
}

type Laned = Omit<PlacedPath, 'y' | 'rank'> & { readonly k: number };

interface LaneHeight {
  /** Lines of names above it; a way home carries its names below. */
  readonly over: number;
  /** Room under its middle, px. */
  readonly under: number;
}

/** How much room each lane of a way needs for the names and captions on it. */
function heightsOf(laned: readonly Laned[], way: TrackPath['way'], count: number): LaneHeight[] {
  return Array.from({ length: count }, (_, k) => {
    const on = laned.filter((p) => p.path.way === way && p.k === k).flatMap((p) => p.slots);
    const most = (text: (item: TrackItem) => string): number =>
      Math.max(1, ...on.map((s) => wrapped(text(s.item), Math.abs(s.x1 - s.x0)).length));
    const [name, caption] = [most((i) => i.name), most((i) => i.caption)];
    return way === 'out'
      ? { over: name, under: UNDER + NAME_LINE * (caption - 1) }
      : { over: 0, under: UNDER + NAME_LINE * (name + caption - 1) };
  });
}

/** Middles of lanes one under the other. */
function lanesDown(heights: readonly LaneHeight[], first: number): number[] {
  return heights.reduce<number[]>((ys, { over }, k) => {
    const above = heights[k - 1];
    const gap = above ? above.under + LANE_GAP + OVER + NAME_LINE * over : 0;
    return [...ys, k === 0 ? first : ys[k - 1]! + gap];
  }, []);
}

const lineOfPath = (path: TrackPath): string => path.items.at(-1)?.line ?? path.line;
const sameLine = (a: TrackPath, b: TrackPath): boolean => a.way === b.way && lineOfPath(a) === lineOfPath(b);
const ends = (p: { readonly x0: number; readonly x1: number }) =>
  [Math.min(p.x0, p.x1), Math.max(p.x0, p.x1)] as const;
function sideBySide(
  a: { readonly x0: number; readonly x1: number },
  b: { readonly x0: number; readonly x1: number },
): boolean {
  const [[al, ar], [bl, br]] = [ends(a), ends(b)];
  return al < br && bl < ar;
}

/** Moves a part's words beside a bar that would run through them, where the part is wide enough. */
function clearOfBars(
  slot: Slot,
  y: number,
  bars: readonly { readonly x: number; readonly top: number; readonly bottom: number }[],
): Slot {
  const [left, right] = ends(slot);
  const wide = right - left;
  const reach = widest([...wrapped(slot.item.name, wide), ...wrapped(slot.item.caption, wide)]) / 2 + 8;
  const bar = bars.find((b) => b.top < y && b.bottom > y && Math.abs(b.x - slot.textX) < reach);
  if (!bar) return slot;
  const beside = [bar.x - reach, bar.x + reach].filter(
    (x) => x - reach >= left - 8 && x + reach <= right + 8,
  );
  const nearest = beside.sort((a, b) => Math.abs(a - slot.textX) - Math.abs(b - slot.textX))[0];
  return nearest === undefined ? slot : { ...slot, textX: nearest };
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
    const slot = { item, x0: at, x1: next, textX: (at + next) / 2 };
    at = next;
    return slot;
  });
}
