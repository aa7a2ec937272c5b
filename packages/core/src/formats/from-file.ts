/** Where a job came from that was not begun in the shop. */
export interface ImportedFrom {
  /** Who took it in. */
  readonly by: string;
  /** ISO 8601. */
  readonly at: string;
  /** The key that signed the file; null: it was not signed. */
  readonly signedBy: {
    /** Whose key it is, as this shop knows it; null: it does not know it. */
    readonly shop: string | null;
    readonly fingerprint: string;
  } | null;
}

/**
 * Who did something, as the record says it: of what came in with a file it is the file that says so.
 * @param author name
 * @param fromFile whether it came in with a file
 * @returns name, and where it is from
 * Validity: any name.
 * @throws nothing
 * @source own convention
 * @example statedBy('Lou', true) // => 'Lou (stated by the file)'
 */
export const statedBy = (author: string, fromFile: boolean | undefined): string =>
  fromFile ? `${author} (stated by the file)` : author;

/**
 * What a signature on the file is worth to this shop.
 * @param imported where the job came from
 * @returns a sentence
 * Validity: any import.
 * @throws nothing
 * @source own convention
 * @example saySigned({ by: 'Tess', at: '2026-12-02T08:00:00Z', signedBy: null }) // => 'The file was not signed.'
 */
export function saySigned({ signedBy }: ImportedFrom): string {
  if (!signedBy) return 'The file was not signed.';
  return signedBy.shop === null
    ? `Signed with a key this shop does not know: ${signedBy.fingerprint}.`
    : `Signed by ${signedBy.shop}, unchanged.`;
}

/**
 * Where a job came from, as its record says it.
 * @param imported where the job came from
 * @returns lines
 * Validity: any import.
 * @throws nothing
 * @source own convention
 * @example sayImported({ by: 'Tess', at: '2026-12-02T08:00:00Z', signedBy: null })[0] // => 'Imported by Tess on 2026-12-02.'
 */
export const sayImported = (imported: ImportedFrom): string[] => [
  `Imported by ${imported.by} on ${imported.at.slice(0, 10)}.`,
  saySigned(imported),
  'Names, dates and results from before that are what the file says. None of its tests counts here until a technician of this shop confirms it.',
];
