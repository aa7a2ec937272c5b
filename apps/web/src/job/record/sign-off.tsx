import { useState } from 'react';
import type { RunRow } from '../../api/types.ts';
import { useOpenJob } from '../job-context.ts';
import { useNote } from './use-run.ts';

/** Closes a run. The verdict is worked out by the server from the readings; only the words are typed. */
export function SignOff({ run, hint }: { readonly run: RunRow; readonly hint: string }) {
  const { person, readOnly } = useOpenJob();
  const sign = useNote(run.id);
  const [note, setNote] = useState('');
  if (readOnly) return null;
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3 border-t-2 border-ink pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        sign('sign-off', { note });
      }}
    >
      <label className="label grow text-sm text-soft">
        {hint}
        <input
          className="field mt-0.5"
          maxLength={500}
          value={note}
          placeholder="Remarks"
          onChange={(e) => setNote(e.target.value)}
        />
      </label>
      <button type="submit" className="btn btn-main">
        Sign off as {person.name}
      </button>
    </form>
  );
}
