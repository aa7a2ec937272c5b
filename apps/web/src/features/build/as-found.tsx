import { FOUND, FOUND_KINDS, surveyOpen, type FoundItem, type FoundKind } from '@venula/core/prove';
import { useState } from 'react';
import { useOpenJob } from '../../job/job-context.ts';
import { PhotoStrip } from '../../job/photo-strip.tsx';
import { useNote } from '../../job/record/use-run.ts';
import { newId } from '../../outbox/ids.ts';
import { GuardedForm } from '../../ui/guarded.tsx';

const LONGEST = { what: 160, detail: 300 } as const;

/** The car as it was found, written down before it comes apart: lines, loom, pins, fluids, tools. */
export function AsFound({ runId, items }: { readonly runId: string; readonly items: readonly FoundItem[] }) {
  const open = surveyOpen(items).length;
  return (
    <details className="mt-3 border-t-2 border-ink" data-survey>
      <summary className="flex min-h-[48px] cursor-pointer items-center justify-between gap-4">
        <h3 className="headline text-lg">As found</h3>
        <span className="label text-sm text-soft">
          {items.length === 0 ? 'nothing noted' : open === 0 ? `${items.length} noted` : `${open} to close`}
        </span>
      </summary>
      {FOUND_KINDS.map((of) => (
        <Group key={of} of={of} runId={runId} items={items.filter((i) => i.of === of)} />
      ))}
    </details>
  );
}

function Group({
  of,
  runId,
  items,
}: {
  readonly of: FoundKind;
  readonly runId: string;
  readonly items: readonly FoundItem[];
}) {
  const { readOnly } = useOpenJob();
  const note = useNote(runId);
  const words = FOUND[of];
  const put = (item: FoundItem): void => note('found', item);
  return (
    <section className="border-t border-rule py-2" aria-label={words.title}>
      <h4 className="headline text-base">{words.title}</h4>
      <p className="label text-sm text-soft">{words.hint}</p>
      <ul>
        {items.map((i) => (
          <li key={i.itemId} className="py-2" data-found={i.what}>
            <div className="flex flex-wrap items-center justify-between gap-3">
              <span className="min-w-0">
                <span className="font-medium">{i.what}</span>
                {i.detail && <span className="block text-soft">{i.detail}</span>}
                {words.closes && (
                  <span
                    className={`label block text-sm font-semibold ${i.closed ? 'text-good' : 'text-fix'}`}
                  >
                    {i.closed ? words.closes.done : words.closes.open}
                  </span>
                )}
              </span>
              {!readOnly && words.closes && (
                <button
                  type="button"
                  className={`btn ${i.closed ? '' : 'btn-main'}`}
                  aria-label={`${i.closed ? 'Not after all' : words.closes.does}: ${i.what}`}
                  onClick={() => put({ ...i, closed: !i.closed })}
                >
                  {i.closed ? 'Not after all' : words.closes.does}
                </button>
              )}
            </div>
            <PhotoStrip about={`found:${i.itemId}`} caption={i.what} />
          </li>
        ))}
      </ul>
      {!readOnly && <Add of={of} onAdd={put} />}
    </section>
  );
}

function Add({ of, onAdd }: { readonly of: FoundKind; readonly onAdd: (item: FoundItem) => void }) {
  const [what, setWhat] = useState('');
  const [detail, setDetail] = useState('');
  const { what: asks, detail: more, example } = FOUND[of];
  return (
    <GuardedForm
      className="grid grid-cols-[1fr_1fr_auto] items-end gap-3 max-md:grid-cols-1"
      onAct={() => {
        if (what.trim() === '') return;
        onAdd({ itemId: newId(), of, what: what.trim(), detail: detail.trim(), closed: false });
        setWhat('');
        setDetail('');
      }}
    >
      <label className="label text-sm text-soft">
        {asks}
        <input
          className="field mt-0.5"
          maxLength={LONGEST.what}
          value={what}
          placeholder={example[0]}
          onChange={(e) => setWhat(e.target.value)}
        />
      </label>
      <label className="label text-sm text-soft">
        {more}
        <input
          className="field mt-0.5"
          maxLength={LONGEST.detail}
          value={detail}
          placeholder={example[1]}
          onChange={(e) => setDetail(e.target.value)}
        />
      </label>
      <button type="submit" className="btn" disabled={what.trim() === ''} aria-label={`Note it: ${asks}`}>
        Note it
      </button>
    </GuardedForm>
  );
}
