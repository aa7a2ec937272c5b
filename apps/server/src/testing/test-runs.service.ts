import {
  BadRequestException,
  ConflictException,
  ForbiddenException,
  Injectable,
  NotFoundException,
} from '@nestjs/common';
import {
  absolute,
  dryTest,
  GAS_LIMITS,
  gasDecay,
  gauge,
  jointList,
  type DecayResult,
  type JobDocument,
} from '@venula/core';
import { DataSource, In, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/accounts.service.ts';
import { audit } from '../audit/audit.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { TestReading } from './test-reading.entity.ts';
import { TestRun } from './test-run.entity.ts';
import type { NewReading, NewRun } from './testing-schemas.ts';

const missingRun = () =>
  new NotFoundException({ code: 'NO_SUCH_RUN', message: 'There is no such test run.' });

@Injectable()
export class TestRunsService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
  ) {}

  async list(jobId: string) {
    await this.jobs.find(jobId);
    const runs = await this.db.getRepository(TestRun).find({ where: { jobId }, order: { at: 'ASC' } });
    const readings = await this.db.getRepository(TestReading).find({
      where: { runId: In(runs.map((r) => r.id)) },
      order: { takenAt: 'ASC', at: 'ASC' },
    });
    return runs.map((run) => ({ ...run, readings: readings.filter((r) => r.runId === run.id) }));
  }

  async start(jobId: string, body: NewRun, actor: Actor): Promise<TestRun> {
    const pressure = body.setup.pressurePa ?? 0;
    if (pressure > GAS_LIMITS.technician && actor.role !== 'lead') {
      throw new ForbiddenException({
        code: 'LEAD_NEEDED',
        message: 'Gas above 100 kPa (15 psi) takes a lead technician: gas stores energy.',
        remedy: 'Test at 70 kPa (10 psi), or ask a lead.',
      });
    }
    return this.db.transaction(async (tx) => {
      const job = await this.jobs.find(jobId, tx);
      const already = await tx.findOneBy(TestRun, { id: body.runId, jobId });
      if (already) return already;
      const row = tx.create(TestRun, {
        id: body.runId,
        jobId,
        kind: body.kind,
        setup: body.setup,
        jobVersion: job.version,
        author: actor.name,
      });
      await tx.insert(TestRun, row as never);
      await audit(tx, actor.name, 'test-started', jobId, { run: body.runId, kind: body.kind });
      return tx.findOneByOrFail(TestRun, { id: body.runId });
    });
  }

  /** Adds a reading once, however often it is sent. A signed-off run takes no more. */
  async add(jobId: string, runId: string, body: NewReading, actor: Actor): Promise<TestReading> {
    return this.db.transaction(async (tx) => {
      const run = await tx.findOne(TestRun, {
        where: { id: runId, jobId },
        lock: { mode: 'pessimistic_read' },
      });
      if (!run) throw missingRun();
      const already = await tx.findOneBy(TestReading, { id: body.readingId, runId });
      if (already) return already;
      const readings = await tx.find(TestReading, { where: { runId }, order: { takenAt: 'ASC', at: 'ASC' } });
      if (readings.some((r) => r.kind === 'sign-off')) {
        throw new ConflictException({
          code: 'RUN_CLOSED',
          message: 'This test is signed off.',
          remedy: 'Start another run.',
        });
      }
      if (body.corrects && !readings.some((r) => r.id === body.corrects && r.kind === body.kind)) {
        throw new BadRequestException({
          code: 'NO_SUCH_READING',
          message: 'The reading it corrects is not in this run.',
        });
      }
      const payload =
        body.kind === 'sign-off'
          ? { ...body.payload, ...(await this.outcome(tx, run, readings)) }
          : body.payload;
      await tx.insert(TestReading, {
        id: body.readingId,
        runId,
        kind: body.kind,
        payload: payload as never,
        corrects: body.corrects,
        author: actor.name,
        takenAt: body.takenAt,
      });
      if (body.kind === 'sign-off')
        await audit(tx, actor.name, 'test-signed-off', jobId, { run: runId, kind: run.kind, ...payload });
      return tx.findOneByOrFail(TestReading, { id: body.readingId });
    });
  }

  /** The verdict is the core's, from the rows as they stand, whatever the page showed. */
  private async outcome(
    tx: EntityManager,
    run: TestRun,
    readings: readonly TestReading[],
  ): Promise<Record<string, unknown>> {
    const standing = withoutCorrected(readings);
    if (run.kind === 'gas-hold') {
      const result = decayOf(run, standing);
      return {
        verdict: result.verdict.kind,
        leakM3s: result.leak,
        uncertaintyM3s: Number.isFinite(result.uncertainty) ? result.uncertainty : null,
      };
    }
    const { document } = await this.jobs.find(run.jobId, tx);
    return run.kind === 'dry-test' ? dryOutcome(document, standing) : walkOutcome(document, standing);
  }
}

const withoutCorrected = (readings: readonly TestReading[]): TestReading[] => {
  const corrected = new Set(readings.map((r) => r.corrects));
  return readings.filter((r) => !corrected.has(r.id));
};

function decayOf(run: TestRun, readings: readonly TestReading[]): DecayResult {
  const setup = run.setup as {
    volumeM3: number;
    resolutionPa: number;
    limitM3s: number;
    barometricPa: number;
  };
  const points = readings
    .filter((r) => r.kind === 'pressure')
    .map((r) => ({ at: r.takenAt.getTime(), ...(r.payload as { pressurePa: number; kelvin: number }) }));
  const start = points[0]?.at ?? 0;
  return gasDecay(
    {
      volume: setup.volumeM3,
      resolution: setup.resolutionPa,
      limit: setup.limitM3s,
      barometric: absolute(setup.barometricPa),
    },
    points.map((p) => ({ atS: (p.at - start) / 1000, pressure: gauge(p.pressurePa), kelvin: p.kelvin })),
  );
}

/** Newest word on each thing a reading names. */
function lastResults(readings: readonly TestReading[], kind: string, key: string): Map<string, unknown> {
  const last = new Map<string, unknown>();
  for (const r of readings) if (r.kind === kind) last.set(String(r.payload[key]), r.payload['result']);
  return last;
}

/** Passed only when every row of the plan as it stands was tried last and did what was said. */
function dryOutcome(document: JobDocument, readings: readonly TestReading[]): Record<string, unknown> {
  const last = lastResults(readings, 'dry-row', 'rowId');
  const rows = dryTest(document);
  const differs = rows.filter((r) => last.get(r.id) === 'differs').length;
  const open = rows.filter((r) => last.get(r.id) !== 'differs' && last.get(r.id) !== 'as-said').length;
  return {
    verdict: differs > 0 ? 'fail' : open > 0 ? 'incomplete' : 'pass',
    rows: rows.length,
    differs,
    open,
  };
}

/** Passed only when every joint of the plan as it stands was looked at last and found dry. */
function walkOutcome(document: JobDocument, readings: readonly TestReading[]): Record<string, unknown> {
  const last = lastResults(readings, 'joint', 'jointId');
  const joints = jointList(document);
  const leaks = joints.filter((j) => last.get(j.id) === 'leak').length;
  const open = joints.filter((j) => last.get(j.id) !== 'leak' && last.get(j.id) !== 'dry').length;
  return {
    verdict: leaks > 0 ? 'fail' : open > 0 ? 'incomplete' : 'pass',
    joints: joints.length,
    leaks,
    open,
  };
}
