import {
  BadRequestException,
  Injectable,
  ServiceUnavailableException,
  type OnModuleDestroy,
} from '@nestjs/common';
import { BUSY } from '../common/busy.ts';
import { Threads, TooLong } from '../common/threads.ts';
import { workerFile } from '../common/worker-file.ts';
import type { PasswordScore, PasswordTask } from './password-worker.ts';

/** “Safely unguessable” and better on the scale of zxcvbn, 0 to 4: 10⁸ guesses and more. */
const LEAST_SCORE = 3;
/** The demo’s passwords are printed at its start: they protect nothing. */
const PUBLISHED = ['saltmarsh-tess', 'saltmarsh-lou', 'saltmarsh-guest', 'venula'];
const BUDGET_MS = 10_000;

/** Judges passwords that are chosen, in a thread of its own. */
@Injectable()
export class PasswordJudge implements OnModuleDestroy {
  private readonly thread = new Threads({
    file: workerFile('accounts/password-worker'),
    most: 1,
    idleMs: 10_000,
    mostWaiting: 20,
  });

  /**
   * Long enough, and not among the first that are guessed. No rules on what it is made of.
   * @param near words that belong to the person or the shop
   * @throws BadRequestException where it is guessed too soon; ServiceUnavailableException where too many are being judged
   */
  async refuseWeak(password: string, near: readonly string[]): Promise<void> {
    const { score } = await this.score({ password, near: [...PUBLISHED, ...near] });
    if (score < LEAST_SCORE)
      throw new BadRequestException({
        code: 'WEAK_PASSWORD',
        message: 'This password is guessed too soon: it is a common one, a name, or a row of keys.',
        remedy: 'Take three or four words that do not belong together.',
        details: [{ path: 'password', message: 'is guessed too soon' }],
      });
  }

  async score(task: PasswordTask): Promise<PasswordScore> {
    try {
      return await this.thread.run<PasswordScore>(task, BUDGET_MS);
    } catch (error) {
      throw error instanceof TooLong ? new ServiceUnavailableException(BUSY) : error;
    }
  }

  async onModuleDestroy(): Promise<void> {
    await this.thread.end();
  }
}
