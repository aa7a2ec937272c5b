import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { PayloadTooLargeException } from '@nestjs/common';
import type { Request } from 'express';

const tooLarge = (most: number): PayloadTooLargeException =>
  new PayloadTooLargeException({
    code: 'TOO_LARGE',
    message: `The file is larger than ${Math.round(most / 1e6)} MB.`,
    remedy: 'Send a smaller one.',
  });

/**
 * A file that comes in and is larger than memory should hold, written to disk as it comes.
 * @param use what to do with it: its path and size in bytes; it is gone afterwards
 * @throws PayloadTooLargeException beyond the limit; whatever `use` throws
 */
export async function readToFile<A>(
  req: Request,
  most: number,
  use: (path: string, bytes: number) => Promise<A>,
): Promise<A> {
  if (Number(req.headers['content-length'] ?? 0) > most) throw tooLarge(most);
  const folder = await mkdtemp(join(tmpdir(), 'venula-file-'));
  try {
    const path = join(folder, 'file');
    let size = 0;
    const counted = new Transform({
      transform(part: Buffer, _encoding, next) {
        size += part.length;
        next(size > most ? tooLarge(most) : null, part);
      },
    });
    await pipeline(req, counted, createWriteStream(path, { mode: 0o600 }));
    return await use(path, size);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
