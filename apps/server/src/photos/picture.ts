import { BadRequestException } from '@nestjs/common';
import sharp from 'sharp';

/** Longest side kept, px: a fitting is readable, a hundred of them are a few dozen megabytes. */
const LONGEST = 2000;
const QUALITY = 80;
/** What a picture may unpack to: more is a bomb, or no use in a record. */
const MOST_PIXELS = 50_000_000;

// One picture at a time uses one core: the others answer.
sharp.concurrency(1);

export interface Picture {
  readonly bytes: Buffer;
  readonly width: number;
  readonly height: number;
}

const startsWith = (bytes: Buffer, at: number, mark: readonly number[]): boolean =>
  mark.every((b, i) => bytes[at + i] === b);
/** By their first bytes, never by their name or what the sender calls them. */
const isPicture = (b: Buffer): boolean =>
  startsWith(b, 0, [0xff, 0xd8, 0xff]) ||
  startsWith(b, 0, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]) ||
  (startsWith(b, 0, [0x52, 0x49, 0x46, 0x46]) && startsWith(b, 8, [0x57, 0x45, 0x42, 0x50]));

const refused = (message: string) =>
  new BadRequestException({
    code: 'NOT_A_PICTURE',
    message,
    remedy: 'Send a JPEG, PNG or WebP photo of at most 50 megapixels.',
  });

/**
 * A picture made anew from what came in: upright, no larger than is of use, as JPEG, without the place and device it was
 * taken with. What cannot be read as a picture goes no further.
 */
export async function pictureFrom(input: Buffer): Promise<Picture> {
  if (!isPicture(input)) throw refused('This is no JPEG, PNG or WebP picture.');
  try {
    const { data, info } = await sharp(input, {
      limitInputPixels: MOST_PIXELS,
      failOn: 'error',
      animated: false,
    })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      // A drawing on nothing is a drawing on paper.
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    return { bytes: data, width: info.width, height: info.height };
  } catch {
    throw refused('The picture is damaged, or larger than 50 megapixels.');
  }
}
