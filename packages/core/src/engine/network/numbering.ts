import type { Arena } from '../../numerics/arena.ts';
import { SparseLu } from '../../numerics/sparse-lu.ts';
import type { Network } from './network.ts';

/**
 * What a topology is in numbers: nodes, links, unknowns, the order they are eliminated in, and where each link’s entries of
 * the nodal matrix live. Worked out once; solves only read it.
 */
export class NetworkNumbering {
  readonly nodeIds: readonly string[];
  readonly linkIds: readonly string[];
  readonly nodeIndex = new Map<string, number>();
  readonly linkIndex = new Map<string, number>();
  readonly unknowns: number;
  /** Unknown of each node; −1 where its pressure is held from outside. */
  readonly numbered: Int32Array;
  /** Row of each node in the order of elimination; one past the last where it is held. */
  readonly row: Int32Array;
  readonly from: Int32Array;
  readonly to: Int32Array;
  readonly lu: SparseLu;
  /** Where each link’s four entries live; held nodes go to the matrix’s sink. */
  readonly slots: Int32Array;
  // The same one by one: its two on the diagonal, and the one off it that lies above; and the rows of its ends.
  readonly fromSlot: Int32Array;
  readonly toSlot: Int32Array;
  readonly upperSlot: Int32Array;
  readonly fromRow: Int32Array;
  readonly toRow: Int32Array;
  // Pumps that share a source: their links, and where the entries of each pair live.
  readonly sharedLinks: Int32Array;
  readonly sharedSlots: Int32Array;

  /**
   * @param shape nodes and links
   * @param shared ids of the links that share a source
   * @param arena where its arrays are made
   * @throws when a link names a node that is not there (programming error)
   */
  constructor({ nodes, links }: Network, shared: readonly string[], arena: Arena) {
    const n = nodes.length;
    const m = links.length;
    this.nodeIds = nodes.map((node) => node.id);
    this.linkIds = links.map((link) => link.id);
    this.numbered = arena.ints(n);
    let unknowns = 0;
    for (let i = 0; i < n; i++) {
      this.nodeIndex.set(nodes[i]!.id, i);
      this.numbered[i] = nodes[i]!.fixed === undefined ? unknowns++ : -1;
    }
    this.unknowns = unknowns;
    this.from = arena.ints(m);
    this.to = arena.ints(m);
    for (let l = 0; l < m; l++) {
      this.linkIndex.set(links[l]!.id, l);
      this.from[l] = this.indexOf(links[l]!.from);
      this.to[l] = this.indexOf(links[l]!.to);
    }
    const pumps = shared.length;
    this.sharedLinks = arena.ints(pumps);
    shared.forEach((id, i) => (this.sharedLinks[i] = this.linkIndex.get(id)!));
    this.lu = new SparseLu(unknowns, this.pattern(arena), arena);
    this.row = arena.ints(n);
    for (let i = 0; i < n; i++)
      this.row[i] = this.numbered[i]! >= 0 ? this.lu.place[this.numbered[i]!]! : unknowns;
    this.slots = arena.ints(m * 4);
    this.fromSlot = arena.ints(m);
    this.toSlot = arena.ints(m);
    this.upperSlot = arena.ints(m);
    this.fromRow = arena.ints(m);
    this.toRow = arena.ints(m);
    for (let l = 0; l < m; l++) {
      this.placePair(this.slots, 4 * l, l, l);
      this.fromSlot[l] = this.slots[4 * l]!;
      this.toSlot[l] = this.slots[4 * l + 1]!;
      this.fromRow[l] = this.row[this.from[l]!]!;
      this.toRow[l] = this.row[this.to[l]!]!;
      // U comes before L, and the sink after both.
      this.upperSlot[l] = Math.min(this.slots[4 * l + 2]!, this.slots[4 * l + 3]!);
    }
    this.sharedSlots = arena.ints(pumps * pumps * 4);
    for (let i = 0; i < pumps; i++)
      for (let j = 0; j < pumps; j++)
        this.placePair(this.sharedSlots, 4 * (i * pumps + j), this.sharedLinks[i]!, this.sharedLinks[j]!);
  }

  /** Whether a node’s pressure is to be found. */
  isUnknown(i: number): boolean {
    return this.numbered[i]! >= 0;
  }

  /** Node an unknown belongs to. */
  nodeOf(unknown: number): string {
    return this.nodeIds[this.numbered.indexOf(unknown)]!;
  }

  private indexOf(id: string): number {
    const i = this.nodeIndex.get(id);
    if (i === undefined) throw new Error(`network: no node "${id}"`);
    return i;
  }

  /** Which unknowns meet in an equation: the ends of each link, and of pumps that share a source. */
  private pattern(arena: Arena): Int32Array {
    const { from, to, numbered, sharedLinks } = this;
    const pumps = sharedLinks.length;
    const pairs = arena.ints(2 * this.from.length + 8 * pumps * pumps);
    let at = 0;
    const add = (a: number, b: number): void => {
      const u = numbered[a]!;
      const d = numbered[b]!;
      if (u < 0 || d < 0 || u === d) return;
      pairs[at++] = u;
      pairs[at++] = d;
    };
    for (let l = 0; l < this.from.length; l++) add(from[l]!, to[l]!);
    for (let i = 0; i < pumps; i++)
      for (let j = 0; j < i; j++)
        for (const a of [from[sharedLinks[i]!]!, to[sharedLinks[i]!]!])
          for (const b of [from[sharedLinks[j]!]!, to[sharedLinks[j]!]!]) add(a, b);
    return pairs.subarray(0, at);
  }

  /** Positions (from i, from j), (to i, to j), (from i, to j), (to i, from j) of the matrix; held nodes go to its sink. */
  private placePair(slots: Int32Array, at: number, i: number, j: number): void {
    const { from, to } = this;
    slots[at] = this.entry(from[i]!, from[j]!);
    slots[at + 1] = this.entry(to[i]!, to[j]!);
    slots[at + 2] = this.entry(from[i]!, to[j]!);
    slots[at + 3] = this.entry(to[i]!, from[j]!);
  }

  private entry(a: number, b: number): number {
    const u = this.numbered[a]!;
    const v = this.numbered[b]!;
    return u >= 0 && v >= 0 ? this.lu.position(u, v) : this.lu.sink;
  }
}
