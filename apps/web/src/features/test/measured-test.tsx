import {
  fitSlope,
  newestOf,
  proofMark,
  type MeasuredProcedure,
  type MeasuredReading,
  type Step,
} from '@venula/core/prove';
import { useStartRun } from '../../api/queries.ts';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { RunRow } from '../../api/types.ts';
import { useOpenJob } from '../../job/job-context.ts';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { readingsOf, signedOff, standing, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { isStale, StaleNote } from '../../job/record/stale.tsx';
import { sayVerdict, Verdict } from '../../job/record/verdict.tsx';
import { newId } from '../../outbox/ids.ts';
import { OneReading } from './one-reading.tsx';

const measuredOf = (readings: readonly Reading[]): MeasuredReading[] =>
  standing(readings)
    .filter((r) => r.kind === 'measured')
    .map((r) => ({ stepId: String(r.payload['stepId']), value: Number(r.payload['value']) }));

/** A test that is a list of readings: each with what this car should show, beside what it shows. */
export function MeasuredTest({
  procedure,
  steps,
  run,
}: {
  readonly procedure: Pick<MeasuredProcedure, 'id' | 'name' | 'intro'>;
  /** As the plan gives them now. */
  readonly steps: readonly Step[];
  readonly run: RunRow | undefined;
}) {
  const { id, readOnly } = useOpenJob();
  const queue = useReadingQueue(id);
  const start = useStartRun(id);
  const readings = run ? readingsOf(run, queue.waiting) : [];
  const done = signedOff(readings);
  const newest = newestOf(measuredOf(readings));
  const begun = run !== undefined && done === undefined;
  const looked = steps.filter((s) => newest.has(s.id)).length;
  const stale = isStale(done, proofMark(steps));
  // What was off stays in sight.
  const off = done !== undefined && done.payload['verdict'] !== 'pass';
  if (steps.length === 0) return null;
  return (
    <details className="mt-3 border-t-2 border-ink" open={begun || off} data-procedure={procedure.id}>
      <summary className="flex min-h-[52px] cursor-pointer flex-wrap items-center justify-between gap-x-4">
        <h3 className="headline text-xl">{procedure.name}</h3>
        <span className="label text-sm text-soft">
          {done
            ? stale
              ? 'made on an older plan'
              : sayVerdict(String(done.payload['verdict']))
            : begun
              ? `${looked} of ${steps.length} read`
              : `${steps.length} ${steps.length === 1 ? 'reading' : 'readings'} to take`}
        </span>
      </summary>
      <p className="text-soft">{procedure.intro}</p>
      {done && (
        <>
          <Verdict payload={done.payload} author={done.author} at={done.takenAt} />
          {stale && <StaleNote />}
        </>
      )}
      {begun && run ? (
        <>
          <ol>
            {steps.map((s, i) => (
              <OneReading
                key={s.id}
                step={s}
                kind={procedure.id}
                begins={s.group !== steps[i - 1]?.group}
                now={standing(readings).findLast(
                  (r) => r.kind === 'measured' && r.payload['stepId'] === s.id,
                )}
                {...(readOnly
                  ? {}
                  : {
                      onRead: (value, { by, corrects }) =>
                        queue.add({
                          runId: run.id,
                          readingId: newId(),
                          kind: 'measured',
                          payload: { stepId: s.id, value, note: '', ...(by ? { by } : {}) },
                          corrects: corrects?.id ?? null,
                          // A correction stands in for the old reading, so it keeps the old reading’s time.
                          takenAt: corrects?.takenAt ?? new Date().toISOString(),
                        }),
                    })}
              />
            ))}
          </ol>
          <SlopeWords steps={steps} newest={newest} />
          <SignOff
            run={run}
            hint={
              looked < steps.length
                ? `${steps.length - looked} not read yet: signing now records it as incomplete.`
                : 'All read.'
            }
          />
        </>
      ) : (
        !readOnly && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              start.mutate({ runId: newId(), kind: procedure.id, setup: { cautionsRead: true } });
            }}
          >
            <CautionedStart
              label={done ? 'Take them again' : 'Start'}
              pending={start.isPending}
              error={start.error}
            />
          </form>
        )
      )}
    </details>
  );
}

/** How the rail follows its reference, once there are readings enough. */
function SlopeWords({
  steps,
  newest,
}: {
  readonly steps: readonly Step[];
  readonly newest: ReadonlyMap<string, number>;
}) {
  const points = steps.flatMap((s) => {
    const read = newest.get(s.id);
    return s.id.startsWith('reference:') && read !== undefined ? [[s.at?.value ?? 0, read] as const] : [];
  });
  const fit = points.length > 2 ? fitSlope(points) : null;
  return fit ? (
    <p role="status" className="border-t border-rule py-2">
      The rail rises <strong className="text-lg font-semibold">{fit.slope.toFixed(2)}</strong> for each one on
      the port.
    </p>
  ) : null;
}
