/** Groups of the order list, in its order, with their headings. */
export const BILL_GROUPS = {
  components: 'Components',
  hose: 'Hose and tube',
  ends: 'Hose ends',
  adapters: 'Adapters, bulkheads, plugs',
  seals: 'Seals and clamps',
  mounts: 'Clips, brackets, sleeves',
  wire: 'Wire',
  terminals: 'Terminals',
  electrical: 'Fuses, relays, switches',
  consumables: 'Consumables',
} as const;
export type BillGroup = keyof typeof BILL_GROUPS;

export interface BillLine {
  readonly group: BillGroup;
  readonly part: string;
  readonly quantity: number;
  /** "each", or "m" for hose and wire. */
  readonly unit: 'each' | 'm';
  /** Where it goes, or what to watch. */
  readonly note: string;
  /** Set when the part does not suit this job. */
  readonly problem?: string;
  /** Number of lines whose length is a starting figure: they are left out of the quantity. */
  readonly toMeasure?: number;
}

export const billLine = (
  group: BillGroup,
  part: string,
  quantity: number,
  unit: BillLine['unit'],
  note = '',
  problem?: string,
): BillLine => ({ group, part, quantity, unit, note, ...(problem ? { problem } : {}) });

/** One of it, on the bench. */
export const component = (name: string, note = ''): BillLine[] => [
  billLine('components', name, 1, 'each', note),
];
