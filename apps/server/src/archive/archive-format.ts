import { createHash } from 'node:crypto';
import { BadRequestException, PayloadTooLargeException } from '@nestjs/common';
import { strFromU8, strToU8, unzipSync, zip, type Zippable } from 'fflate';
import Joi from 'joi';
import { isSignedBy, signBytes } from '../shop/keys/signing.ts';

/**
 * The whole of a job as one open file: a ZIP of JSON, CSV, SVG and JPEG, listed with their sums. What is in `record/` and `photos/`
 * is what another shop takes in; the rest is for people and other programs.
 */
export const ARCHIVE_FORMAT = 'venula-archive';
export const ARCHIVE_VERSION = 1;
/** What one job may be: packed, unpacked, its text alone (a plan and its record), files, and rows of its record. */
export const MOST_PACKED = 64_000_000;
const MOST_BYTES = 256_000_000;
const MOST_JSON = 100_000_000;
const MOST_FILES = 2000;
export const MOST_ROWS = 200_000;

export type Files = ReadonlyMap<string, Uint8Array>;

const sumOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
export const json = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 2)}\n`);
export const text = (value: string): Uint8Array => strToU8(value);

/** What signs an archive: the shop as it calls itself, and its key. */
export interface Signer {
  readonly shop: string;
  readonly publicKey: string;
  readonly privateKey: string;
}

/** What a signed archive says of who signed it. That it is theirs is for whoever reads it to know. */
export interface SignedBy {
  readonly shop: string;
  readonly publicKey: string;
}

/**
 * Packs files with a list of them and their sums, and a signature over that list, so over all of them; photos are packed already and
 * only stored.
 */
export async function pack(files: Files, signer: Signer): Promise<Uint8Array> {
  const manifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    files: Object.fromEntries([...files].map(([name, bytes]) => [name, sumOf(bytes)])),
  };
  const list = json(manifest);
  const { shop, publicKey } = signer;
  const signature = { shop, publicKey, signature: signBytes(list, signer.privateKey) };
  const all: Zippable = { 'manifest.json': list, 'signature.json': json(signature) };
  for (const [name, bytes] of files) all[name] = [bytes, { level: name.endsWith('.jpg') ? 0 : 6 }];
  return new Promise((done, fail) => {
    zip(all, (error, packed) => (error ? fail(error) : done(packed)));
  });
}

/** What came in is no archive, or not a whole one. */
export const refused = (message: string, remedy = 'Pick a ZIP that Venula wrote under Handover.') =>
  new BadRequestException({ code: 'NOT_AN_ARCHIVE', message, remedy });

export const tooLarge = (message: string) =>
  new PayloadTooLargeException({
    code: 'ARCHIVE_TOO_LARGE',
    message: `The archive is larger than a job can be. ${message}`,
    remedy: 'Pick a ZIP that Venula wrote under Handover.',
  });

/** Names inside an archive: plain folders and files, nothing that leads out of it. */
const NAME = /^(?:[a-z]+\/)?[A-Za-z0-9-]+\.(?:json|csv|svg|jpg|txt)$/;

export interface Unpacked {
  readonly files: Files;
  /** Null: it was not signed. */
  readonly signedBy: SignedBy | null;
}

const manifestShape = Joi.object({
  format: Joi.string().required(),
  version: Joi.number().integer().min(1).required(),
  files: Joi.object().pattern(Joi.string().pattern(NAME), Joi.string().hex().length(64)).required(),
}).unknown(true);
const signatureShape = Joi.object({
  shop: Joi.string().allow('').max(80).required(),
  publicKey: Joi.string().base64().max(60).required(),
  signature: Joi.string().base64().max(100).required(),
}).unknown(true);

/** Unpacks what came in: only names and sizes that an archive has, and only where every sum is right. */
export function unpack(packed: Uint8Array): Unpacked {
  let total = 0;
  let many = 0;
  let raw: Record<string, Uint8Array>;
  try {
    raw = unzipSync(packed, {
      filter: ({ name, originalSize }) => {
        many += 1;
        total += originalSize;
        // Each is unpacked into a buffer of the size it states, so what is counted here is what is taken.
        if (many > MOST_FILES) throw tooLarge(`It holds more than ${MOST_FILES} files.`);
        if (total > MOST_BYTES) throw tooLarge(`It unpacks to more than ${MOST_BYTES / 1e6} MB.`);
        if (name.endsWith('.json') && originalSize > MOST_JSON)
          throw tooLarge(`“${name}” unpacks to more than ${MOST_JSON / 1e6} MB.`);
        if (!NAME.test(name)) throw refused('The archive holds a file that does not belong there.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof BadRequestException || error instanceof PayloadTooLargeException) throw error;
    throw refused('The file is no ZIP, or it is cut off.');
  }
  const list = raw['manifest.json'];
  const manifest = manifestIn(parsed(list, 'manifest.json'));
  const listed = Object.entries(manifest.files);
  const wrong = listed.find(([name, sum]) => !raw[name] || sumOf(raw[name]) !== sum);
  if (wrong) throw refused(`“${wrong[0]}” in the archive is damaged.`, 'Get the file again.');
  return {
    files: new Map(listed.map(([name]) => [name, raw[name]!])),
    signedBy: raw['signature.json'] ? signerIn(raw['signature.json'], list!) : null,
  };
}

function manifestIn(value: unknown): { readonly files: Readonly<Record<string, string>> } {
  const { format, version } = (value ?? {}) as { format?: unknown; version?: unknown };
  if (format !== ARCHIVE_FORMAT) throw refused('This ZIP is no job of Venula.');
  if (typeof version === 'number' && version > ARCHIVE_VERSION)
    throw refused('The archive was written by a newer version.', 'Update Venula.');
  const read = manifestShape.validate(value);
  if (read.error) throw refused(`The list of the archive is not whole: ${read.error.message}.`);
  return read.value as { readonly files: Readonly<Record<string, string>> };
}

/** Who signed the list. A signature that does not fit means that the archive was changed after it was signed. */
function signerIn(bytes: Uint8Array, list: Uint8Array): SignedBy {
  const read = signatureShape.validate(parsed(bytes, 'signature.json'));
  if (read.error) throw refused(`The signature of the archive is not whole: ${read.error.message}.`);
  const { shop, publicKey, signature } = read.value as SignedBy & { readonly signature: string };
  if (!isSignedBy(list, signature, publicKey))
    throw refused('The archive was changed after it was signed.', 'Get the file again.');
  return { shop, publicKey };
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
