import { useDecideAccess, useHeldAccess, type HeldRow } from '../../api/people.ts';
import { Trouble } from '../../ui/trouble.tsx';

const WHY: Readonly<Record<HeldRow['why'], (row: HeldRow) => string>> = {
  disabled: () => 'disabled after the backup was made',
  demoted: () => 'given a lesser role after the backup was made',
  revoked: () => 'taken off after the backup was made',
  unknown: () => 'not known here before the restore',
  'no-record': () => 'not known what was decided after the backup was made',
};

/** After a restore: who and what the backup would have let in again, until a lead has decided. */
export function HeldAccess() {
  const held = useHeldAccess();
  const decide = useDecideAccess();
  if (!held.data || held.data.length === 0) return null;
  return (
    <section className="mt-4 border-2 border-stop bg-paper p-4" aria-label="Kept out by the restore">
      <h2 className="headline text-xl">
        {held.data.length === 1 ? 'One is' : `${held.data.length} are`} kept out since a backup was put back.
      </h2>
      <p className="text-soft">Let in only who and what belongs here. PINs are gone: each sets a new one.</p>
      <ul className="mt-2">
        {held.data.map((row) => (
          <li
            key={row.id}
            className="flex min-h-[60px] flex-wrap items-center gap-x-3 gap-y-2 border-t border-rule py-1"
          >
            <p className="min-w-[200px] grow leading-tight">
              <span className="font-semibold">{row.name}</span>
              <span className="label block text-sm text-soft">
                {row.of === 'device' ? 'tablet' : (row.role ?? 'person')}: {WHY[row.why](row)}
              </span>
            </p>
            <div className="flex flex-wrap gap-2 max-md:w-full">
              <button
                type="button"
                className="btn btn-small"
                disabled={decide.isPending}
                aria-label={`Leave it so: ${row.name}`}
                onClick={() => decide.mutate({ id: row.id, give: false })}
              >
                Leave it so
              </button>
              <button
                type="button"
                className="btn btn-small"
                disabled={decide.isPending}
                aria-label={`Let in: ${row.name}`}
                onClick={() => decide.mutate({ id: row.id, give: true })}
              >
                {row.why === 'demoted' ? `Make ${row.role} again` : 'Let in'}
              </button>
            </div>
          </li>
        ))}
      </ul>
      <Trouble of={decide.error} />
    </section>
  );
}
