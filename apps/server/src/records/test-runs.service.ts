import { isDeepStrictEqual } from 'node:util';
import {
  ForbiddenException,
  Injectable,
  NotFoundException,
  ServiceUnavailableException,
} from '@nestjs/common';
import { GAS_LIMITS } from '@venula/core/prove';
import { jointList } from '@venula/core/supply';
import { DataSource, In, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { BUSY } from '../common/busy.ts';
import { idTaken } from '../common/id-taken.ts';
import { inBoth } from '../common/in-both.ts';
import { insertOnce } from '../db/insert-once.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { JudgePool } from '../judging/judge-pool.ts';
import type { PlannedStep, StepsOf } from '../judging/judge-worker.ts';
import {
  dryOutcome,
  holdOutcome,
  liquidHoldOutcome,
  logOf,
  readingsOutcome,
  sheetOutcome,
  walkOutcome,
} from './outcome.ts';
import { refuseForeignLines, refuseGasOverFuel, wettedBy } from './gas-on-dry.ts';
import { readingsOf, refuseReading, type Plan } from './reading-rules.ts';
import { ShopService } from '../shop/shop.service.ts';
import { timeOf, type ReadingTime } from './reading-time.ts';
import { runSpec } from './run-kinds.ts';
import { TestReading } from './test-reading.entity.ts';
import { TestRun } from './test-run.entity.ts';
import { type NewReading, type NewRun } from './record-schemas.ts';

const missingRun = () =>
  new NotFoundException({ code: 'NO_SUCH_RUN', message: 'There is no such test run.' });

/** The list is read again with every reading: the figures of a log, hundreds of kilobytes, are asked for by themselves. */
const withoutFigures = (reading: TestReading): TestReading =>
  reading.kind === 'log' ? { ...reading, payload: { file: reading.payload['file'] } } : reading;

/** What the server adds to a sign-off, and the readings it is of. */
interface Closing {
  readonly of: string;
  readonly payload: Readonly<Record<string, unknown>>;
}

/** Readings that end something are in the audit. */
const ENDS: Readonly<Partial<Record<NewReading['kind'], string>>> = {
  'sign-off': 'test-signed-off',
  confirm: 'test-confirmed',
};
/** So often a sign-off is worked out again where readings keep coming in. */
const MOST_TRIES = 5;

@Injectable()
export class TestRunsService {
  /** Steps by job, version and kind of run: worked out in the pool, once. */
  private readonly steps = new Map<string, readonly PlannedStep[]>();

  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly pool: JudgePool,
    private readonly shop: ShopService,
  ) {}

  async list(jobId: string) {
    await this.jobs.find(jobId);
    const runs = await this.db.getRepository(TestRun).find({ where: { jobId }, order: { at: 'ASC' } });
    const readings = await this.db.getRepository(TestReading).find({
      where: { runId: In(runs.map((r) => r.id)) },
      order: { takenAt: 'ASC', at: 'ASC' },
    });
    return runs.map((run) => ({
      ...run,
      readings: readings.filter((r) => r.runId === run.id).map(withoutFigures),
    }));
  }

  async reading(jobId: string, runId: string, id: string): Promise<TestReading> {
    if (!(await this.db.getRepository(TestRun).existsBy({ id: runId, jobId }))) throw missingRun();
    const reading = await this.db.getRepository(TestReading).findOneBy({ id, runId });
    if (!reading)
      throw new NotFoundException({ code: 'NO_SUCH_READING', message: 'There is no such reading.' });
    return reading;
  }

  async start(jobId: string, body: NewRun, actor: Actor): Promise<TestRun> {
    if (body.kind === 'gas-hold') await this.refuseGas(body.setup.pressurePa ?? 0, actor);
    return this.db.transaction(async (tx) => {
      const job = await this.jobs.findOpen(jobId, tx);
      if (body.kind === 'gas-hold' && !(await tx.existsBy(TestRun, { id: body.runId }))) {
        refuseForeignLines(body.setup.lines ?? [], job.document);
        await refuseGasOverFuel(tx, jobId, job.document, body.setup.lines);
      }
      const inserted = await insertOnce(tx, TestRun, {
        id: body.runId,
        jobId,
        kind: body.kind,
        setup: body.setup as never,
        jobVersion: job.version,
        author: actor.name,
      });
      const run = await tx.findOneByOrFail(TestRun, { id: body.runId });
      if (run.jobId !== jobId || run.kind !== body.kind || !isDeepStrictEqual(run.setup, body.setup))
        throw idTaken('test run');
      if (inserted) await audit(tx, actor.name, 'test-started', jobId, { run: body.runId, kind: body.kind });
      return run;
    });
  }

  /**
   * Adds a reading once, however often and from however many devices it is sent. Rows of a run come in one at a time, so
   * that a sign-off sees every reading before it, and every reading after it is told that the run is signed off.
   */
  async add(jobId: string, runId: string, body: NewReading, actor: Actor): Promise<TestReading> {
    const found = await this.db.getRepository(TestRun).findOneBy({ id: runId, jobId });
    if (!found) throw missingRun();
    // First: a retry is not held against a plan that may have changed since.
    const first = await this.known(this.db.manager, runId, body);
    if (first) return first;
    await this.jobs.findOpen(jobId);
    const plan = await this.planOf(found);
    const corrects =
      body.corrects === null
        ? null
        : await this.db.getRepository(TestReading).findOneBy({ id: body.corrects, runId });
    const time = timeOf(body, corrects, Date.now());
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const closing = body.kind === 'sign-off' ? await this.closing(found, plan) : null;
      const stored = await this.store(found, { ...body, ...time }, actor, plan, closing);
      if (stored) return stored;
    }
    throw new ServiceUnavailableException(BUSY);
  }

  /** What a sign-off says, and the rows it is of. Worked out before the run is locked. */
  private async closing(run: TestRun, plan: Plan): Promise<Closing> {
    const rows = await readingsOf(this.db.manager, run.id);
    const payload = {
      ...(await this.outcome(run, rows, plan)),
      ...(await this.provesNow(run, plan)),
    };
    return { of: rows.map((r) => r.id).join(), payload };
  }

  /** @returns null where readings came in while the sign-off was worked out: it is worked out again */
  private async store(
    { id: runId, jobId }: TestRun,
    body: NewReading & ReadingTime,
    actor: Actor,
    plan: Plan,
    closing: Closing | null,
  ): Promise<TestReading | null> {
    return this.db.transaction(async (tx) => {
      const run = await tx.findOne(TestRun, {
        where: { id: runId, jobId },
        lock: { mode: 'pessimistic_write' },
      });
      if (!run) throw missingRun();
      const already = await this.known(tx, runId, { ...body, takenAt: body.deviceAt });
      if (already) return already;
      await refuseReading(tx, run, body, actor, plan);
      if (closing && (await readingsOf(tx, runId)).map((r) => r.id).join() !== closing.of) return null;
      const payload = { ...body.payload, ...closing?.payload };
      await tx.insert(TestReading, {
        id: body.readingId,
        runId,
        kind: body.kind,
        payload: payload as never,
        lines: wettedBy(run.kind, plan.document) as never,
        corrects: body.corrects,
        author: actor.name,
        authorId: actor.id,
        takenAt: body.takenAt,
        deviceAt: body.deviceAt,
      });
      const done = ENDS[body.kind];
      if (done) await audit(tx, actor.name, done, jobId, { run: runId, kind: run.kind, ...payload });
      return tx.findOneByOrFail(TestReading, { id: body.readingId });
    });
  }

  /** Gas stores energy: above a little it takes a lead, and above what the shop allows nobody. */
  private async refuseGas(pressurePa: number, actor: Actor): Promise<void> {
    if (pressurePa <= GAS_LIMITS.technician) return;
    if (actor.role !== 'lead')
      throw new ForbiddenException({
        code: 'LEAD_NEEDED',
        message: 'Gas above 100 kPa (15 psi) takes a lead technician: gas stores energy.',
        remedy: 'Test at 70 kPa (10 psi), or ask a lead.',
      });
    const { gasLeadPa } = await this.shop.face();
    // Half a step of a gauge is no difference.
    if (pressurePa > gasLeadPa + 500)
      throw new ForbiddenException({
        code: 'OVER_SHOP_LIMIT',
        message: `This shop puts no more than ${inBoth('pressure', gasLeadPa)} of gas on a line.`,
        remedy: 'Test at less, or change the limit under Shop, Settings.',
      });
  }

  /** The same reading sent before. */
  private async known(tx: EntityManager, runId: string, body: NewReading): Promise<TestReading | null> {
    const row = await tx.findOneBy(TestReading, { id: body.readingId });
    if (row && !sameReading(row, runId, body)) throw idTaken('reading');
    return row;
  }

  private async planOf(run: TestRun): Promise<Plan> {
    // A hold is judged from its own set-up alone: no need that this version can read the plan.
    const { document, version, updatedAt } =
      run.kind === 'gas-hold' ? await this.jobs.find(run.jobId) : await this.jobs.findReadable(run.jobId);
    if (!runSpec(run.kind).steps) return { document, version, steps: [] };
    // A backup that was put back counts its versions again.
    const key = `${run.jobId}@${version} ${updatedAt.getTime()} ${run.kind}`;
    const known = this.steps.get(key);
    if (known) return { document, version, steps: known };
    const steps = await this.pool.now({ ask: 'steps', document, of: run.kind as StepsOf });
    if (this.steps.size > 200) this.steps.clear();
    this.steps.set(key, steps);
    return { document, version, steps };
  }

  /** The plan a run is signed on, and what it proves of it: another by some later day, and the run is of an older plan. */
  private async provesNow({ kind }: TestRun, { document, version }: Plan) {
    return {
      proves: await this.pool.now({ ask: 'proof', document, of: kind }),
      planVersion: version,
    };
  }

  /** The verdict is the core's, from the rows as they stand, whatever the page showed. */
  private async outcome(
    run: TestRun,
    readings: readonly TestReading[],
    { document, steps }: Plan,
  ): Promise<Record<string, unknown>> {
    switch (run.kind) {
      case 'gas-hold':
        return holdOutcome(run, readings);
      case 'liquid-hold':
        return liquidHoldOutcome(run, readings, document);
      case 'drive-log': {
        const series = logOf(readings);
        if (!series) return { verdict: 'incomplete' };
        const { verdict, pulls, misses, usually } = await this.pool.now({ ask: 'log', document, series });
        return { verdict, pulls, misses, usually };
      }
      case 'dry-test':
        return dryOutcome(steps, readings);
      case 'joint-walk':
        return walkOutcome(jointList(document), readings);
      case 'build':
        return sheetOutcome(steps, readings, (await this.shop.face()).secondLooks);
      default:
        return readingsOutcome(steps, readings);
    }
  }
}

/** A retry says the same as the first time; of a sign-off only what its author wrote, the verdict is the server's. */
function sameReading(stored: TestReading, runId: string, sent: NewReading): boolean {
  const written =
    sent.kind === 'sign-off' ? { note: (stored.payload as { note?: unknown }).note } : stored.payload;
  return (
    stored.runId === runId &&
    stored.kind === sent.kind &&
    stored.corrects === sent.corrects &&
    (stored.deviceAt ?? stored.takenAt).getTime() === sent.takenAt.getTime() &&
    isDeepStrictEqual(written, sent.payload)
  );
}
