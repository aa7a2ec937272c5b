import { readPrices, type PriceRow } from '@venula/core/supply';
import Papa from 'papaparse';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { usePutPrices } from '../../api/shelf.ts';
import { dollars } from './money.ts';

/** Larger than any shop’s list: what is it? */
const MOST_BYTES = 2_000_000;
const MOST_ROWS = 2000;

/** A price list from a file, looked at row by row before anything is kept. */
export function PriceFile() {
  const put = usePutPrices();
  const [rows, setRows] = useState<readonly PriceRow[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const good = (rows ?? []).flatMap((r) => r.price ?? []);
  const bad = (rows ?? []).filter((r) => r.trouble);
  const read = async (file: File | undefined): Promise<void> => {
    setRows(null);
    setTrouble(null);
    put.reset();
    if (!file) return;
    if (file.size > MOST_BYTES) return setTrouble('The file is larger than 2 MB: that is no price list.');
    const { data, meta } = Papa.parse<Record<string, string>>(await file.text(), {
      header: true,
      skipEmptyLines: true,
    });
    const headings = (meta.fields ?? []).map((f) => f.trim().toLowerCase());
    if (!headings.includes('part') || !headings.includes('price'))
      return setTrouble('The first row names the columns: part, price, and per (each, ft or m).');
    if (data.length > MOST_ROWS) return setTrouble(`More than ${MOST_ROWS} rows: split the file.`);
    setRows(readPrices(data));
  };
  return (
    <section className="no-print my-2 border-y border-rule py-2" aria-label="Prices from a file">
      <label className="btn btn-small cursor-pointer">
        Prices from a CSV file: part, price, per
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={(e) => {
            void read(e.target.files?.[0]);
            // The same file chosen again is read again.
            e.target.value = '';
          }}
        />
      </label>
      {trouble && (
        <p role="alert" className="font-semibold text-stop">
          {trouble}
        </p>
      )}
      {rows && (
        <>
          <p>
            {good.length} {good.length === 1 ? 'price' : 'prices'} read
            {bad.length > 0 ? `, ${bad.length} ${bad.length === 1 ? 'row' : 'rows'} left out` : ''}.
          </p>
          <ul className="text-sm">
            {bad.slice(0, 20).map((r) => (
              <li key={r.row} className="text-fix">
                Row {r.row}
                {r.part ? `, ${r.part}` : ''}: {r.trouble}
              </li>
            ))}
            {good.slice(0, 3).map((p) => (
              <li key={p.part}>
                {p.part}: {dollars(p.cents)} {p.unit === 'each' ? 'each' : 'a meter'}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="btn mt-1"
            disabled={good.length === 0 || put.isPending || put.isSuccess}
            onClick={() => put.mutate({ prices: [...good] })}
          >
            {put.isSuccess ? 'Kept' : `Keep ${good.length === 1 ? 'it' : `${good.length} prices`}`}
          </button>
          {put.error && <p className="text-stop">{tell(put.error)}</p>}
        </>
      )}
    </section>
  );
}
