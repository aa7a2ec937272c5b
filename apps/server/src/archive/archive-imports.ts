import { MessageChannel } from 'node:worker_threads';
import {
  ConflictException,
  HttpException,
  Injectable,
  ServiceUnavailableException,
  type OnModuleDestroy,
} from '@nestjs/common';
import { Piscina } from 'piscina';
import type { Actor } from '../accounts/sessions.service.ts';
import { BUSY } from '../common/busy.ts';
import { workerFile } from '../common/worker-file.ts';
import { tooLarge } from './archive-format.ts';
import type { ImportResult } from './import-worker.ts';
import type { Progress } from './take-in.ts';

const WORKER = workerFile('archive/import-worker');
const AT_ONCE = 2;
const MEMORY_MB = 1024;

/** Imports that run: one a session, two a server, each in a thread of its own. */
@Injectable()
export class ArchiveImports implements OnModuleDestroy {
  private readonly threads = new Piscina({
    filename: WORKER,
    minThreads: 0,
    maxThreads: AT_ONCE,
    idleTimeout: 10_000,
    // The database it writes to is this server’s.
    env: { ...process.env } as Record<string, string>,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  });
  private readonly running = new Map<string, Progress>();

  /** @returns id of the job that came in */
  async run(packed: Uint8Array, { name, sessionId }: Actor): Promise<string> {
    if (this.running.has(sessionId))
      throw new ConflictException({
        code: 'IMPORT_RUNS',
        message: 'You are taking in another file just now.',
        remedy: 'Wait until it is done.',
      });
    if (this.running.size >= AT_ONCE) throw new ServiceUnavailableException(BUSY);
    this.running.set(sessionId, { step: 'unpacking', done: 0, of: 1 });
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (progress: Progress) => this.running.set(sessionId, progress));
    port1.unref();
    try {
      const task = { packed, by: name, port: port2 };
      const result = (await this.threads.run(task, { transferList: [port2] })) as ImportResult;
      if ('id' in result) return result.id;
      throw new HttpException(result.body, result.status);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw tooLarge('It takes more memory than an import is given.');
      throw error;
    } finally {
      port1.close();
      this.running.delete(sessionId);
    }
  }

  /** Null: none runs. */
  progress(sessionId: string): Progress | null {
    return this.running.get(sessionId) ?? null;
  }

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }
}
