import { PayloadTooLargeException } from '@nestjs/common';
import type { Request } from 'express';

export const tooLarge = (most: number): PayloadTooLargeException =>
  new PayloadTooLargeException({
    code: 'TOO_LARGE',
    message: `The file is larger than ${Math.round(most / 1e6)} MB.`,
    remedy: 'Send a smaller one.',
  });

/**
 * A file that comes in, read where it is known who sends it: no parser ahead of the sign-in holds large bodies of strangers.
 * What is over the limit is let run out unread, so that the sender hears why.
 * @throws PayloadTooLargeException beyond the limit
 */
export async function readBody(req: Request, most: number): Promise<Buffer> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of req as AsyncIterable<Buffer>) {
    size += part.length;
    if (size <= most) parts.push(part);
    else parts.length = 0;
    // Nobody sends ten times too much by mistake.
    if (size > 10 * most) break;
  }
  if (size > most) throw tooLarge(most);
  return Buffer.concat(parts);
}
