import { Injectable, UnprocessableEntityException, type OnModuleDestroy } from '@nestjs/common';
import { PATTERNS } from '@venula/core/document';
import { workerFile } from '../common/worker-file.ts';
import { Threads, TooLong } from '../common/threads.ts';
import type { PaperTask } from './paper-worker.ts';

/** A record of a usual job takes half a second: a request behind more than these is answered 503. */
const MOST_WAITING = 40;
/** For one record, once it is its turn: with many photos on a busy machine. */
const MOST_MS = 60_000;

/** Records on paper, made one after the other in a thread of their own. */
@Injectable()
export class PaperQueue implements OnModuleDestroy {
  private readonly threads = new Threads({
    file: workerFile('handover/paper-worker'),
    most: 1,
    mostWaiting: MOST_WAITING,
  });

  /**
   * @throws ServiceUnavailableException where too many wait already
   * @throws UnprocessableEntityException where the record, in its turn, takes longer than a minute
   */
  async make(task: PaperTask): Promise<Buffer> {
    try {
      return Buffer.from(await this.threads.run<Uint8Array>(task, MOST_MS));
    } catch (error) {
      if (error instanceof TooLong)
        throw new UnprocessableEntityException({
          code: 'PLAN_TOO_LARGE',
          message: `Making this PDF takes more than ${MOST_MS / 1000} s.`,
          remedy: 'Choose fewer photos, or split the plan into two jobs.',
        });
      throw error;
    }
  }

  /** Loads the thread's fonts and solver before the first record is asked for. */
  async warmUp(): Promise<void> {
    await this.make({
      document: PATTERNS[0]!.job(''),
      held: { runs: [], acceptances: [], revisions: [], found: [], imported: null },
      system: 'us',
      head: {
        shop: { name: '', address: '', logo: null },
        number: 0,
        title: '',
        version: 1,
        made: '',
        photos: [],
      },
    });
  }

  onModuleDestroy(): Promise<void> {
    return this.threads.end();
  }
}
