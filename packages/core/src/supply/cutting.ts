import { CUT_WASTE } from '../kinds/plumbing/run/end-sizes.ts';

/** A hose to cut: what is left of it when its ends are on, m. */
export interface Piece {
  readonly id: string;
  readonly name: string;
  readonly length: number;
}

/** Hose that lies on the shelf, m. */
export interface Offcut {
  readonly id: string;
  readonly length: number;
}

/** How it is bought: by the foot or half meter, or in lengths of its own, m. */
export type Sold =
  | { readonly by: 'step'; readonly step: number; readonly longest: number }
  | { readonly by: 'length'; readonly lengths: readonly number[] };

/** One length of hose and what is cut from it. */
export interface Bar {
  /** Of the shelf; null: bought. */
  readonly offcut: string | null;
  /** m. */
  readonly length: number;
  readonly pieces: readonly Piece[];
  /** What remains, m. */
  readonly left: number;
}

export interface CuttingPlan {
  readonly bars: readonly Bar[];
  /** m. */
  readonly bought: number;
  /** Nothing shorter can be bought; not: a search that was cut off found nothing better. */
  readonly proven: boolean;
  /** Pieces longer than anything that is sold or lies there. */
  readonly tooLong: readonly Piece[];
}

/** Ways looked at before the best so far is taken: a dozen hoses of one kind are proven well within it, and no more keep a page waiting. */
const MOST_LOOKED_AT = 40_000;
const TINY = 1e-9;

interface Open {
  readonly offcut: string | null;
  /** Room in all, m: of a length that is bought by the step the longest there is. */
  readonly room: number;
  used: number;
  readonly pieces: Piece[];
}

/** What a piece takes of a length. */
const takes = ({ length }: Piece): number => length + CUT_WASTE;

/**
 * Which hose is cut from which length, so that the least is bought, and of equal ways the one that opens the fewest lengths.
 * @param pieces what is to be cut, m
 * @param offcuts what lies on the shelf, m
 * @param sold how the rest is bought
 * @returns every length with its pieces and what remains of it
 * Validity: one kind and size of hose; the last cut of a length needs no kerf, which is not counted in its favor.
 * @throws nothing
 * @source branch and bound over all ways to put pieces into lengths, the longest first; see docs/methods/cutting.md
 * @example cuttingPlan([{ id: 'a', name: 'A', length: 0.5 }], [], { by: 'step', step: 0.3048, longest: 15 }).bought // => 0.6096
 */
export function cuttingPlan(pieces: readonly Piece[], offcuts: readonly Offcut[], sold: Sold): CuttingPlan {
  const longest = Math.max(
    0,
    ...offcuts.map((o) => o.length),
    ...(sold.by === 'step' ? [sold.longest] : sold.lengths),
  );
  const tooLong = pieces.filter((p) => takes(p) > longest + TINY);
  const fits = pieces
    .filter((p) => takes(p) <= longest + TINY)
    .sort((a, b) => b.length - a.length || a.id.localeCompare(b.id));
  const search = new Search(fits, sold);
  search.from(offcuts.map((o) => ({ offcut: o.id, room: o.length, used: 0, pieces: [] })));
  const bars = (search.best ?? []).filter((b) => b.pieces.length > 0).map((b) => barOf(b, sold));
  return {
    bars,
    bought: bars.reduce((sum, b) => sum + (b.offcut === null ? b.length : 0), 0),
    proven: !search.cutOff,
    tooLong,
  };
}

/** As it is bought, m. */
const boughtOf = ({ used, room }: Open, sold: Sold): number =>
  sold.by === 'step' ? Math.ceil(used / sold.step - TINY) * sold.step : room;

const barOf = (open: Open, sold: Sold): Bar => {
  const length = open.offcut === null ? boughtOf(open, sold) : open.room;
  return { offcut: open.offcut, length, pieces: open.pieces, left: length - open.used };
};

/** Puts the pieces into lengths one by one, every way that can still beat the best. */
class Search {
  best: Open[] | undefined;
  cutOff = false;
  private bestCost = Infinity;
  private bestOpened = Infinity;
  private looked = 0;
  private readonly rest: readonly number[];

  constructor(
    private readonly pieces: readonly Piece[],
    private readonly sold: Sold,
  ) {
    // What the pieces from here on take together.
    const rest = [0];
    for (const p of [...pieces].reverse()) rest.unshift(rest[0]! + takes(p));
    this.rest = rest;
  }

  from(open: Open[]): void {
    this.put(0, open);
  }

  private put(n: number, open: Open[]): void {
    if (this.looked++ > MOST_LOOKED_AT) {
      this.cutOff = true;
      return;
    }
    const cost = this.cost(open);
    const opened = open.filter((o) => o.pieces.length > 0).length;
    if (n === this.pieces.length) {
      if (cost < this.bestCost - TINY || (cost < this.bestCost + TINY && opened < this.bestOpened)) {
        this.bestCost = cost;
        this.bestOpened = opened;
        this.best = open.map((o) => ({ ...o, pieces: [...o.pieces] }));
      }
      return;
    }
    const least = this.least(n, open, cost);
    if (least > this.bestCost + TINY || (least > this.bestCost - TINY && opened >= this.bestOpened)) return;
    const piece = this.pieces[n]!;
    const need = takes(piece);
    const tried = new Set<string>();
    for (const o of open) {
      // Two lengths of the same room, origin and use are one way.
      const like = `${o.room - o.used} ${o.offcut === null ? o.used : ''} ${o.offcut === null} ${o.pieces.length > 0}`;
      if (o.used + need > o.room + TINY || tried.has(like)) continue;
      tried.add(like);
      this.with(o, piece, need, () => this.put(n + 1, open));
    }
    const { sold } = this;
    for (const room of sold.by === 'step'
      ? [sold.longest]
      : [...new Set(sold.lengths)].sort((a, b) => a - b)) {
      if (need > room + TINY) continue;
      const fresh: Open = { offcut: null, room, used: need, pieces: [piece] };
      this.put(n + 1, [...open, fresh]);
    }
  }

  private with(o: Open, piece: Piece, need: number, then: () => void): void {
    o.used += need;
    o.pieces.push(piece);
    then();
    o.pieces.pop();
    o.used -= need;
  }

  private cost(open: readonly Open[]): number {
    return open.reduce((sum, o) => sum + (o.offcut === null ? boughtOf(o, this.sold) : 0), 0);
  }

  /** No way of going on buys less: all free room filled without a gap. */
  private least(n: number, open: readonly Open[], cost: number): number {
    const { sold } = this;
    const rest = this.rest[n]!;
    if (sold.by === 'length') {
      const room = open.reduce((sum, o) => sum + o.room - o.used, 0);
      return cost + Math.max(0, rest - room);
    }
    const shelf = open.reduce((sum, o) => sum + (o.offcut === null ? 0 : o.room - o.used), 0);
    const used = open.reduce((sum, o) => sum + (o.offcut === null ? o.used : 0), 0);
    return Math.max(cost, Math.ceil((used + Math.max(0, rest - shelf)) / sold.step - 1e-6) * sold.step);
  }
}

/** Which line of a kit each hose gets. */
export interface KitMatch {
  readonly piece: Piece;
  /** Place in the kit, from 0; null: none of it is long enough. */
  readonly line: number | null;
}

/**
 * Which line of a kit goes where: as many places served as can be, and of such ways the one that leaves the least over.
 * @param pieces length each place needs, m
 * @param kit lengths of the kit’s lines, m
 * @returns a match a place, in the order of the places
 * Validity: a line may be longer than its place needs, never shorter.
 * @throws nothing
 * @source an assignment on two sorted lists: dynamic programming
 * @example kitLines([{ id: 'a', name: 'A', length: 0.5 }], [0.3, 0.6, 0.9])[0].line // => 1
 */
export function kitLines(pieces: readonly Piece[], kit: readonly number[]): KitMatch[] {
  const places = pieces.map((p, i) => ({ p, i })).sort((a, b) => a.p.length - b.p.length);
  const lines = kit.map((length, i) => ({ length, i })).sort((a, b) => a.length - b.length);
  interface Best {
    readonly served: number;
    readonly over: number;
    readonly lines: readonly (number | null)[];
  }
  const better = (a: Best, b: Best): Best =>
    b.served > a.served || (b.served === a.served && b.over < a.over - TINY) ? b : a;
  // best[j]: of the places so far with the first j lines of the kit.
  let best: Best[] = lines.map(() => ({ served: 0, over: 0, lines: [] }));
  best.push({ served: 0, over: 0, lines: [] });
  for (const { p } of places) {
    const next: Best[] = [];
    for (let j = 0; j <= lines.length; j++) {
      const without: Best = { ...best[j]!, lines: [...best[j]!.lines, null] };
      let here = j > 0 ? better(without, next[j - 1]!) : without;
      const line = lines[j - 1];
      if (line && line.length >= p.length - TINY) {
        const before = best[j - 1]!;
        here = better(here, {
          served: before.served + 1,
          over: before.over + line.length - p.length,
          lines: [...before.lines, line.i],
        });
      }
      next.push(here);
    }
    best = next;
  }
  const found = best.at(-1)!.lines;
  const byPlace = new Map(places.map(({ i }, n) => [i, found[n] ?? null]));
  return pieces.map((piece, i) => ({ piece, line: byPlace.get(i) ?? null }));
}
