import {
  fitSlope,
  measuredOutcome,
  newestOf,
  type MeasuredProcedure,
  type MeasuredReading,
  type Step,
} from '@venula/core/prove';
import type { RunRow } from '../../api/types.ts';
import { useOpenJob } from '../../job/job-context.ts';
import { PlainStart } from '../../job/record/plain-start.tsx';
import { standing, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { useNote, useRun } from '../../job/record/use-run.ts';
import { OneReading } from './one-reading.tsx';
import { TestFrame } from './test-frame.tsx';

const measuredOf = ({ payload }: Reading): MeasuredReading => ({
  stepId: String(payload['stepId']),
  value: Number(payload['value']),
});

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
  const { readOnly } = useOpenJob();
  const open = useRun(run);
  const note = useNote(run?.id ?? '');
  const { readings, done, begun } = open;
  const standingNow = standing(readings).filter((r) => r.kind === 'measured');
  const measured = standingNow.map(measuredOf);
  const newest = newestOf(measured);
  const looked = steps.filter((s) => newest.has(s.id)).length;
  const { open: left } = measuredOutcome(steps, measured);
  if (steps.length === 0) return null;
  return (
    <TestFrame
      kind={procedure.id}
      name={procedure.name}
      intro={procedure.intro}
      run={open}
      said={
        begun
          ? `${looked} of ${steps.length} read`
          : `${steps.length} ${steps.length === 1 ? 'reading' : 'readings'} to take`
      }
    >
      {begun && run ? (
        <>
          <ol>
            {steps.map((s, i) => (
              <OneReading
                key={s.id}
                step={s}
                kind={procedure.id}
                newest={newest}
                begins={s.group !== steps[i - 1]?.group}
                now={standingNow.findLast((r) => r.payload['stepId'] === s.id)}
                {...(readOnly
                  ? {}
                  : {
                      onRead: (value, { by, corrects, note: words = '' }) =>
                        note(
                          'measured',
                          { stepId: s.id, value, note: words, ...(by ? { by } : {}) },
                          corrects,
                        ),
                    })}
              />
            ))}
          </ol>
          <SlopeWords steps={steps} newest={newest} />
          <SignOff
            run={run}
            hint={left > 0 ? `${left} still open: signing now records it as incomplete.` : 'All read.'}
          />
        </>
      ) : (
        <PlainStart kind={procedure.id} label={done ? 'Take them again' : 'Start'} />
      )}
    </TestFrame>
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
