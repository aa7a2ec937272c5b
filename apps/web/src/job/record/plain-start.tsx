import { useStartRun } from '../../api/queries.ts';
import type { RunKind } from '../../api/types.ts';
import { newId } from '../../outbox/ids.ts';
import { useOpenJob } from '../job-context.ts';
import { CautionedStart } from './cautioned-start.tsx';

/** Starts a run that needs nothing but its cautions read; whoever may only look has no such button. */
export function PlainStart({ kind, label }: { readonly kind: RunKind; readonly label: string }) {
  const { id, readOnly } = useOpenJob();
  const start = useStartRun(id);
  if (readOnly) return null;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        start.mutate({ runId: newId(), kind, setup: { cautionsRead: true } });
      }}
    >
      <CautionedStart label={label} pending={start.isPending} error={start.error} />
    </form>
  );
}
