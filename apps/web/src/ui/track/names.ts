import { inLines } from '@venula/core/quantities';

/** Height of a line of a name, px. */
export const NAME_LINE = 15;

/** Condensed letters take about this much at 13 px. */
const LETTER = 5.8;

/** More lines than the longest name has at the least width. */
const MOST = 9;

/** A name or a caption in lines as wide as there is room. */
export const wrapped = (text: string, width: number, most = MOST): string[] =>
  inLines(text, Math.max(4, Math.floor((width - 2) / LETTER)), most);

/** Width of the widest of some lines, px. */
export const widest = (lines: readonly string[]): number =>
  Math.max(0, ...lines.map((line) => line.length * LETTER));
