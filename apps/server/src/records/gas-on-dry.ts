import { BadRequestException, ConflictException } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { gasLines, WET_TESTS, type RunKind, type WetRow } from '@venula/core/prove';
import { brokenShape, checkJob, runName } from '@venula/core/formats';
import { heldLines, type HeldLine } from '@venula/core/supply';
import type { EntityManager } from 'typeorm';

/** Lines and rails of a plan; none of one this version cannot read. */
function heldIn(doc: JobDocument): readonly HeldLine[] {
  const read = checkJob(doc);
  return !read.ok && brokenShape(read.errors) ? [] : heldLines(doc);
}

/** Lines that have fuel in them after a reading of this kind of test; null: it is a dry one. */
export const wettedBy = (kind: RunKind, doc: JobDocument): readonly string[] | null =>
  WET_TESTS.includes(kind) ? heldLines(doc).map(({ id }) => id) : null;

/** A line the plan does not have cannot be filled. */
export function refuseForeignLines(lines: readonly string[], doc: JobDocument): void {
  const known = new Set(heldIn(doc).map(({ id }) => id));
  const foreign = lines.find((id) => !known.has(id));
  if (foreign !== undefined)
    throw new BadRequestException({
      code: 'NO_SUCH_LINE',
      message: `The plan has no line “${foreign}”.`,
      remedy: 'Reload the list: the plan has changed since.',
      details: [{ path: 'setup.lines', message: 'a line the plan does not have' }],
    });
}

/**
 * Air over fuel is explosive: no gas on a line that a test with fuel is on record for.
 * @param lines it fills; undefined: every line of the plan, as a hold of before lines were named
 * @param before ms since 1970: only what was recorded earlier counts
 * @throws ConflictException for a line that has held fuel, or was in the car before
 */
export async function refuseGasOverFuel(
  tx: EntityManager,
  jobId: string,
  doc: JobDocument,
  lines: readonly string[] | undefined,
  before = Infinity,
): Promise<void> {
  const known = heldIn(doc);
  const asked = lines?.map(
    (id) => known.find((l) => l.id === id) ?? { id, name: id, volume: 0, existing: false },
  );
  const { wet } = gasLines(asked ?? known, await wetRows(tx, jobId), before);
  const [first] = wet;
  if (!first) return;
  const why = first.since
    ? `fuel has been in there (${runName(first.since.run)}, ${new Date(first.since.at).toISOString().slice(0, 10)})`
    : 'in the car before this job, so fuel has been in there';
  throw new ConflictException({
    code: 'LINE_HELD_FUEL',
    message: `${wet.map(({ line }) => line.name).join(', ')}: ${why}. No gas: air over fuel is explosive.`,
    remedy: 'Hold it with fuel instead. Gas stays open for new lines that have held none.',
  });
}

/** Every reading of a test with fuel; of its payload what `gasLines` asks for. */
async function wetRows(tx: EntityManager, jobId: string): Promise<WetRow[]> {
  const rows = await tx.query<
    {
      run: RunKind;
      kind: string;
      joint: string | null;
      result: string | null;
      verdict: string | null;
      at: Date;
      lines: string[] | null;
    }[]
  >(
    `SELECT run.kind AS run, r.kind, r.payload->>'jointId' AS joint, r.payload->>'result' AS result, r.payload->>'verdict' AS verdict, r.taken_at AS at, r.lines
       FROM test_reading r JOIN test_run run ON run.id = r.run_id
      WHERE run.job_id = $1 AND run.kind = ANY($2) ORDER BY r.taken_at, r.at`,
    [jobId, WET_TESTS],
  );
  return rows.map(({ run, kind, joint, result, verdict, at, lines }) => ({
    run,
    kind,
    payload: { jointId: joint, result, verdict },
    takenAt: at.getTime(),
    lines,
  }));
}
