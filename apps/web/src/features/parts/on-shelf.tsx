import type { BillLine } from '@venula/core/supply';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { useMe } from '../../api/queries.ts';
import { asideFor, freeFor, useShelfChanges } from '../../api/shelf.ts';
import type { ShelfRow } from '../../api/types.ts';
import { useOpenJob } from '../../job/job-context.ts';
import { newId } from '../../outbox/ids.ts';
import { GuardedForm } from '../../ui/guarded.tsx';

/** What the shop has of a part, and what of it is put aside for this job. */
export function OnShelf({
  line,
  items,
  counting,
}: {
  readonly line: BillLine;
  readonly items: readonly ShelfRow[];
  /** Somebody is going through the list with the shelf at hand. */
  readonly counting: boolean;
}) {
  const { id: jobId } = useOpenJob();
  const { put, reserve, error } = useShelfChanges();
  const [open, setOpen] = useState(false);
  const mayChange = useMe().data?.role !== 'viewer';
  const aside = items.reduce((sum, s) => sum + asideFor(s, jobId), 0);
  const free = items.reduce((sum, s) => sum + freeFor(s, jobId), 0) - aside;
  const first = items.find((s) => freeFor(s, jobId) > asideFor(s, jobId));
  const wants = line.quantity - aside;
  const others = items.flatMap((s) => s.reserved).filter((r) => r.jobId !== jobId);
  if (items.length === 0 && !(mayChange && counting)) return null;
  return (
    <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-2 pt-1">
      {items.length > 0 && (
        <span className="text-ink">
          {aside > 0 ? `${aside} put aside, ${free} more on the shelf` : `${free} on the shelf`}
          {others.length > 0 && `; ${others.map((r) => `${r.quantity} for ${r.title}`).join(', ')}`}
        </span>
      )}
      {mayChange && first && wants > 0 && free > 0 && (
        <button
          type="button"
          className="btn btn-small"
          onClick={() =>
            reserve.mutate({
              id: first.id,
              jobId,
              quantity:
                asideFor(first, jobId) + Math.min(wants, freeFor(first, jobId) - asideFor(first, jobId)),
            })
          }
        >
          Put {Math.min(wants, freeFor(first, jobId) - asideFor(first, jobId))} aside
        </button>
      )}
      {mayChange && aside > 0 && (
        <button
          type="button"
          className="btn btn-small"
          onClick={() => {
            for (const s of items)
              if (asideFor(s, jobId) > 0) reserve.mutate({ id: s.id, jobId, quantity: 0 });
          }}
        >
          Put back
        </button>
      )}
      {mayChange && items.length === 0 && !open && (
        <button
          type="button"
          className="inline-flex min-h-[44px] items-center underline decoration-rule underline-offset-4"
          onClick={() => setOpen(true)}
          aria-label={`The shop has some: ${line.part}`}
        >
          the shop has some
        </button>
      )}
      {open && items.length === 0 && (
        <Count
          part={line.part}
          onCount={(quantity) => {
            put.mutate({ id: newId(), part: line.part, unit: 'each', quantity, note: '' });
            setOpen(false);
          }}
        />
      )}
      {error && <span className="text-stop">{tell(error)}</span>}
    </div>
  );
}

function Count({ part, onCount }: { readonly part: string; readonly onCount: (many: number) => void }) {
  const [text, setText] = useState('');
  const many = /^\d{1,5}$/.test(text.trim()) ? Number(text) : null;
  return (
    <GuardedForm className="flex items-center gap-2" onAct={() => many !== null && onCount(many)}>
      <label className="flex items-center gap-2">
        on the shelf
        <input
          className="field w-[84px]"
          inputMode="numeric"
          aria-label={`On the shelf: ${part}`}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <button type="submit" className="btn btn-small" disabled={many === null}>
        Count it
      </button>
    </GuardedForm>
  );
}
