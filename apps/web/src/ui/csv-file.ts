import Papa from 'papaparse';

/** What a file that is chosen may be. */
export interface CsvLimits {
  readonly mostBytes: number;
  readonly mostRows: number;
  /** Columns the first row has to name, and what is said where it does not. */
  readonly needs?: { readonly columns: readonly string[]; readonly say: string };
}

export type CsvRead<R> = { readonly rows: readonly R[] } | { readonly trouble: string };

const tooLarge = ({ mostBytes }: CsvLimits) => ({
  trouble: `The file is larger than ${Math.round(mostBytes / 1e6)} MB: split it.`,
});
const tooMany = ({ mostRows }: CsvLimits) => ({
  trouble: `More than ${mostRows.toLocaleString('en-US')} rows: split the file.`,
});

/** Rows by the names in the first one. */
export async function readNamedCsv(
  file: File,
  limits: CsvLimits,
): Promise<CsvRead<Readonly<Record<string, string>>>> {
  if (file.size > limits.mostBytes) return tooLarge(limits);
  const { data, meta } = Papa.parse<Record<string, string>>(await file.text(), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const headings = (meta.fields ?? []).map((f) => f.trim().toLowerCase());
  const { needs } = limits;
  if (needs && !needs.columns.every((c) => headings.includes(c))) return { trouble: needs.say };
  return data.length > limits.mostRows ? tooMany(limits) : { rows: data };
}

/** Rows cell by cell, without headings. @param separator finds the sign between cells; absent: found by the parser */
export async function readPlainCsv(
  file: File,
  limits: CsvLimits,
  separator?: (text: string) => string,
): Promise<CsvRead<readonly string[]>> {
  if (file.size > limits.mostBytes) return tooLarge(limits);
  const text = (await file.text()).replace(/^\uFEFF/, '');
  // A file that is no text at all: an image, a workbook.
  if (text.slice(0, 4000).includes('\0'))
    return { trouble: 'That is no text file: save the log as CSV first.' };
  const { data } = Papa.parse<string[]>(text, {
    // Rows keep their number in the file: what is wrong is said with it.
    skipEmptyLines: separator ? false : 'greedy',
    delimiter: separator?.(text) ?? '',
  });
  return data.length > limits.mostRows ? tooMany(limits) : { rows: data };
}
