import Papa from 'papaparse';
import type { Table } from '../../src/formats/sheet.ts';

/** A sheet typed as text, as the page hands it over. */
export const table = (text: string): Table => {
  const delimiter = [';', '\t', ','].find((d) => text.split('\n')[0]!.includes(d)) ?? ',';
  return { rows: Papa.parse<string[]>(text, { delimiter }).data, delimiter, characters: text.length };
};
