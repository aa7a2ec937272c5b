import { fullReturnJob } from '@venula/core/document';
import { NEW_PARTS, type LibraryData } from '@venula/core/edit';
import { HOSE_KINDS, PUMPS } from '@venula/core/kinds';
import { useState } from 'react';
import { Trouble } from '../../ui/trouble.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { useLibrary, type LibraryRow } from '../../api/library.ts';
import { useMe } from '../../api/queries.ts';
import type { Person } from '../../api/types.ts';
import { useFormat } from '../../app/settings.ts';
import { PickMenu } from '../../ui/pick-menu.tsx';
import { EntryForm, type Draft } from './entry-form.tsx';
import { LibraryFile } from './library-file.tsx';
import { pumpWords, sayEntry } from './say-entry.ts';

const KINDS = NEW_PARTS.filter((p) => p.key !== 'run');

const fresh = (key: string): Draft => {
  const offer = KINDS.find((p) => p.key === key);
  const part = offer?.make();
  const data: LibraryData =
    part && part.kind !== 'run'
      ? { kind: 'part', part }
      : { kind: 'injectors', injectors: fullReturnJob('x').brief.injectors };
  return { row: null, name: '', data };
};

/** What the shop uses again: its own parts, pumps with their curves, injectors; and what comes with the program. */
export function LibraryPage() {
  const library = useLibrary();
  const person = useMe().data;
  const format = useFormat();
  const [search, setSearch] = useState('');
  const [retired, setRetired] = useState(false);
  const [menu, setMenu] = useState(false);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [file, setFile] = useState(false);
  const words = search.trim().toLowerCase();
  const rows = (library.data ?? []).filter(
    (e) =>
      e.retired === retired &&
      (words === '' || `${e.name} ${sayEntry(e.data, format)}`.toLowerCase().includes(words)),
  );
  const mayChange = person !== undefined && person.role !== 'viewer';
  return (
    <div className="h-full overflow-y-auto px-8 py-6 max-md:px-3 max-md:py-4">
      <title>Library · Venula</title>
      <div className="mx-auto max-w-[1080px]">
        <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
          <h1 className="headline text-[1.85rem]" data-testid="answer">
            {library.data ? heading(rows.length, retired, words !== '') : 'Library'}
          </h1>
          {mayChange && (
            <div className="flex flex-wrap gap-2">
              <button
                type="button"
                className={`btn ${file ? 'bg-mark/40' : ''}`}
                aria-pressed={file}
                onClick={() => setFile(!file)}
              >
                From a sheet
              </button>
              <PickMenu
                label="New entry: which kind"
                words="New entry"
                groups={[
                  {
                    options: [
                      ...KINDS.map((p) => ({ value: p.key, label: p.name })),
                      { value: 'injectors', label: 'Injectors' },
                    ],
                  },
                ]}
                open={menu}
                onOpen={setMenu}
                onPick={(key) => setDraft(fresh(key))}
              />
            </div>
          )}
        </div>
        <p className="mt-1 text-soft">
          Kept here once, used in any job. A job holds its own copy: what changes here changes no plan by
          itself.
        </p>
        {file && mayChange && <LibraryFile />}
        {draft?.row === null && person && (
          <Opened draft={draft} person={person} onDone={() => setDraft(null)} />
        )}
        <div className="mt-4 flex flex-wrap items-center gap-3">
          <SearchField label="Search the library" hint="Name, kind, size" value={search} onText={setSearch} />
          <label className="flex min-h-[44px] items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={retired}
              onChange={(e) => setRetired(e.target.checked)}
            />{' '}
            No longer offered
          </label>
        </div>
        <Trouble of={library.error} />
        <ul className="mt-3 border-b-2 border-ink" aria-label="Of the shop" aria-busy={library.isFetching}>
          {rows.map((row) => (
            <Row
              key={row.id}
              row={row}
              open={draft?.row?.id === row.id}
              person={person}
              onOpen={() =>
                setDraft(draft?.row?.id === row.id ? null : { row, name: row.name, data: row.data })
              }
              onDone={() => setDraft(null)}
            />
          ))}
          {library.data && rows.length === 0 && (
            <li className="border-t-2 border-ink py-6 text-soft">
              {words !== ''
                ? 'Nothing of that name.'
                : retired
                  ? 'Nothing has been taken out.'
                  : 'Nothing of your own yet. Make a new entry, read a sheet, or open a part in a plan and keep it.'}
            </li>
          )}
          {library.isPending && <li className="border-t-2 border-ink py-6 text-soft">Loading…</li>}
        </ul>
        {!retired && <Shipped words={words} />}
      </div>
    </div>
  );
}

const heading = (many: number, retired: boolean, searched: boolean): string =>
  `${many} ${many === 1 ? 'entry' : 'entries'}${retired ? ' no longer offered' : ''}${searched ? ' found' : retired ? '' : ' of your own'}`;

function Opened({
  draft,
  person,
  onDone,
}: {
  readonly draft: Draft;
  readonly person: Person;
  readonly onDone: () => void;
}) {
  const kind = draft.data.kind === 'part' ? draft.data.part.kind : 'injectors';
  return (
    <section className="mt-3 border-y-2 border-ink py-3" aria-label="New entry">
      <h2 className="headline mb-2 text-lg">New {kind.replaceAll('-', ' ')}</h2>
      <EntryForm key={kind} draft={draft} person={person} onDone={onDone} />
    </section>
  );
}

function Row({
  row,
  open,
  person,
  onOpen,
  onDone,
}: {
  readonly row: LibraryRow;
  readonly open: boolean;
  readonly person: Person | undefined;
  readonly onOpen: () => void;
  readonly onDone: () => void;
}) {
  const format = useFormat();
  return (
    <li className="border-t-2 border-ink" data-entry={row.name}>
      <button
        type="button"
        className="grid min-h-[64px] w-full grid-cols-[minmax(0,1fr)_220px] items-center gap-4 py-2 text-left hover:bg-well max-md:grid-cols-1 max-md:gap-0"
        aria-expanded={open}
        onClick={onOpen}
      >
        <span>
          <span className="block text-lg leading-tight font-semibold">{row.name}</span>
          <span className="label block text-sm leading-tight text-soft">{sayEntry(row.data, format)}</span>
        </span>
        <span className="label text-sm text-soft">
          {new Date(row.at).toLocaleDateString('en-US', { dateStyle: 'medium' })}, {row.author}
          {row.revision > 1 && `, change ${row.revision - 1}`}
        </span>
      </button>
      {open && person && (
        <div className="border-t border-rule py-3">
          <EntryForm
            key={row.revision}
            draft={{ row, name: row.name, data: row.data }}
            person={person}
            onDone={onDone}
          />
        </div>
      )}
    </li>
  );
}

/** What comes with the program: invented classes of pump with typical curves, hose by the standards as commonly quoted. */
function Shipped({ words }: { readonly words: string }) {
  const format = useFormat();
  const pumps = Object.values(PUMPS).map(
    (p) => [p.name, `pump, ${pumpWords(p.model.curve, format)}`] as const,
  );
  const hoses = Object.values(HOSE_KINDS).map(
    (h) =>
      [
        h.name,
        `sizes ${Object.keys(h.bores)
          .map((d) => `-${d}`)
          .join(', ')}; ${format('pressure', h.ratedPa)}, ${format('temperature', h.maxK)}`,
      ] as const,
  );
  const rows = [...pumps, ...hoses].filter(([name, what]) => `${name} ${what}`.toLowerCase().includes(words));
  if (rows.length === 0) return null;
  return (
    <section className="mt-6">
      <h2 className="headline text-lg">Comes with Venula</h2>
      <p className="text-sm text-soft">
        Pumps are classes with typical curves, no maker’s. Hose ratings are quoted from memory of SAE 100R14,
        J30 and J2260. The maker’s figures win: make an entry of your own.
      </p>
      <ul aria-label="Comes with Venula" className="mt-2 grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
        {rows.map(([name, what]) => (
          <li key={name} className="border-t border-rule py-1.5">
            <strong className="font-semibold">{name}</strong>{' '}
            <span className="label block text-sm text-soft">{what}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
