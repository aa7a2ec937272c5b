import { LIBRARY_KINDS, readLibrary, type LibraryRow as ReadRow } from '@venula/core/formats';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { useOffered, usePutInLibrary, type LibraryRow } from '../../api/library.ts';
import { useSettings } from '../../app/settings.ts';
import { newId } from '../../outbox/ids.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { readNamedCsv } from '../../ui/csv-file.ts';
import { saveFile } from '../../ui/save-file.ts';
import { sayEntry } from './say-entry.ts';
import { useFormat } from '../../app/settings.ts';

const LIMITS = {
  mostBytes: 2_000_000,
  mostRows: 5000,
  needs: {
    columns: ['kind', 'name'],
    say: 'The first row names the columns: kind, name, then figures by what the forms call them.',
  },
};

const EXAMPLE = `kind,name,volts,pressure (psi),flow (L/h),current (A),Fineness (µm),"Loss at 400 L/h, clean (psi)","Flow of one, static (cc/min)",Flow is rated at (psi)
pump,Shop pump,13.5,0,450,7,,,,
,,13.5,40,360,10,,,,
,,13.5,80,230,13.5,,,,
filter,Shop filter,,,,,10,0.9,,
injectors,Shop injectors,,,,,,,1000,43.5
`;

/** Parts, pumps with their curves and injectors from one sheet, looked at part by part before anything is kept. */
export function LibraryFile() {
  const { units } = useSettings();
  const format = useFormat();
  const put = usePutInLibrary();
  const offered = useOffered();
  const [rows, setRows] = useState<readonly ReadRow[] | null>(null);
  /** As the library was when the sheet was read: what is kept since is no news. */
  const [known, setKnown] = useState<ReadonlyMap<string, LibraryRow>>(new Map());
  const [trouble, setTrouble] = useState<string | null>(null);
  const good = (rows ?? []).filter((r) => r.data);
  const read = async (file: File): Promise<void> => {
    setRows(null);
    setTrouble(null);
    put.reset();
    const got = await readNamedCsv(file, LIMITS);
    if ('trouble' in got) return setTrouble(got.trouble);
    setKnown(new Map(offered.map((e) => [e.name.toLowerCase(), e])));
    setRows(readLibrary(got.rows, units));
  };
  const keep = (): void =>
    put.mutate(
      good.map((r) => {
        const old = known.get(r.name.toLowerCase());
        return {
          id: old?.id ?? newId(),
          name: r.name,
          data: r.data!,
          retired: false,
          baseRevision: old?.revision ?? 0,
        };
      }),
    );
  return (
    <section className="border-y border-rule py-3" aria-label="From a sheet">
      <div className="flex flex-wrap items-center gap-3">
        <CsvButton label="From a CSV file" onFile={(file) => void read(file)} />
        <button
          type="button"
          className="btn btn-small"
          onClick={() => saveFile('library example.csv', 'text/csv', EXAMPLE)}
        >
          An example to fill in
        </button>
      </div>
      <p className="mt-1 text-sm text-soft">
        Columns kind and name, then any figure by what the forms call it, its unit in brackets. A pump takes a
        row a point of its curve: volts, pressure, flow, current. Kinds:{' '}
        {LIBRARY_KINDS.join(', ').toLowerCase()}.
      </p>
      {trouble && (
        <p role="alert" className="font-semibold text-stop">
          {trouble}
        </p>
      )}
      {rows && (
        <>
          <ul aria-label="Read from the sheet" className="mt-2 max-h-[320px] overflow-y-auto">
            {rows.map((r, i) => (
              <li key={i} className="border-t border-rule py-1 text-sm">
                <span className="num text-soft">
                  {r.lines.length > 1 ? `Rows ${r.lines[0]} to ${r.lines.at(-1)}` : `Row ${r.lines[0]}`}
                </span>{' '}
                <strong className="font-semibold">{r.name || 'no name'}</strong>{' '}
                {r.data ? (
                  <>
                    {sayEntry(r.data, format)}
                    {known.has(r.name.toLowerCase()) && ', takes the place of the one there'}
                  </>
                ) : (
                  <span className="font-semibold text-fix">{r.trouble}</span>
                )}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-main mt-2"
            disabled={good.length === 0 || put.isPending || put.isSuccess}
            onClick={keep}
          >
            {put.isSuccess ? 'Kept' : `Keep ${good.length} of ${rows.length}`}
          </button>
          {put.error && (
            <p role="alert" className="font-semibold text-stop">
              {tell(put.error)}
            </p>
          )}
        </>
      )}
    </section>
  );
}
