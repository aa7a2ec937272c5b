import { useState } from 'react';
import { tell } from '../../../api/client.ts';
import {
  useBench,
  useBreakBench,
  useCalibrate,
  useInstruments,
  type InstrumentRow,
} from '../../../api/instruments.ts';
import { useFormat } from '../../../app/settings.ts';

/** Older than this a calibration is worth a word, days. */
const YEAR = 365 * 86_400_000;

/** What stands on the cart: range, steps and calibration of each; for a lead what is wrong with the simulated car. */
export function ShopInstruments({ lead, open = false }: { readonly lead: boolean; readonly open?: boolean }) {
  const instruments = useInstruments();
  const rows = instruments.data ?? [];
  if (rows.length === 0) return null;
  return (
    <details className="mt-3 border-y border-rule" open={open}>
      <summary className="flex min-h-[44px] cursor-pointer items-center justify-between gap-4">
        <span className="font-semibold">Instruments on the line</span>
        <span className="label text-sm text-soft">
          {rows.length} {rows.every((r) => r.simulated) ? 'simulated' : ''}
        </span>
      </summary>
      <ul className="pb-2">
        {rows.map((r) => (
          <One key={r.id} row={r} lead={lead} />
        ))}
      </ul>
      {lead && rows.some((r) => r.simulated) && <Fault />}
    </details>
  );
}

function One({ row, lead }: { readonly row: InstrumentRow; readonly lead: boolean }) {
  const format = useFormat();
  const calibrate = useCalibrate();
  const [now] = useState(() => Date.now());
  const old = row.calibratedOn !== null && now - Date.parse(row.calibratedOn) > YEAR;
  return (
    <li className="border-t border-rule py-2">
      <p className="font-medium">{row.name}</p>
      <p className="label text-sm text-soft">
        {row.reads
          .map((r) => {
            // A meter reads from milliohms to megohms: in ohms its range is one that can be read.
            const dimension = r.dimension === 'resistance' ? 'winding' : r.dimension;
            const digits = r.dimension === 'resistance' ? 0 : undefined;
            return `${format(dimension, r.low, digits)} to ${format(dimension, r.high, digits)}, steps of ${format(dimension, r.resolution, 2)}`;
          })
          .join(' · ')}
      </p>
      {lead ? (
        <label className="label mt-1 block max-w-[220px] text-sm text-soft">
          Calibrated on
          <input
            type="date"
            className="field mt-0.5"
            value={row.calibratedOn ?? ''}
            onChange={(e) => calibrate.mutate({ id: row.id, calibratedOn: e.target.value || null })}
          />
        </label>
      ) : (
        <p className={`text-sm ${old ? 'text-fix' : 'text-soft'}`}>
          {row.calibratedOn === null ? 'Calibration not known' : `Calibrated ${row.calibratedOn}`}
          {old && ': more than a year ago'}
        </p>
      )}
      {calibrate.error && (
        <p role="alert" className="text-stop">
          {tell(calibrate.error)}
        </p>
      )}
    </li>
  );
}

/** An exercise: what is wrong with the simulated car, chosen by a lead, shown to nobody else. */
function Fault() {
  const bench = useBench(true);
  const breakIt = useBreakBench();
  const [chosen, setChosen] = useState<string | null>(null);
  if (!bench.data) return null;
  return (
    <label className="label block max-w-[360px] border-t border-rule py-2 text-sm text-soft">
      What is wrong with the simulated car (technicians do not see this)
      <select
        className="field mt-0.5"
        value={chosen ?? bench.data.fault}
        onChange={(e) => {
          setChosen(e.target.value);
          breakIt.mutate(e.target.value, { onError: () => setChosen(null) });
        }}
      >
        {bench.data.faults.map((f) => (
          <option key={f.id} value={f.id}>
            {f.name}
          </option>
        ))}
      </select>
      {breakIt.error && (
        <span role="alert" className="text-stop">
          {tell(breakIt.error)}
        </span>
      )}
    </label>
  );
}
