import { shortened } from '@venula/core/quantities';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAudit, useAuditActions, type AuditEntry } from '../../api/admin.ts';
import { Choice } from '../../ui/choice.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Trouble } from '../../ui/trouble.tsx';
import { sayAction } from './say-action.ts';

const when = (iso: string) =>
  new Date(iso).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'medium' });

/** Who did what, the newest first. */
export function AuditView() {
  const [search, setSearch] = useState('');
  const [action, setAction] = useState('');
  const audit = useAudit(search.trim(), action);
  const actions = useAuditActions().data ?? [];
  const rows = audit.data?.pages.flatMap((p) => p.items) ?? [];
  return (
    <>
      <div className="mt-4 grid grid-cols-2 items-end gap-3 max-md:grid-cols-1">
        <SearchField
          label="Search who did what"
          hint="Person, job, a word"
          value={search}
          onText={setSearch}
        />
        <Choice
          label="What was done"
          value={action}
          options={[
            { value: '', label: 'Anything' },
            ...actions.map((value) => ({ value, label: sayAction(value) })),
          ]}
          onChoose={setAction}
        />
      </div>
      <Trouble of={audit.error} />
      <ul className="mt-3 border-b-2 border-ink" aria-label="Who did what" aria-busy={audit.isFetching}>
        {rows.map((row) => (
          <Row key={row.id} row={row} />
        ))}
        {audit.data && rows.length === 0 && (
          <li className="border-t-2 border-ink py-5 text-soft">Nothing of that kind.</li>
        )}
        {audit.isPending && <li className="border-t-2 border-ink py-5 text-soft">Loading…</li>}
      </ul>
      {audit.hasNextPage && (
        <button
          type="button"
          className="btn mt-3"
          disabled={audit.isFetchingNextPage}
          onClick={() => void audit.fetchNextPage()}
        >
          Earlier
        </button>
      )}
    </>
  );
}

function Row({ row }: { readonly row: AuditEntry }) {
  // What only the database knows a thing by says nothing to anybody.
  const detail = Object.entries(row.detail).filter(([, value]) => !UUID.test(String(value)));
  return (
    <li className="border-t border-rule py-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3 leading-tight">
        <strong>{row.actor}</strong>
        <span>{sayAction(row.action)}</span>
        {row.jobId && (
          <Link
            className="inline-flex min-h-[44px] items-center underline"
            to={`/jobs/${row.jobId}/handover`}
          >
            {String(row.jobNumber).padStart(4, '0')} {row.jobTitle}
          </Link>
        )}
        <span className="label ml-auto text-sm text-soft">{when(row.at)}</span>
      </p>
      {detail.length > 0 && (
        <p className="label text-sm text-soft [overflow-wrap:anywhere]" title={JSON.stringify(row.detail)}>
          {shortened(detail.map(([key, value]) => `${key}: ${sayValue(value)}`).join(' · '), MOST_DETAIL)}
        </p>
      )}
    </li>
  );
}

/** A change of many places fills no page: all of it is in its title. */
const MOST_DETAIL = 160;
const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const sayValue = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));
