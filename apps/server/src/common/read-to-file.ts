import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { tooLarge } from './read-body.ts';

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
  const folder = await mkdtemp(join(tmpdir(), 'venula-file-'));
  try {
    const path = join(folder, 'file');
    let size = 0;
    // As in readBody: what is over the limit runs out unread, so that the sender hears why.
    async function* bounded(): AsyncGenerator<Buffer> {
      for await (const part of req as AsyncIterable<Buffer>) {
        size += part.length;
        if (size <= most) yield part;
        if (size > 10 * most) break;
      }
    }
    await pipeline(bounded, createWriteStream(path, { mode: 0o600 }));
    if (size > most) throw tooLarge(most);
    return await use(path, size);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
