import { BadRequestException, ConflictException, ForbiddenException } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { GAUGE_MOST_PA } from '@venula/core/prove';
import { jointList } from '@venula/core/supply';
import type { EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import type { PlannedStep } from '../judging/judge-worker.ts';
import { refuseGasOverFuel } from './gas-on-dry.ts';
import type { NewReading, NewRun } from './record-schemas.ts';
import { runSpec } from './run-kinds.ts';
import { TestReading } from './test-reading.entity.ts';
import type { TestRun } from './test-run.entity.ts';

/** The plan a reading is held against. */
export interface Plan {
  readonly version: number;
  readonly document: JobDocument;
  /** What is done in it, where the plan says; empty for a walk, whose joints are at hand, and a hold. */
  readonly steps: readonly PlannedStep[];
}

const refused = (code: string, path: string, message: string, remedy: string) =>
  new BadRequestException({ code, message, remedy, details: [{ path, message }] });

/** All of a run, in the order they were taken. */
export const readingsOf = (tx: EntityManager, runId: string): Promise<TestReading[]> =>
  tx.find(TestReading, { where: { runId }, order: { takenAt: 'ASC', at: 'ASC' } });

/**
 * What a run does not take: more once it is signed or where it came in with a file, readings of another kind or of what the plan does
 * not have, gas over fuel, a second look by whoever did the step.
 */
export async function refuseReading(
  tx: EntityManager,
  run: TestRun,
  body: NewReading,
  actor: Actor,
  plan: Plan,
): Promise<void> {
  const signed = await tx.existsBy(TestReading, { runId: run.id, kind: 'sign-off' });
  if (body.kind === 'confirm') await refuseConfirmation(tx, run, signed);
  else if (run.fromFile) throw fromFile();
  else if (signed)
    throw new ConflictException({
      code: 'RUN_CLOSED',
      message: 'This test is signed off.',
      remedy: 'Start another run.',
    });
  refuseForeign(run, body, plan);
  if (run.kind === 'gas-hold' && body.kind === 'pressure')
    await refuseGasOverFuel(
      tx,
      run.jobId,
      plan.document,
      (run.setup as NewRun['setup']).lines,
      body.takenAt.getTime(),
    );
  await refuseCorrection(tx, run.id, body);
  if (body.kind === 'second-look') await refuseOwnLook(tx, run.id, body, actor);
}

/** A reading of another kind of run, of a joint or row the plan does not have, or off the gauge. */
function refuseForeign(run: TestRun, body: NewReading, { document, steps }: Plan): void {
  if (body.kind !== 'sign-off' && body.kind !== 'confirm' && !runSpec(run.kind).takes.includes(body.kind))
    throw refused(
      'WRONG_KIND',
      'kind',
      `A ${run.kind} takes no reading of the kind “${body.kind}”.`,
      `Send a “${runSpec(run.kind).takes.join('” or “')}” reading, or start the other test.`,
    );
  const { jointId, rowId, stepId, pressurePa, beforePa, afterPa } = body.payload as {
    jointId?: string;
    rowId?: string;
    stepId?: string;
    pressurePa?: number;
    beforePa?: number;
    afterPa?: number;
  };
  if (body.kind === 'joint' && !jointList(document).some((j) => j.id === jointId))
    throw refused(
      'NO_SUCH_JOINT',
      'payload.jointId',
      `The plan has no joint “${jointId}”.`,
      'Reload the list: the plan has changed since.',
    );
  if (body.kind === 'dry-row' && !steps.some((s) => s.id === rowId))
    throw refused(
      'NO_SUCH_ROW',
      'payload.rowId',
      `The dry test has no row “${rowId}”.`,
      'Reload the list: the wiring has changed since.',
    );
  if (['measured', 'step', 'second-look'].includes(body.kind) && !steps.some((s) => s.id === stepId))
    throw refused(
      'NO_SUCH_STEP',
      'payload.stepId',
      `The plan asks for no step “${stepId}” here.`,
      'Reload the list: the plan has changed since.',
    );
  const most = (run.setup as { gaugeMaxPa?: number }).gaugeMaxPa ?? GAUGE_MOST_PA;
  const read = Math.max(pressurePa ?? 0, beforePa ?? 0, afterPa ?? 0);
  if (read > most)
    throw refused(
      'OFF_THE_GAUGE',
      `payload.${pressurePa === undefined ? 'beforePa' : 'pressurePa'}`,
      `${(read / 1000).toFixed(1)} kPa is more than the gauge of this hold shows.`,
      `Enter 0 to ${(most / 1000).toFixed(0)} kPa, or start the hold again with the gauge you use.`,
    );
}

const fromFile = () =>
  new ConflictException({
    code: 'RUN_FROM_FILE',
    message: 'This test came in with a file: nothing is added to it.',
    remedy: 'Confirm it as this shop’s, or do the test again.',
  });

/** Only what came in with a file, and was finished there, is confirmed, and once. */
async function refuseConfirmation(tx: EntityManager, run: TestRun, signed: boolean): Promise<void> {
  if (!run.fromFile || !signed)
    throw new ConflictException({
      code: 'NOTHING_TO_CONFIRM',
      message: run.fromFile ? 'This test was never signed off.' : 'This test is this shop’s own.',
      remedy: run.fromFile ? 'Do the test again.' : 'Nothing needs to be confirmed.',
    });
  if (await tx.existsBy(TestReading, { runId: run.id, kind: 'confirm', fromFile: false }))
    throw new ConflictException({
      code: 'ALREADY_CONFIRMED',
      message: 'Somebody of this shop has confirmed this test already.',
      remedy: 'Load the record again.',
    });
}

/** A second look is somebody else’s than whoever did the step, and comes after it. */
async function refuseOwnLook(
  tx: EntityManager,
  runId: string,
  body: NewReading,
  actor: Actor,
): Promise<void> {
  const { stepId } = body.payload;
  const done = (await readingsOf(tx, runId)).findLast(
    (r) => r.kind === 'step' && r.payload['stepId'] === stepId,
  );
  if (done?.payload['result'] !== 'done')
    throw refused('NOT_DONE', 'payload.stepId', 'That step is not done yet.', 'Do it first, then look.');
  // By who they are, not by what they are called today; what an archive brought in knows the name alone.
  if (done.authorId ? done.authorId === actor.id : done.author === actor.name)
    throw new ForbiddenException({
      code: 'SAME_EYES',
      message: `${actor.name} did this step: a second look is somebody else’s.`,
      remedy: 'Let somebody else sign in and look.',
    });
}

/** A correction names a reading of its kind that still stands. */
async function refuseCorrection(
  tx: EntityManager,
  runId: string,
  { corrects, kind }: NewReading,
): Promise<void> {
  if (!corrects) return;
  if (!(await tx.existsBy(TestReading, { id: corrects, runId, kind })))
    throw refused(
      'NO_SUCH_READING',
      'corrects',
      'The reading it corrects is not in this run.',
      'Reload the readings.',
    );
  if (await tx.existsBy(TestReading, { runId, corrects }))
    throw new ConflictException({
      code: 'ALREADY_CORRECTED',
      message: 'Somebody has corrected that reading already.',
      remedy: 'Correct the newer one.',
    });
}
