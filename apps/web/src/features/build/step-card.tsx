import { setOrigin } from '@venula/core/edit';
import { LINE_FIELDS } from '@venula/core/fit';
import type { BuildStep } from '@venula/core/prove';
import { Users } from 'lucide-react';
import { useState } from 'react';
import { useShop, wantsSecondLook } from '../../api/shop.ts';
import type { NewReading } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { PlanField } from '../../job/plan-form.tsx';
import { PhotoStrip } from '../../job/photo-strip.tsx';
import { cautionsOf } from '../../job/record/cautions.tsx';
import type { StepResult } from '../../job/record/readings.ts';
import { Countdown } from '../../ui/countdown.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

const LENGTH = LINE_FIELDS.stringM;
/** Shorter than this says nothing. */
const LEAST_REASON = 3;

/** One step of the job sheet with its keys: done, left out with a reason, photo, and the length it was made to. */
export function StepCard({
  step,
  result,
  onNote,
  look,
  large = false,
}: {
  readonly step: BuildStep;
  readonly result: StepResult | undefined;
  readonly onNote: (payload: NewReading['payload']) => void;
  /** Who looked a second time, and how somebody says that they did. */
  readonly look?: { readonly by: string | undefined; readonly onLook: () => void };
  readonly large?: boolean;
}) {
  const doc = useDoc();
  const { edit, person, readOnly } = useOpenJob();
  const format = useFormat();
  const { units } = useSettings();
  const shop = useShop().data;
  const [length, setLength] = useState<number | null>(null);
  const [leaving, setLeaving] = useState(false);
  const [reason, setReason] = useState('');
  const done = result?.result === 'done';
  const finish = (): void => {
    const made = step.asksLength;
    if (made !== undefined && length !== null) {
      const path = `/plumbing/elements/${made}/lengthM`;
      const witness = { by: person.name, at: new Date().toISOString() };
      edit({ op: 'replace', path, value: length }, ...setOrigin(doc, path, length, 'measured', witness));
    }
    onNote({
      stepId: step.id,
      result: done ? 'open' : 'done',
      note: '',
      ...(length === null ? {} : { lengthM: length }),
    });
  };
  return (
    <div className="grid gap-2">
      {large && <p className="label text-sm text-soft">{step.section}</p>}
      {large && <h3 className="headline text-2xl leading-tight">{step.does}</h3>}
      {step.unmeasured && (
        <p className="font-semibold text-fix">
          Not measured yet: pull a string first. There is no cut length until then.
        </p>
      )}
      {step.figures && !step.unmeasured && (
        <p className="flex flex-wrap gap-x-6 gap-y-1">
          {step.figures.map((f) => (
            <span key={f.label}>
              {f.label} <strong className="text-xl font-bold">{format(f.dimension, f.value)}</strong>
            </span>
          ))}
        </p>
      )}
      {step.caution && (
        <p className="border-l-4 border-stop pl-3 text-sm font-medium">
          {cautionsOf(step.caution, units)[0]}
        </p>
      )}
      {step.hold && (
        <p className="flex items-center gap-2 font-semibold">
          <Users size={20} aria-hidden />
          {wantsSecondLook(shop, step.hold)
            ? 'Hold here: the sheet is not finished until somebody else has looked.'
            : 'Hold here: let somebody else look before it goes on.'}
        </p>
      )}
      {step.hold && done && look && <SecondLook step={step} result={result} look={look} />}
      {step.timerS !== undefined && <Countdown seconds={step.timerS} label={`Wait: ${step.does}`} />}
      {!readOnly && (
        <>
          {step.asksLength !== undefined && (
            <div className="max-w-[280px]">
              <ReadingField
                label="As made, seat to seat (goes into the plan)"
                dimension="tape"
                range={LENGTH}
                {...(result?.lengthM === undefined ? {} : { before: format('tape', result.lengthM) })}
                onRead={setLength}
              />
            </div>
          )}
          <div className="flex flex-wrap gap-3">
            <button
              type="button"
              className={`btn ${done ? '' : 'btn-main'} ${large ? 'min-h-[64px] grow text-xl' : ''}`}
              aria-label={`${done ? 'Not done' : 'Done'}: ${step.does}`}
              onClick={finish}
            >
              {done ? 'Not done after all' : 'Done'}
            </button>
            <button
              type="button"
              className="btn"
              aria-expanded={leaving}
              aria-label={`Leave out: ${step.does}`}
              onClick={() => setLeaving(!leaving)}
            >
              Leave out
            </button>
          </div>
          {leaving && (
            <form
              className="flex flex-wrap items-end gap-3"
              onSubmit={(e) => {
                e.preventDefault();
                onNote({ stepId: step.id, result: 'skipped', note: reason.trim() });
              }}
            >
              <label className="label grow text-sm text-soft">
                Why it is left out
                <input
                  className="field mt-0.5"
                  maxLength={300}
                  value={reason}
                  onChange={(e) => setReason(e.target.value)}
                />
              </label>
              <button type="submit" className="btn" disabled={reason.trim().length < LEAST_REASON}>
                Leave it out
              </button>
            </form>
          )}
        </>
      )}
      {!readOnly && step.asksLength !== undefined && <FittedInstead runId={step.asksLength} />}
      {step.how && <p>{step.how}</p>}
      <PhotoStrip about={`step:${step.id}`} caption={step.does} />
    </div>
  );
}

/** What is fitted in place of what was planned goes into the plan, which is judged anew: the findings say whether it does. */
function FittedInstead({ runId }: { readonly runId: string }) {
  return (
    <details>
      <summary className="flex min-h-[44px] cursor-pointer items-center font-medium">
        Fitted another hose or size?
      </summary>
      <p className="text-sm text-soft">It goes into the plan; what it changes is said under the findings.</p>
      <div className="mt-1 grid max-w-[560px] grid-cols-2 gap-3 max-md:grid-cols-1">
        <PlanField path={`/plumbing/elements/${runId}/hose`} />
        <PlanField path={`/plumbing/elements/${runId}/dash`} />
      </div>
    </details>
  );
}

/** By whom it was done and by whom it was looked at: never the same. */
function SecondLook({
  step,
  result,
  look,
}: {
  readonly step: BuildStep;
  readonly result: StepResult;
  readonly look: { readonly by: string | undefined; readonly onLook: () => void };
}) {
  const { person, readOnly } = useOpenJob();
  if (look.by !== undefined)
    return (
      <p className="text-good">
        Done by {result.author}, looked at by {look.by}.
      </p>
    );
  return result.author === person.name || readOnly ? (
    <p className="text-fix">Done by {result.author}: nobody else has looked yet.</p>
  ) : (
    <button
      type="button"
      className="btn btn-main justify-self-start"
      aria-label={`I have looked: ${step.does}`}
      onClick={look.onLook}
    >
      I have looked at it ({person.name})
    </button>
  );
}
