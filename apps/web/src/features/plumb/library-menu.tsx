import { bareOf, fitFromLibrary, insertPart, offerFromLibrary, outdatedIn } from '@venula/core/edit';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { useOffered, usePutInLibrary } from '../../api/library.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { newId } from '../../outbox/ids.ts';
import { PickMenu, type PickGroup } from '../../ui/pick-menu.tsx';

const KEEP = 'keep';

/** The shop’s library at a part: fit another in its place, add one behind it, keep this one for other jobs. */
export function LibraryMenu({
  id,
  onSelect,
}: {
  readonly id: string;
  readonly onSelect: (id: string) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const offered = useOffered();
  const put = usePutInLibrary();
  const [open, setOpen] = useState(false);
  const part = doc.plumbing.elements[id];
  if (!part || readOnly) return null;
  const parts = offered.filter((e) => e.data.kind === 'part');
  const alike = parts.filter((e) => offerFromLibrary(e)?.key === part.kind);
  const own = 'fromLibrary' in part ? parts.find((e) => e.id === part.fromLibrary?.id) : undefined;
  const keep =
    part.kind === 'run'
      ? []
      : [
          {
            value: KEEP,
            label: own ? `Keep it as ${own.name} in the library` : `Keep ${part.name} in the library`,
          },
        ];
  const groups: readonly PickGroup[] = [
    ...(alike.length > 0
      ? [
          {
            heading: 'Fit in its place',
            options: alike.map((e) => ({ value: `fit ${e.id}`, label: e.name })),
          },
        ]
      : []),
    ...(parts.length > 0
      ? [{ heading: 'Add after it', options: parts.map((e) => ({ value: `add ${e.id}`, label: e.name })) }]
      : []),
    ...(keep.length > 0 ? [{ heading: 'For other jobs', options: keep }] : []),
  ];
  if (groups.length === 0) return null;
  const pick = (value: string): void => {
    if (value === KEEP) {
      if (part.kind === 'run') return;
      put.mutate([
        {
          id: own?.id ?? newId(),
          name: own?.name ?? part.name,
          data: { kind: 'part', part: bareOf(part) },
          retired: false,
          baseRevision: own?.revision ?? 0,
        },
      ]);
      return;
    }
    const [how, entryId] = [value.slice(0, 3), value.slice(4)];
    const entry = parts.find((e) => e.id === entryId);
    const offer = entry && offerFromLibrary(entry);
    if (!entry || !offer) return;
    if (how === 'fit') edit(...fitFromLibrary(doc, id, entry));
    else {
      const added = insertPart(doc, id, offer);
      edit(...added.patch);
      onSelect(added.id);
    }
  };
  const newer = outdatedIn(doc, offered).find((o) => o.partId === id);
  return (
    <>
      <PickMenu
        label={`The shop’s library at ${part.name}`}
        words="Library"
        groups={groups}
        open={open}
        onOpen={setOpen}
        onPick={pick}
      />
      {put.isSuccess && (
        <span role="status" className="font-semibold text-good">
          Kept in the library.
        </span>
      )}
      {put.error && (
        <span role="alert" className="font-semibold text-stop">
          {tell(put.error)}
        </span>
      )}
      {newer && (
        <p className="w-full text-sm">
          The library has newer figures of {newer.entry.name} than this job.{' '}
          <button
            type="button"
            className="btn btn-small"
            onClick={() => edit(...fitFromLibrary(doc, id, newer.entry))}
          >
            Take them
          </button>
        </p>
      )}
    </>
  );
}
