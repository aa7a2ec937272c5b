import type { ReactNode } from 'react';
import type { NewReading, ReadingKind, RunKind, RunRow } from '../../api/types.ts';
import { useOpenJob } from '../../job/job-context.ts';
import type { Reading } from '../../job/record/readings.ts';
import { PlainStart } from '../../job/record/plain-start.tsx';
import { useNote, useRun } from '../../job/record/use-run.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { TextField } from '../../ui/text-field.tsx';
import { Verdict } from '../../job/record/verdict.tsx';

/** One item to look at: what it is, what is known of it, and its two keys. */
export interface CheckItem {
  readonly id: string;
  readonly what: string;
  /** What it belongs to: items of one group stand under one heading. */
  readonly group?: string;
  readonly more: ReactNode;
}

export interface ChecklistProps<R extends string> {
  readonly run: RunRow | undefined;
  readonly kind: RunKind;
  readonly title: string;
  readonly intro: string;
  /** On the button that starts it, and on the one that starts another. */
  readonly start: readonly [first: string, again: string];
  readonly items: readonly CheckItem[];
  readonly good: { readonly word: string; readonly result: R };
  readonly bad: { readonly word: string; readonly result: R };
  /** Neither looked at nor told. */
  readonly open: R;
  readonly results: (readings: readonly Reading[]) => ReadonlyMap<string, R>;
  readonly reading: {
    readonly kind: ReadingKind;
    readonly payload: (id: string, result: R, note: string) => NewReading['payload'];
  };
  readonly progress: { readonly testId: string; readonly words: (looked: number, bad: number) => string };
  readonly hint: (left: number, bad: number) => string;
  /** What is asked of an item that is bad; absent: nothing. */
  readonly asks?: {
    readonly label: string;
    /** The usual answers: one touch each. */
    readonly usual: readonly string[];
    readonly notes: (readings: readonly Reading[]) => ReadonlyMap<string, string>;
  };
  /** Name of the data attribute rows carry. */
  readonly rowAttribute: string;
}

/** A list gone through item by item with two large keys each, then signed off; the verdict is the server's. */
export function Checklist<R extends string>(props: ChecklistProps<R>) {
  const { run, kind, title, items, good, bad, open } = props;
  const { readOnly } = useOpenJob();
  const now = useRun(run);
  const { readings, done, begun } = now;
  const note = useNote(run?.id ?? '');
  const results = props.results(readings);
  const of = (item: string): R => results.get(item) ?? open;
  const looked = items.filter((i) => of(i.id) !== open).length;
  const wrong = items.filter((i) => of(i.id) === bad.result).length;

  if (!run || !begun)
    return (
      <section className="mt-4" aria-label={title} data-procedure={kind} tabIndex={-1}>
        <h3 className="headline text-xl">{title}</h3>
        <p className="text-soft">{props.intro}</p>
        <Verdict kind={kind} run={now} />
        <PlainStart kind={kind} label={props.start[done ? 1 : 0]} />
      </section>
    );

  const notes = props.asks?.notes(readings);
  const say = (item: string, result: R, words: string) =>
    note(props.reading.kind, props.reading.payload(item, result, words));
  const set = (item: string, to: R) => say(item, of(item) === to ? open : to, notes?.get(item) ?? '');
  const stop = { background: 'var(--stop)', color: 'var(--paper)', borderColor: 'var(--stop)' };
  return (
    <section className="mt-4" aria-label={title} data-procedure={kind} tabIndex={-1}>
      <h3 className="headline text-xl" data-testid={props.progress.testId}>
        {props.progress.words(looked, wrong)}
      </h3>
      <ol className="mt-2">
        {items.map((item, i) => {
          const result = of(item.id);
          const begins = item.group !== undefined && item.group !== items[i - 1]?.group;
          return (
            <li
              key={item.id}
              className={`flex min-h-[56px] flex-wrap items-center gap-x-3 gap-y-2 border-t py-1 ${begins ? 'border-ink' : 'border-rule'} ${result === bad.result ? 'bg-stop/10' : ''}`}
              {...{ [props.rowAttribute]: item.id }}
            >
              {begins && <h4 className="headline w-full pt-1 text-base">{item.group}</h4>}
              <span className="min-w-[220px] grow basis-0 leading-tight">
                <span className="font-medium">{item.what}</span>
                <span className="label block text-sm text-soft">{item.more}</span>
              </span>
              {/* On a phone beneath the words, each half a hand wide. */}
              <div className="flex gap-2 max-md:w-full [&>.btn]:w-28 max-md:[&>.btn]:w-auto max-md:[&>.btn]:grow">
                <button
                  type="button"
                  className={`btn ${result === good.result ? 'btn-main' : ''}`}
                  aria-label={`${good.word}: ${item.what}`}
                  aria-pressed={result === good.result}
                  disabled={readOnly}
                  onClick={() => set(item.id, good.result)}
                >
                  {good.word}
                </button>
                <button
                  type="button"
                  className="btn"
                  style={result === bad.result ? stop : {}}
                  aria-label={`${bad.word}: ${item.what}`}
                  aria-pressed={result === bad.result}
                  disabled={readOnly}
                  onClick={() => set(item.id, bad.result)}
                >
                  {bad.word}
                </button>
              </div>
              {props.asks && (result === bad.result || notes?.has(item.id)) && (
                <WhatWasDone
                  asks={props.asks}
                  item={item}
                  said={notes?.get(item.id) ?? ''}
                  readOnly={readOnly}
                  onSay={(words) => say(item.id, result, words)}
                />
              )}
            </li>
          );
        })}
      </ol>
      <SignOff run={run} hint={props.hint(items.length - looked, wrong)} />
    </section>
  );
}

/** Asked where something was bad: a touch for the usual answers, a line for any other. */
function WhatWasDone({
  asks,
  item,
  said,
  readOnly,
  onSay,
}: {
  readonly asks: NonNullable<ChecklistProps<string>['asks']>;
  readonly item: CheckItem;
  readonly said: string;
  readonly readOnly: boolean;
  readonly onSay: (words: string) => void;
}) {
  return (
    <fieldset className="w-full pb-2 pl-3" disabled={readOnly}>
      <legend className="label text-sm text-soft">{asks.label}</legend>
      <div className="flex flex-wrap items-end gap-2">
        {asks.usual.map((words) => (
          <button
            key={words}
            type="button"
            className={`btn btn-small ${said === words ? 'btn-main' : ''}`}
            aria-pressed={said === words}
            aria-label={`${words}: ${item.what}`}
            onClick={() => onSay(said === words ? '' : words)}
          >
            {words}
          </button>
        ))}
        <div className="min-w-[180px] grow">
          <TextField
            label="Something else"
            value={asks.usual.includes(said) ? '' : said}
            max={300}
            disabled={readOnly}
            onCommit={(words) => words !== '' && words !== said && onSay(words)}
          />
        </div>
      </div>
    </fieldset>
  );
}
