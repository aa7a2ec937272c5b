import { injectorsFromLibrary, outdatedIn } from '@venula/core/edit';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { useOffered, usePutInLibrary } from '../../api/library.ts';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { newId } from '../../outbox/ids.ts';
import { PickMenu } from '../../ui/pick-menu.tsx';

const KEEP = 'keep';

/** Injectors the shop has used before, or these kept for the next job. */
export function InjectorLibrary() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const offered = useOffered();
  const put = usePutInLibrary();
  const [open, setOpen] = useState(false);
  if (readOnly) return null;
  const sets = offered.filter((e) => e.data.kind === 'injectors');
  const { injectors } = doc.brief;
  const own = sets.find((e) => e.id === injectors.fromLibrary?.id);
  const name = own?.name ?? `Injectors ${format('injectorFlow', injectors.staticFlowM3s)}`;
  const newer = outdatedIn(doc, offered).find((o) => o.partId === null);
  return (
    <div className="self-end">
      <PickMenu
        label="Injectors of the shop’s library"
        words="Library"
        groups={[
          ...(sets.length > 0
            ? [{ heading: 'Use', options: sets.map((e) => ({ value: e.id, label: e.name })) }]
            : []),
          { heading: 'For other jobs', options: [{ value: KEEP, label: `Keep them as ${name}` }] },
        ]}
        open={open}
        onOpen={setOpen}
        onPick={(value) => {
          const entry = sets.find((e) => e.id === value);
          if (entry) edit(...injectorsFromLibrary(doc, entry));
          else {
            const { fromLibrary: _, ...figures } = injectors;
            put.mutate([
              {
                id: own?.id ?? newId(),
                name,
                data: { kind: 'injectors', injectors: figures },
                retired: false,
                baseRevision: own?.revision ?? 0,
              },
            ]);
          }
        }}
      />
      {put.isSuccess && <span role="status"> Kept in the library.</span>}
      {put.error && (
        <span role="alert" className="text-stop">
          {' '}
          {tell(put.error)}
        </span>
      )}
      {newer && (
        <button
          type="button"
          className="btn btn-small mt-2"
          onClick={() => edit(...injectorsFromLibrary(doc, newer.entry))}
        >
          Take the newer figures of {newer.entry.name}
        </button>
      )}
    </div>
  );
}
