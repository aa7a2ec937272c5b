import type { MessagePort } from 'node:worker_threads';
import { HttpException } from '@nestjs/common';
import { createDataSource } from '../db/data-source.ts';
import { takeIn } from './take-in.ts';

export interface ImportTask {
  readonly packed: Uint8Array;
  readonly by: string;
  /** Where its progress is told. */
  readonly port: MessagePort;
}

/** An error does not cross from a thread whole: what the answer needs of it does. */
export type ImportResult =
  { readonly id: string } | { readonly status: number; readonly body: string | Record<string, unknown> };

/** Takes an archive in with a connection of its own: nothing of it is worked on where requests are answered. */
export default async function importArchive({ packed, by, port }: ImportTask): Promise<ImportResult> {
  const db = createDataSource();
  await db.initialize();
  try {
    return { id: await takeIn(db, packed, by, (progress) => port.postMessage(progress)) };
  } catch (error) {
    if (!(error instanceof HttpException)) throw error;
    return { status: error.getStatus(), body: error.getResponse() as Record<string, unknown> };
  } finally {
    port.close();
    await db.destroy();
  }
}
