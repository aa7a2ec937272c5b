import { dryTest, type DryRow } from '@venula/core';
import { useMemo } from 'react';
import { useReadingQueue } from '../../api/reading-queue.ts';
import { useStartRun } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useJob } from '../../job/job-context.ts';
import { inputWords } from '../../ui/signal-words.ts';
import { CautionedStart } from './cautioned-start.tsx';
import { dryResults, readingsOf, signedOff, type DryResult } from './readings.ts';
import { SignOff } from './sign-off.tsx';
import { Verdict } from './verdict.tsx';

/** The truth table tried on the car: key, crash switch and every signal by hand, and what must happen. */
export function DryTest({ run }: { readonly run: RunRow | undefined }) {
  const { id, doc, readOnly } = useJob();
  const rows = useMemo(() => dryTest(doc), [doc]);
  const queue = useReadingQueue(id);
  const start = useStartRun(id);
  const readings = run ? readingsOf(run, queue.waiting) : [];
  const results = dryResults(readings);
  const done = run && signedOff(readings);
  const tried = rows.filter((r) => (results.get(r.id) ?? 'open') !== 'open').length;
  const differs = rows.filter((r) => results.get(r.id) === 'differs').length;

  if (!run || done)
    return (
      <section className="mt-4" aria-label="Wiring, dry">
        <h3 className="headline text-xl">Wiring, dry</h3>
        <p className="text-soft">
          {rows.length} things to try with the engine off and no fuel in the lines: set the key, the crash
          switch and each signal by hand, and see that the right pump runs.
        </p>
        {done && <Verdict payload={done.payload} author={done.author} at={done.takenAt} />}
        {!readOnly && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              start.mutate({ runId: crypto.randomUUID(), kind: 'dry-test', setup: { cautionsRead: true } });
            }}
          >
            <CautionedStart
              label={done ? 'Try it again' : 'Start the dry test'}
              pending={start.isPending}
              error={start.error}
            />
          </form>
        )}
      </section>
    );

  const mark = (rowId: string, result: DryResult) =>
    queue.add({
      runId: run.id,
      readingId: crypto.randomUUID(),
      kind: 'dry-row',
      payload: { rowId, result, note: '' },
      corrects: null,
      takenAt: new Date().toISOString(),
    });

  return (
    <section className="mt-4" aria-label="Wiring, dry">
      <h3 className="headline text-xl" data-testid="dry-progress">
        {tried} of {rows.length} tried{differs > 0 ? `, ${differs} not as said` : ''}
      </h3>
      <ol className="mt-2">
        {rows.map((row) => (
          <Row
            key={row.id}
            row={row}
            result={results.get(row.id) ?? 'open'}
            readOnly={readOnly}
            onMark={mark}
          />
        ))}
      </ol>
      <SignOff
        run={run}
        hint={
          tried < rows.length
            ? `${rows.length - tried} not tried yet: signing now records the test as incomplete.`
            : differs > 0
              ? 'Find the wire, mend it and try again, or sign off as failed. The Wiring page names the likely place.'
              : 'The wiring does what the rules say.'
        }
      />
    </section>
  );
}

function Row({
  row,
  result,
  readOnly,
  onMark,
}: {
  readonly row: DryRow;
  readonly result: DryResult;
  readonly readOnly: boolean;
  readonly onMark: (rowId: string, result: DryResult) => void;
}) {
  const { units } = useSettings();
  const format = useFormat();
  const set = (to: DryResult) => onMark(row.id, result === to ? 'open' : to);
  return (
    <li
      className={`flex min-h-[64px] flex-wrap items-center gap-3 border-t border-rule py-1 ${result === 'differs' ? 'bg-stop/10' : ''}`}
      data-row={row.id}
    >
      <span className="min-w-[220px] grow leading-tight">
        <span className="font-medium">{inputWords(row.inputs, units)}</span>
        <span className="label block text-sm text-soft">
          {row.loads
            .map((l) => `${l.name} ${l.wanted ? `runs, ${format('volts', l.volts, 1)} at it` : 'stands'}`)
            .join(' · ')}
          {' · '}
          {row.coils.map((c) => `${c.name} coil ${format('volts', c.volts, 1)}`).join(', ')}
        </span>
      </span>
      <button
        type="button"
        className={`btn w-28 ${result === 'as-said' ? 'btn-main' : ''}`}
        aria-pressed={result === 'as-said'}
        disabled={readOnly}
        onClick={() => set('as-said')}
      >
        As said
      </button>
      <button
        type="button"
        className="btn w-28"
        style={
          result === 'differs'
            ? { background: 'var(--stop)', color: 'var(--paper)', borderColor: 'var(--stop)' }
            : {}
        }
        aria-pressed={result === 'differs'}
        disabled={readOnly}
        onClick={() => set('differs')}
      >
        Differs
      </button>
    </li>
  );
}
