import { MAX_TEXT, type Table } from '@venula/core/formats';
import Papa from 'papaparse';

/** What parts the cells: whichever of these the first line has. A decimal comma is common where semicolons do. */
const DELIMITERS = [';', '\t', ','];

/** The cells of a sheet that was typed, pasted or taken from a file; quoted ones may hold what parts the others. */
export function readTable(text: string): Table {
  const plain = text.replace(/^\uFEFF/, '');
  const first = plain.slice(0, Math.max(0, plain.search(/[\r\n]|$/)));
  const outside = first.replace(/"[^"]*"/g, '');
  const delimiter = DELIMITERS.find((d) => outside.includes(d)) ?? ',';
  // Longer ones are refused as a whole: they are not parted first.
  const rows = plain.length > MAX_TEXT ? [] : Papa.parse<string[]>(plain, { delimiter }).data;
  return { rows, delimiter, characters: plain.length };
}
