import {
  fitSlope,
  newestOf,
  proofMark,
  stepVerdict,
  type MeasuredProcedure,
  type MeasuredReading,
  type Step,
  type StepVerdict,
} from '@venula/core/prove';
import { useState } from 'react';
import { useStartRun } from '../../api/queries.ts';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat } from '../../app/settings.ts';
import { useOpenJob } from '../../job/job-context.ts';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { readingsOf, signedOff, standing, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { Verdict } from '../../job/record/verdict.tsx';
import { newId } from '../../outbox/ids.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

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
  const stale =
    done !== undefined && done.payload['proves'] !== undefined && done.payload['proves'] !== proofMark(steps);
  if (steps.length === 0) return null;
  return (
    <details className="mt-3 border-t-2 border-ink" open={begun} data-procedure={procedure.id}>
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
          {stale && (
            <p className="font-semibold text-fix">
              The plan has changed what this proves: take these readings again.
            </p>
          )}
        </>
      )}
      {begun && run ? (
        <>
          <ol>
            {steps.map((s, i) => (
              <OneReading
                key={s.id}
                step={s}
                begins={s.group !== steps[i - 1]?.group}
                value={newest.get(s.id)}
                {...(readOnly
                  ? {}
                  : {
                      onRead: (value: number) =>
                        queue.add({
                          runId: run.id,
                          readingId: newId(),
                          kind: 'measured',
                          payload: { stepId: s.id, value, note: '' },
                          corrects: null,
                          takenAt: new Date().toISOString(),
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

const sayVerdict = (verdict: string): string =>
  verdict === 'pass' ? 'passed' : verdict === 'fail' ? 'failed' : 'incomplete';

const TONES: Readonly<Record<StepVerdict, string>> = {
  open: '',
  noted: '',
  pass: 'text-good',
  low: 'text-stop',
  high: 'text-stop',
};

function OneReading({
  step,
  begins,
  value,
  onRead,
}: {
  readonly step: Step;
  readonly begins: boolean;
  /** Newest reading, SI. */
  readonly value: number | undefined;
  readonly onRead?: (value: number) => void;
}) {
  const format = useFormat();
  const [now, setNow] = useState<number | null>(null);
  const [turn, setTurn] = useState(0);
  const { expects, at } = step;
  const dimension = expects?.dimension ?? 'pressure';
  const verdict = stepVerdict(expects, value);
  const cause = verdict === 'low' ? step.ifLow : verdict === 'high' ? step.ifHigh : undefined;
  return (
    <li className={`border-t py-2 ${begins ? 'border-ink' : 'border-rule'}`} data-step={step.id}>
      {begins && <h4 className="headline pb-1 text-base">{step.group}</h4>}
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <div className="min-w-[240px] grow basis-0">
          <p className="leading-tight font-medium">
            {step.does}
            {at && ` ${format(at.dimension, at.value)}`}
          </p>
          {step.how && <p className="label text-sm text-soft">{step.how}</p>}
          {expects && (
            <p>
              Should read{' '}
              <strong className="text-lg font-semibold">
                {expects.low === 0
                  ? `at most ${format(dimension, expects.high)}`
                  : format(dimension, expects.value)}
              </strong>
              {expects.low > 0 && (
                <span className="text-soft">
                  {' '}
                  ({format(dimension, expects.low)} to {format(dimension, expects.high)})
                </span>
              )}
            </p>
          )}
        </div>
        {value !== undefined && (
          <p className={`text-xl font-bold ${TONES[verdict]}`} aria-live="polite">
            {format(dimension, value)}
            <span className="label block text-sm font-semibold">
              {verdict === 'pass'
                ? 'right'
                : verdict === 'noted'
                  ? 'noted'
                  : verdict === 'low'
                    ? 'too low'
                    : 'too high'}
            </span>
          </p>
        )}
        {onRead && (
          <GuardedForm
            key={turn}
            className="flex items-end gap-2"
            onAct={() => {
              if (now === null) return;
              onRead(now);
              setNow(null);
              setTurn(turn + 1);
            }}
          >
            <div className="w-[150px]" role="group" aria-label={step.does}>
              <ReadingField
                label={value === undefined ? 'Reads' : 'Reads now'}
                dimension={dimension}
                range={MOST[dimension] ?? { min: -1e9, max: 1e9 }}
                onRead={setNow}
              />
            </div>
            <button
              type="submit"
              className="btn"
              disabled={now === null}
              aria-label={`Keep the reading: ${step.does}`}
            >
              Keep
            </button>
          </GuardedForm>
        )}
      </div>
      {cause && (
        <p className="mt-1 border-l-4 border-stop pl-3">
          <strong>Usually:</strong> {cause}
        </p>
      )}
    </li>
  );
}

/** What an instrument of the shop can show, SI. */
const MOST: Readonly<Partial<Record<string, { readonly min: number; readonly max: number }>>> = {
  pressure: { min: 0, max: 2e6 },
  volts: { min: 0, max: 60 },
  amps: { min: 0, max: 400 },
  resistance: { min: 0, max: 1e7 },
  flow: { min: 0, max: 2e-3 },
};

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
