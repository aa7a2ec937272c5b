import { CUT_WASTE } from '../kinds/plumbing/run/end-sizes.ts';
import { CuttingSearch } from './cutting-search.ts';

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

/** How it is bought: by the foot or half meter, or in rolls of given lengths, m. */
export type Sold =
  | { readonly by: 'step'; readonly step: number; readonly longest: number }
  | { readonly by: 'roll'; readonly lengths: readonly number[] };

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
  /** New rolls, or lengths bought by the step. */
  readonly rolls: number;
  /** Nothing less can be bought. */
  readonly proven: boolean;
  /** No plan buys less than this: rolls where it is sold in rolls, else m. */
  readonly bound: number;
  /** Pieces longer than anything that is sold or lies there. */
  readonly tooLong: readonly Piece[];
}

const TINY = 1e-9;

/** What a piece takes of a length: its own, squaring both ends, and the cut. */
const takes = ({ length }: Piece): number => length + CUT_WASTE;

/**
 * Which hose is cut from which length: the fewest new rolls (by the foot: the least bought), then the least length opened, then
 * the least left in pieces too short to use.
 * @param pieces what is to be cut, m
 * @param offcuts what lies on the shelf, m
 * @param sold how the rest is bought
 * @returns every length with its pieces and what remains of it; whether less can be bought, and the bound
 * Validity: one kind and size of hose; the last cut of a length needs no kerf, which is not counted in its favor.
 * @throws nothing
 * @source one-dimensional cutting stock: longest-first starts, branch and bound; see docs/methods/cutting.md
 * @example cuttingPlan([{ id: 'a', name: 'A', length: 0.5 }], [], { by: 'step', step: 0.3048, longest: 15 }).bought // => 0.6096
 */
export function cuttingPlan(pieces: readonly Piece[], offcuts: readonly Offcut[], sold: Sold): CuttingPlan {
  const longest = sold.by === 'step' ? sold.longest : Math.max(0, ...sold.lengths);
  const room = Math.max(longest, ...offcuts.map((o) => o.length));
  const fits = pieces
    .filter((p) => takes(p) <= room + TINY)
    .sort((a, b) => b.length - a.length || a.id.localeCompare(b.id));
  const search = new CuttingSearch(
    fits.map(takes),
    offcuts.map((o) => o.length),
    longest,
    (used) => lengthBought(used, sold),
    sold.by,
  );
  const bars = search.best.map(({ offcut, length, items, used }): Bar => ({
    offcut: offcut === null ? null : offcuts[offcut]!.id,
    length,
    pieces: items.map((i) => fits[i]!),
    left: length - used,
  }));
  const fresh = bars.filter((b) => b.offcut === null);
  return {
    bars,
    bought: fresh.reduce((sum, b) => sum + b.length, 0),
    rolls: fresh.length,
    proven: search.proven,
    bound: search.bound,
    tooLong: pieces.filter((p) => takes(p) > room + TINY),
  };
}

/** The length that is bought for so much hose, m: whole steps, or the shortest roll it fits on. */
const lengthBought = (used: number, sold: Sold): number =>
  sold.by === 'step'
    ? Math.ceil(used / sold.step - TINY) * sold.step
    : Math.min(...sold.lengths.filter((l) => l >= used - TINY));
