import { useState } from 'react';
import { tell } from '../api/client.ts';
import { useFreeze } from '../api/queries.ts';
import { useOpenJob } from './job-context.ts';

/** Keeps the plan as it stands under a name: "plan A", "as built". */
export function FreezeForm({ suggestion }: { readonly suggestion: string }) {
  const { id, readOnly } = useOpenJob();
  const freeze = useFreeze(id);
  const [name, setName] = useState('');
  if (readOnly) return null;
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        freeze.mutate({ name }, { onSuccess: () => setName('') });
      }}
    >
      <label className="label flex flex-col text-sm text-soft">
        Freeze this plan as
        <input
          className="field mt-0.5 w-[180px]"
          required
          maxLength={60}
          placeholder={suggestion}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <button type="submit" className="btn" disabled={freeze.isPending}>
        Freeze
      </button>
      {freeze.error && (
        <p role="alert" className="w-full font-semibold text-stop">
          {tell(freeze.error)}
        </p>
      )}
    </form>
  );
}
