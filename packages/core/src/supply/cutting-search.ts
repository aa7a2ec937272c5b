/** Placements tried before the best plan so far is taken: a dozen hoses are proved well within it, and a page does not wait. */
const MOST_PLACEMENTS = 60_000;
/** Longest-first starts with the order shuffled a little. */
const STARTS = 60;
const TINY = 1e-9;
/** Shorter than this a leftover is of no use, m (1 ft). */
const USEFUL = 0.3048;
/** Lengths are added up in millimeters for the bound. */
const MM = 1000;

/** A length of hose with the pieces cut from it, by their place in the list, m. */
export interface Cut {
  /** Which offcut; null: bought. */
  readonly offcut: number | null;
  readonly length: number;
  readonly items: readonly number[];
  readonly used: number;
}

interface Open {
  readonly offcut: number | null;
  readonly room: number;
  used: number;
  readonly items: number[];
}

/** Aims in their order: bought (rolls or m), length opened m, useless leftovers m. */
type Cost = readonly [bought: number, opened: number, scrap: number];

const less = (a: Cost, b: Cost): boolean => {
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i]! - b[i]!) > 1e-7) return a[i]! < b[i]!;
  return false;
};

/**
 * One-dimensional cutting stock: longest-first fills as starts, then branch and bound over every way to place the pieces.
 * Stops when no placement is left that can buy as little as the best plan, or after MOST_PLACEMENTS; `proven` says whether the
 * best plan buys no more than the bound, or every way was tried.
 */
export class CuttingSearch {
  best: Cut[] = [];
  readonly proven: boolean;
  /** Rolls, or m by the step. */
  readonly bound: number;
  private cost: Cost = [Infinity, Infinity, Infinity];
  private placed = 0;
  private readonly rest: readonly number[];

  constructor(
    /** What each piece takes, m, the longest first. */
    private readonly takes: readonly number[],
    private readonly offcuts: readonly number[],
    /** Longest that is bought in one piece, m. */
    private readonly longest: number,
    /** Length bought for so much hose, m. */
    private readonly bought: (used: number) => number,
    private readonly sold: 'step' | 'roll',
  ) {
    const rest = [0];
    for (const t of [...takes].reverse()) rest.unshift(rest[0]! + t);
    this.rest = rest;
    this.bound = this.leastBought();
    for (let start = 0; start < STARTS; start++) this.fill(this.order(start), start % 2 === 0);
    this.place(0, this.shelf());
    this.proven = this.placed <= MOST_PLACEMENTS || this.cost[0] <= this.bound + 1e-7;
  }

  private shelf(): Open[] {
    return this.offcuts.map((room, offcut) => ({ offcut, room, used: 0, items: [] }));
  }

  private lengthOf = (o: Open): number => (o.offcut === null ? this.bought(o.used) : o.room);

  private costOf(open: readonly Open[]): Cost {
    let [paid, opened, scrap] = [0, 0, 0];
    for (const o of open) {
      if (o.items.length === 0) continue;
      const length = this.lengthOf(o);
      if (o.offcut === null) paid += this.sold === 'roll' ? 1 : length;
      opened += length;
      const left = length - o.used;
      if (left < USEFUL) scrap += left;
    }
    return [paid, opened, scrap];
  }

  private keep(open: readonly Open[]): void {
    const cost = this.costOf(open);
    if (!less(cost, this.cost)) return;
    this.cost = cost;
    this.best = open
      .filter((o) => o.items.length > 0)
      .map((o) => ({ offcut: o.offcut, length: this.lengthOf(o), items: [...o.items], used: o.used }));
  }

  /** The longest first; later starts swap neighbors, the same ones every time. */
  private order(start: number): number[] {
    const order = this.takes.map((_, i) => i);
    let seed = start;
    for (let i = 0; start > 1 && i + 1 < order.length; i++) {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      const other = Math.min(order.length - 1, i + (seed % 4));
      [order[i], order[other]] = [order[other]!, order[i]!];
    }
    return order;
  }

  /** Each piece where least room is left over, or where there is room first; then the shortest offcut; then a new length. */
  private fill(order: readonly number[], tight: boolean): void {
    const open = this.shelf();
    for (const item of order) {
      const need = this.takes[item]!;
      const room = open
        .filter((o) => o.used + need <= o.room + TINY)
        .sort(
          (a, b) =>
            Number(b.items.length > 0) - Number(a.items.length > 0) ||
            (tight ? a.room - a.used - (b.room - b.used) : 0),
        );
      let at = room[0];
      if (!at) {
        at = { offcut: null, room: this.longest, used: 0, items: [] };
        open.push(at);
      }
      at.used += need;
      at.items.push(item);
    }
    this.keep(open);
  }

  private place(n: number, open: Open[]): void {
    if (this.placed++ > MOST_PLACEMENTS) return;
    if (n === this.takes.length) return this.keep(open);
    if (this.leastFrom(n, open) > this.cost[0] + 1e-7) return;
    const need = this.takes[n]!;
    const tried = new Set<string>();
    for (const o of open) {
      // Two lengths of the same room, origin and use are one way.
      const like = `${o.room - o.used} ${o.offcut === null ? o.used : o.room} ${o.offcut === null}`;
      if (o.used + need > o.room + TINY || tried.has(like)) continue;
      tried.add(like);
      o.used += need;
      o.items.push(n);
      this.place(n + 1, open);
      o.items.pop();
      o.used -= need;
    }
    if (need <= this.longest + TINY)
      this.place(n + 1, [...open, { offcut: null, room: this.longest, used: need, items: [n] }]);
  }

  /** No way of going on buys less: all room that is free is filled without a gap. */
  private leastFrom(n: number, open: readonly Open[]): number {
    const rest = this.rest[n]!;
    const shortest = this.takes.at(-1)!;
    let [shelf, room, rolls, used, paid] = [0, 0, 0, 0, 0];
    for (const o of open) {
      const free = o.room - o.used;
      if (o.offcut !== null) shelf += free >= shortest - TINY ? free : 0;
      else {
        room += free >= shortest - TINY ? free : 0;
        rolls++;
        used += o.used;
        paid += this.bought(o.used);
      }
    }
    if (this.sold === 'roll')
      return rolls + Math.max(0, Math.ceil((rest - shelf - room) / this.longest - 1e-6));
    return Math.max(paid, this.bought(used + Math.max(0, rest - shelf)));
  }

  /** Lower bound on what is bought: material, with each offcut filled as well as these pieces can fill it. */
  private leastBought(): number {
    const shelf = this.offcuts.reduce((sum, room) => sum + this.fullest(room), 0);
    const rest = Math.max(0, this.rest[0]! - shelf);
    if (rest < 1e-6) return 0;
    if (this.sold === 'step') return this.bought(Math.max(0, rest - 1e-6));
    const material = Math.ceil(rest / this.longest - 1e-6);
    // Two pieces over half a roll never share one; the shelf may take some of them.
    const half = this.longest / 2;
    const onShelf = this.offcuts.reduce((sum, room) => sum + Math.floor(room / half + TINY), 0);
    return Math.max(material, this.takes.filter((t) => t > half + TINY).length - onShelf);
  }

  /** The most of a length that some of the pieces fill, m: subset sums in millimeters, rounded so that it is never too little. */
  private fullest(room: number): number {
    const most = Math.ceil(room * MM);
    const reached = new Uint8Array(most + 1);
    reached[0] = 1;
    for (const t of this.takes) {
      const mm = Math.floor(t * MM);
      for (let at = most; at >= mm; at--) if (reached[at - mm]) reached[at] = 1;
    }
    return Math.min(room, (reached.lastIndexOf(1) + this.takes.length) / MM);
  }
}
