/** Color and line pattern of every zone and circuit, in one place; the legend and every drawing read it. */
export interface LineStyle {
  readonly label: string;
  readonly color: string;
  /** SVG dash pattern; none is solid. */
  readonly dash?: string;
  readonly width: number;
}

export const LINES = {
  suction: { label: 'suction', color: 'var(--suction)', dash: '2 6', width: 7 },
  feed: { label: 'feed, under pressure', color: 'var(--feed)', width: 7 },
  return: { label: 'return', color: 'var(--return)', dash: '16 6', width: 7 },
  reference: { label: 'manifold reference', color: 'var(--reference)', dash: '1.5 5', width: 3 },
  power: { label: 'power', color: 'var(--power)', width: 5 },
  ground: { label: 'ground', color: 'var(--ground)', dash: '12 4 3 4', width: 5 },
} as const satisfies Record<string, LineStyle>;

export type LineKind = keyof typeof LINES;
