import {
  bandOf,
  stepVerdict,
  type Expectation,
  type MeasuredId,
  type Step,
  type StepVerdict,
} from '@venula/core/prove';
import { editText, parseQuantity, type Dimension } from '@venula/core/quantities';
import { useState } from 'react';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useOpenJob } from '../../job/job-context.ts';
import { LiveReading } from '../../job/record/live/live-reading.tsx';
import { useProbe } from '../../job/record/live/probe-context.tsx';
import type { ReadBy } from '../../job/record/live/use-instrument-for.ts';
import type { Reading } from '../../job/record/readings.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { CatchReading } from './catch-reading.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

const TONES: Readonly<Record<StepVerdict, string>> = {
  open: '',
  noted: '',
  pass: 'text-good',
  low: 'text-stop',
  high: 'text-stop',
  unsure: 'text-fix',
  'too-early': 'text-fix',
};
const WORDS: Readonly<Record<StepVerdict, string>> = {
  open: '',
  noted: 'Noted',
  pass: 'In range',
  low: 'Too low',
  high: 'Too high',
  unsure: 'Cannot tell',
  'too-early': 'Not judged yet',
};

/** What to do about a reading that says nothing yet. */
const NEXT: Readonly<Partial<Record<StepVerdict, string>>> = {
  unsure: 'Within half a division of the gauge: read again, or use a finer gauge.',
  'too-early': 'Take the reading it is set over first.',
};

/** What an instrument of the shop can show, SI. */
const MOST: Readonly<Partial<Record<string, { readonly min: number; readonly max: number }>>> = {
  pressure: { min: 0, max: 2e6 },
  volts: { min: 0, max: 60 },
  amps: { min: 0, max: 400 },
  resistance: { min: 0, max: 1e7 },
  winding: { min: 0, max: 1e6 },
  temperature: { min: 233.15, max: 523.15 },
  flow: { min: 0, max: 2e-3 },
};

interface How {
  readonly by?: ReadBy;
  readonly corrects?: Reading;
  /** What it was worked out from. */
  readonly note?: string;
}

/** One thing to read: how, what it should read, what it reads, typed or from the instrument. */
export function OneReading({
  step,
  kind,
  begins,
  now,
  newest,
  onRead,
}: {
  readonly step: Step;
  readonly kind: MeasuredId;
  readonly begins: boolean;
  /** The newest reading that stands. */
  readonly now: Reading | undefined;
  /** The newest of each step of the list, SI. */
  readonly newest: ReadonlyMap<string, number>;
  readonly onRead?: (value: number, how: How) => void;
}) {
  const { id: jobId } = useOpenJob();
  const format = useFormat();
  const [correcting, setCorrecting] = useState(false);
  const { at } = step;
  const expects = bandOf(step, newest);
  const dimension: Dimension = step.expects?.dimension ?? step.unjudged?.dimension ?? 'pressure';
  const value = now && Number(now.payload['value']);
  const verdict = stepVerdict(step, newest);
  const cause = verdict === 'low' ? step.ifLow : verdict === 'high' ? step.ifHigh : undefined;
  const place = `${kind} ${step.id}`;
  const live = useProbe().at === place;
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
          {expects && <ShouldRead expects={expects} contains={step.contains} />}
          {!expects && step.over && (
            <p>
              Should read 0 to {format(dimension, step.over.most)} over the factory rail, once that is read.
            </p>
          )}
        </div>
        {value !== undefined && (
          <div>
            <p className={`text-xl font-bold ${TONES[verdict]}`} aria-live="polite">
              {format(dimension, value)}
              <span className="label block text-sm font-semibold">{WORDS[verdict]}</span>
            </p>
            {onRead && now && (
              <button
                type="button"
                className="min-h-[44px] min-w-[44px] text-sm underline"
                disabled={now.waiting}
                aria-label={`Edit the reading: ${step.does}`}
                onClick={() => setCorrecting(!correcting)}
              >
                {now.waiting ? 'Not sent yet' : correcting ? 'Cancel' : 'Edit'}
              </button>
            )}
          </div>
        )}
        {onRead && !live && !correcting && dimension === 'flow' && (
          <CatchReading
            key={now?.id ?? 'none'}
            what={step.does}
            onRead={(flow, note) => onRead(flow, { note })}
          />
        )}
        {onRead && !live && (correcting || dimension !== 'flow') && (
          <TypedReading
            key={`${now?.id ?? 'none'} ${correcting}`}
            what={step.does}
            dimension={dimension}
            correcting={correcting ? now : undefined}
            again={value !== undefined}
            expected={(expects ?? step.expects)?.value ?? 0}
            onRead={(typed) => {
              onRead(typed, correcting && now ? { corrects: now } : {});
              setCorrecting(false);
            }}
          />
        )}
        {onRead && !correcting && !step.byHand && (
          <LiveReading
            place={place}
            what={step.does}
            dimension={dimension}
            setting={{ doing: 'reading', jobId, kind, stepId: step.id }}
            onKeep={(read, by) => onRead(read, { by })}
          />
        )}
      </div>
      {NEXT[verdict] && <p className="mt-1 border-l-4 border-fix pl-3">{NEXT[verdict]}</p>}
      {cause && (
        <p className="mt-1 border-l-4 border-stop pl-3">
          <strong>Usually:</strong> {cause}
        </p>
      )}
    </li>
  );
}

/** A part smaller than this is not shown: a gauge does not show it either, Pa. */
const TOLD_PA = 1e3;
const ANY = { min: -1e9, max: 1e9 };

function ShouldRead({
  expects,
  contains = [],
}: {
  readonly expects: Expectation;
  readonly contains?: Step['contains'] | undefined;
}) {
  const format = useFormat();
  const { units } = useSettings();
  const { dimension, low, high, value } = expects;
  // Read to the marks of the gauge, so that the parts add up to the whole as it is shown.
  const marked = (si: number): number => {
    const read = parseQuantity(dimension, format(dimension, si), units, ANY);
    return read.ok ? read.value : si;
  };
  const [set, rest] = contains;
  const added = set && rest ? marked(value) - marked(set.value) : null;
  return (
    <p>
      Should read{' '}
      <strong className="text-lg font-semibold">
        {low === 0 ? `at most ${format(dimension, high)}` : format(dimension, value)}
      </strong>
      {low > 0 && (
        <span className="text-soft">
          {' '}
          ({format(dimension, low)} to {format(dimension, high)})
        </span>
      )}
      {added !== null && Math.abs(added) >= TOLD_PA && (
        <span className="label block text-sm text-soft">
          {format(dimension, set!.value)} {set!.what} {added < 0 ? '−' : '+'}{' '}
          {format(dimension, Math.abs(added))} {rest!.what}
        </span>
      )}
    </p>
  );
}

/** Typed from an instrument that has no line; empty until somebody types, but for a reading that is corrected. */
function TypedReading({
  what,
  dimension,
  correcting,
  again,
  expected,
  onRead,
}: {
  readonly what: string;
  readonly dimension: Dimension;
  readonly correcting: Reading | undefined;
  readonly again: boolean;
  /** SI; 0: nothing is. */
  readonly expected: number;
  readonly onRead: (value: number) => void;
}) {
  const { units } = useSettings();
  const usual = MOST[dimension] ?? { min: -1e9, max: 1e9 };
  // The high side of direct injection shows more than any gauge of the cart.
  const range = { ...usual, max: Math.max(usual.max, 3 * expected) };
  const old = correcting && Number(correcting.payload['value']);
  const [typed, setTyped] = useState<number | null>(null);
  return (
    <GuardedForm
      className="flex items-end gap-2"
      onAct={() => {
        if (typed !== null) onRead(typed);
      }}
    >
      <div className="w-[150px]" role="group" aria-label={what}>
        <ReadingField
          label={correcting ? 'It read' : again ? 'Reads now' : 'Reads'}
          dimension={dimension}
          range={range}
          expected={expected}
          start={old === undefined ? '' : editText(dimension, old, units, 5)}
          onRead={setTyped}
        />
      </div>
      <button
        type="submit"
        className="btn"
        disabled={typed === null}
        aria-label={`${correcting ? 'Replace' : 'Keep'} the reading: ${what}`}
      >
        {correcting ? 'Replace' : 'Keep'}
      </button>
    </GuardedForm>
  );
}
