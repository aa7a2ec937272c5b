import { createHash } from 'node:crypto';
import { BadRequestException, PayloadTooLargeException } from '@nestjs/common';
import { strFromU8, strToU8, unzipSync, zip, type Zippable } from 'fflate';

/**
 * The whole of a job as one open file: a ZIP of JSON, CSV, SVG and JPEG, listed with their sums. What is in `record/` and `photos/`
 * is what another shop takes in; the rest is for people and other programs.
 */
export const ARCHIVE_FORMAT = 'venula-archive';
export const ARCHIVE_VERSION = 1;
/** A job with four hundred photos is well below. */
const MOST_BYTES = 300_000_000;
const MOST_FILES = 1500;

export type Files = ReadonlyMap<string, Uint8Array>;

const sumOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
export const json = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 2)}\n`);
export const text = (value: string): Uint8Array => strToU8(value);

/** Packs files with a list of them and their sums; photos are packed already and only stored. */
export async function pack(files: Files): Promise<Uint8Array> {
  const manifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    files: Object.fromEntries([...files].map(([name, bytes]) => [name, sumOf(bytes)])),
  };
  const all: Zippable = { 'manifest.json': json(manifest) };
  for (const [name, bytes] of files) all[name] = [bytes, { level: name.endsWith('.jpg') ? 0 : 6 }];
  return new Promise((done, fail) => {
    zip(all, (error, packed) => (error ? fail(error) : done(packed)));
  });
}

/** What came in is no archive, or not a whole one. */
export const refused = (message: string, remedy = 'Pick a ZIP that Venula wrote under Handover.') =>
  new BadRequestException({ code: 'NOT_AN_ARCHIVE', message, remedy });

/** Names inside an archive: plain folders and files, nothing that leads out of it. */
const NAME = /^(?:[a-z]+\/)?[A-Za-z0-9-]+\.(?:json|csv|svg|jpg|txt)$/;

/** Unpacks what came in: only names and sizes that an archive has, and only where every sum is right. */
export function unpack(packed: Uint8Array): Files {
  let total = 0;
  let many = 0;
  let raw: Record<string, Uint8Array>;
  try {
    raw = unzipSync(packed, {
      filter: ({ name, originalSize }) => {
        many += 1;
        total += originalSize;
        if (many > MOST_FILES || total > MOST_BYTES)
          throw new PayloadTooLargeException({
            code: 'ARCHIVE_TOO_LARGE',
            message: `The archive unpacks to more than ${MOST_BYTES / 1e6} MB or ${MOST_FILES} files.`,
            remedy: 'Pick a ZIP that Venula wrote under Handover.',
          });
        if (!NAME.test(name)) throw refused('The archive holds a file that does not belong there.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof BadRequestException || error instanceof PayloadTooLargeException) throw error;
    throw refused('The file is no ZIP, or it is cut off.');
  }
  const manifest = parsed(raw['manifest.json'], 'manifest.json') as {
    format?: unknown;
    version?: unknown;
    files?: Record<string, unknown>;
  };
  if (manifest.format !== ARCHIVE_FORMAT) throw refused('This ZIP is no job of Venula.');
  if (typeof manifest.version === 'number' && manifest.version > ARCHIVE_VERSION)
    throw refused('The archive was written by a newer version.', 'Update Venula.');
  const listed = Object.entries(manifest.files ?? {});
  const wrong = listed.find(([name, sum]) => !raw[name] || sumOf(raw[name]) !== sum);
  if (wrong) throw refused(`“${wrong[0]}” in the archive is damaged.`, 'Get the file again.');
  return new Map(listed.map(([name]) => [name, raw[name]!]));
}

/** JSON of an archive. */
export function parsed(bytes: Uint8Array | undefined, name: string): unknown {
  if (!bytes) throw refused(`“${name}” is missing in the archive.`);
  try {
    return JSON.parse(strFromU8(bytes)) as unknown;
  } catch {
    throw refused(`“${name}” in the archive is no JSON.`);
  }
}
