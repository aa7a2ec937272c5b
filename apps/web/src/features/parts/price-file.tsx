import { readPrices, type PriceRow } from '@venula/core/supply';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { usePutPrices } from '../../api/shelf.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { readNamedCsv } from '../../ui/csv-file.ts';
import { dollars } from './money.ts';

const LIMITS = {
  mostBytes: 2_000_000,
  mostRows: 2000,
  needs: {
    columns: ['part', 'price'],
    say: 'The first row names the columns: part, price, and per (each, ft or m).',
  },
};

/** A price list from a file, looked at row by row before anything is kept. */
export function PriceFile() {
  const put = usePutPrices();
  const [rows, setRows] = useState<readonly PriceRow[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const good = (rows ?? []).flatMap((r) => r.price ?? []);
  const bad = (rows ?? []).filter((r) => r.trouble);
  const read = async (file: File): Promise<void> => {
    setRows(null);
    setTrouble(null);
    put.reset();
    const got = await readNamedCsv(file, LIMITS);
    if ('trouble' in got) return setTrouble(got.trouble);
    setRows(readPrices(got.rows));
  };
  return (
    <section className="no-print my-2 border-y border-rule py-2" aria-label="Prices from a file">
      <CsvButton label="Prices from a CSV file: part, price, per" onFile={(file) => void read(file)} />
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
