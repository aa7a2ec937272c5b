import { useOpenJob } from '../job-context.ts';
import { useNote, type OpenRun } from './use-run.ts';

/** Of a test that came in with a file: whether this shop has confirmed it, and the way to. */
export function FromFile({ run }: { readonly run: OpenRun }) {
  const { person, readOnly } = useOpenJob();
  const note = useNote(run.id);
  if (!run.fromFile) return null;
  if (run.confirmed)
    return (
      <p className="text-sm text-soft">From a file; confirmed as this shop’s by {run.confirmed.author}.</p>
    );
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2 border-l-4 border-fix pl-3">
      <p className="min-w-[220px] grow basis-0">
        <strong>From a file.</strong> It does not count as this shop’s test.{' '}
        {run.done ? 'Confirm it, or do it again.' : 'It was never signed off: do it again.'}
      </p>
      {run.done && !readOnly && (
        <button type="button" className="btn" onClick={() => note('confirm', { note: '' })}>
          Confirm as {person.name}
        </button>
      )}
    </div>
  );
}
