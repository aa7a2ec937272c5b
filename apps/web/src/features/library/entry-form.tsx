import { bareOf, type LibraryData } from '@venula/core/edit';
import { jobHolding } from '@venula/core/formats';
import { useEffect, useState } from 'react';
import { tell } from '../../api/client.ts';
import { usePutInLibrary, type LibraryRow } from '../../api/library.ts';
import type { Person } from '../../api/types.ts';
import { JobContext, useDoc } from '../../job/job-context.ts';
import { PlanForm } from '../../job/plan-form.tsx';
import { newId } from '../../outbox/ids.ts';
import { TextField } from '../../ui/text-field.tsx';
import { PartTray } from '../../job/part/part-tray.tsx';
import { scratchJob } from './scratch.ts';

/** What is opened: an entry of the library, or something new of a kind. */
export interface Draft {
  readonly row: LibraryRow | null;
  readonly name: string;
  readonly data: LibraryData;
}

/** An entry with the same fields as in a plan; nothing is kept until it is said. */
export function EntryForm({
  draft,
  person,
  onDone,
}: {
  readonly draft: Draft;
  readonly person: Person;
  readonly onDone: () => void;
}) {
  const [job] = useState(() => scratchJob(jobHolding(draft.data).doc, person));
  useEffect(() => job.start(), [job]);
  return (
    <JobContext value={job}>
      <Fields draft={draft} readOnly={person.role === 'viewer'} onDone={onDone} />
    </JobContext>
  );
}

function Fields({
  draft: { row, name: first, data },
  readOnly,
  onDone,
}: {
  readonly draft: Draft;
  readonly readOnly: boolean;
  readonly onDone: () => void;
}) {
  const doc = useDoc();
  const put = usePutInLibrary();
  const [name, setName] = useState(first);
  const [id] = useState(() => row?.id ?? newId());
  const now = (): LibraryData => {
    const part = doc.plumbing.elements['part'];
    return data.kind === 'part' && part && part.kind !== 'run'
      ? { kind: 'part', part: bareOf({ ...part, name }) }
      : { kind: 'injectors', injectors: doc.brief.injectors };
  };
  const send = (retired: boolean): void =>
    put.mutate([{ id, name, data: now(), retired, baseRevision: row?.revision ?? 0 }], { onSuccess: onDone });
  return (
    <div className="grid gap-3">
      <TextField
        label="Called in the library"
        value={name}
        min={1}
        max={80}
        disabled={readOnly}
        onCommit={setName}
      />
      {data.kind === 'part' ? (
        <PartTray id="part" bare />
      ) : (
        <div className="form-grid">
          <PlanForm owner="/brief/injectors" own={{ count: null }} />
        </div>
      )}
      {put.error && (
        <p role="alert" className="font-semibold text-stop">
          {tell(put.error)}
        </p>
      )}
      {!readOnly && (
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="btn btn-main"
            disabled={put.isPending || name === ''}
            onClick={() => send(false)}
          >
            {row?.retired ? 'Offer it again' : row ? 'Keep the change' : 'Keep it in the library'}
          </button>
          {row && !row.retired && (
            <button type="button" className="btn" disabled={put.isPending} onClick={() => send(true)}>
              No longer offered
            </button>
          )}
          <button type="button" className="btn" onClick={onDone}>
            Leave it as it was
          </button>
        </div>
      )}
    </div>
  );
}
