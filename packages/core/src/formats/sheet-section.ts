import type { Dimension } from '../quantities/units.ts';

/** A heading with what is under it: sentences, and a table. */
export interface SheetSection {
  readonly title: string;
  readonly lines?: readonly string[];
  readonly table?: { readonly head: readonly string[]; readonly rows: readonly (readonly string[])[] };
}

export type Write = (dimension: Dimension, value: number | null | undefined) => string;
