import { useState } from 'react';
import { useOpenJob } from '../../job/job-context.ts';
import { PhotoStrip } from '../../job/photo-strip.tsx';
import type { Removed } from '../../job/record/readings.ts';
import { useNote } from '../../job/record/use-run.ts';
import { newId } from '../../outbox/ids.ts';
import { GuardedForm } from '../../ui/guarded.tsx';

const LONGEST = 120;

/** What came off the car to get at the work, where it goes back, and whether it is back. */
export function TakenOff({ runId, things }: { readonly runId: string; readonly things: readonly Removed[] }) {
  const { readOnly } = useOpenJob();
  const note = useNote(runId);
  const [what, setWhat] = useState('');
  const off = things.filter((t) => t.off).length;
  const put = (thing: Removed): void => note('removed', thing);
  return (
    <details className="mt-3 border-t-2 border-ink" open={things.length > 0}>
      <summary className="flex min-h-[48px] cursor-pointer items-center justify-between gap-4">
        <h3 className="headline text-lg">Taken off the car</h3>
        <span className="label text-sm text-soft">
          {things.length === 0 ? 'nothing noted' : off === 0 ? 'all back on' : `${off} still off`}
        </span>
      </summary>
      <ul>
        {things.map((t) => (
          <li key={t.itemId} className="border-t border-rule py-2" data-removed={t.what}>
            <div className="flex flex-wrap items-center justify-between gap-3">
              <span className="font-medium">
                {t.what}{' '}
                <span className={`label text-sm font-semibold ${t.off ? 'text-fix' : 'text-good'}`}>
                  {t.off ? 'off' : 'back on'}
                </span>
              </span>
              {!readOnly && (
                <button
                  type="button"
                  className={`btn ${t.off ? 'btn-main' : ''}`}
                  aria-label={`${t.off ? 'Back on' : 'Off again'}: ${t.what}`}
                  onClick={() => put({ ...t, off: !t.off })}
                >
                  {t.off ? 'Back on' : 'Off again'}
                </button>
              )}
            </div>
            <PhotoStrip about={`removed:${t.itemId}`} caption={t.what} />
          </li>
        ))}
      </ul>
      {!readOnly && (
        <GuardedForm
          className="flex flex-wrap items-end gap-3 border-t border-rule py-2"
          onAct={() => {
            if (what.trim() === '') return;
            put({ itemId: newId(), what: what.trim(), off: true });
            setWhat('');
          }}
        >
          <label className="label grow text-sm text-soft">
            Something comes off: what, and where it goes back
            <input
              className="field mt-0.5"
              maxLength={LONGEST}
              value={what}
              placeholder="Air box; two bolts and the clip at the fender"
              onChange={(e) => setWhat(e.target.value)}
            />
          </label>
          <button type="submit" className="btn" disabled={what.trim() === ''}>
            Note it
          </button>
        </GuardedForm>
      )}
    </details>
  );
}
