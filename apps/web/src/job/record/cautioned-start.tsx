import { useState } from 'react';
import { tell } from '../../api/client.ts';

/** The button that starts a run: dead until the cautions are acknowledged, once for each run. Stands inside its form. */
export function CautionedStart({
  label,
  pending,
  error,
}: {
  readonly label: string;
  readonly pending: boolean;
  readonly error: unknown;
}) {
  const [read, setRead] = useState(false);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <label className="flex min-h-[44px] items-center gap-2 font-medium">
        <input
          type="checkbox"
          className="size-6"
          checked={read}
          onChange={(e) => setRead(e.target.checked)}
        />
        I have read the cautions and they hold here
      </label>
      <button type="submit" className="btn btn-main" disabled={!read || pending}>
        {label}
      </button>
      {error !== null && (
        <p role="alert" className="font-semibold text-stop">
          {tell(error)}
        </p>
      )}
    </div>
  );
}
