import type { Arena } from '../../numerics/arena.ts';
import type { NetworkNumbering } from './numbering.ts';
import type { SharedSource } from './shared-source.ts';
import type { StraightPieces } from './straight-pieces.ts';

/** What flows into each node whose pressure is not held must flow out of it: written out from the straight pieces, and solved. */
export class NodalEquations {
  /** Flow taken out at each node, m³/s. */
  readonly draws: Float64Array;
  private readonly rhs: Float64Array;
  /** Pressure of held nodes, 0 elsewhere. */
  private readonly held: Float64Array;
  /** Difference of what is held at a link’s two ends. */
  private readonly heldDrop: Float64Array;
  private heldKnown = false;

  constructor(
    private readonly numbering: NetworkNumbering,
    private readonly pieces: StraightPieces,
    arena: Arena,
  ) {
    const n = numbering.nodeIds.length;
    this.draws = arena.floats(n);
    this.rhs = arena.floats(numbering.unknowns + 1);
    this.held = arena.floats(n);
    this.heldDrop = arena.floats(numbering.linkIds.length);
  }

  setHeld(i: number, pressure: number): void {
    this.held[i] = pressure;
    this.heldKnown = false;
  }

  /**
   * @param pressures of the held nodes, Pa gauge; left as they are
   * @param next takes where the equations put every node
   * @returns −1, or the unknown that no equation sets
   */
  solve(source: SharedSource | undefined, pressures: Float64Array, next: Float64Array): number {
    const { rhs, numbering } = this;
    const { lu, row, unknowns } = numbering;
    const { mirrored } = this.pieces;
    if (mirrored) this.assembleMirrored();
    else this.assemble(source);
    const stuck = mirrored ? lu.factorSymmetric() : lu.factor();
    if (stuck >= 0) return stuck;
    if (mirrored) lu.solveSymmetricInOrder(rhs);
    else lu.solveInOrder(rhs);
    for (let i = 0; i < next.length; i++) {
      const k = row[i]!;
      next[i] = k < unknowns ? rhs[k]! : pressures[i]!;
    }
    return -1;
  }

  /** Where `down` is minus `up` for every link: one entry off the diagonal stands for both. */
  private assembleMirrored(): void {
    const { rhs, draws } = this;
    const { offset, up } = this.pieces;
    const { lu, row, fromSlot, toSlot, upperSlot, fromRow, toRow } = this.numbering;
    const { values } = lu;
    const heldDrop = this.heldDrops();
    values.fill(0);
    for (let i = 0; i < draws.length; i++) rhs[row[i]!] = -draws[i]!;
    for (let l = 0; l < up.length; l++) {
      const g = up[l]!;
      values[fromSlot[l]!]! += g;
      values[toSlot[l]!]! += g;
      values[upperSlot[l]!]! -= g;
      const fixed = offset[l]! + g * heldDrop[l]!;
      rhs[fromRow[l]!]! -= fixed;
      rhs[toRow[l]!]! += fixed;
    }
  }

  private assemble(source: SharedSource | undefined): void {
    const { rhs, held, draws } = this;
    const { offset, up, down } = this.pieces;
    const { from, to, row, lu, slots, sharedLinks, sharedSlots } = this.numbering;
    const { values } = lu;
    values.fill(0);
    for (let i = 0; i < draws.length; i++) rhs[row[i]!] = -draws[i]!;
    for (let l = 0; l < up.length; l++) {
      // Flow leaves `from` and comes into `to`; pressures held from outside go to the right-hand side.
      const u = from[l]!;
      const d = to[l]!;
      const a = up[l]!;
      const b = down[l]!;
      const at = 4 * l;
      values[slots[at]!]! += a;
      values[slots[at + 1]!]! -= b;
      values[slots[at + 2]!]! += b;
      values[slots[at + 3]!]! -= a;
      const fixed = offset[l]! + a * held[u]! + b * held[d]!;
      rhs[row[u]!]! -= fixed;
      rhs[row[d]!]! += fixed;
    }
    const n = sharedLinks.length;
    for (let i = 0; i < n; i++) {
      const l = sharedLinks[i]!;
      for (let j = 0; j < n; j++) {
        const s = source!.slope[i * n + j]!;
        if (j === i || s === 0) continue;
        // q_i gains s·(pDown_j − pUp_j).
        const other = sharedLinks[j]!;
        const at = 4 * (i * n + j);
        values[sharedSlots[at]!]! -= s;
        values[sharedSlots[at + 1]!]! -= s;
        values[sharedSlots[at + 2]!]! += s;
        values[sharedSlots[at + 3]!]! += s;
        const fixed = s * (held[to[other]!]! - held[from[other]!]!);
        rhs[row[from[l]!]!]! -= fixed;
        rhs[row[to[l]!]!]! += fixed;
      }
    }
  }

  private heldDrops(): Float64Array {
    const { held, heldDrop } = this;
    if (this.heldKnown) return heldDrop;
    const { from, to } = this.numbering;
    for (let l = 0; l < heldDrop.length; l++) heldDrop[l] = held[from[l]!]! - held[to[l]!]!;
    this.heldKnown = true;
    return heldDrop;
  }
}
