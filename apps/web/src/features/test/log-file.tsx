import {
  guessLogColumns,
  LOG_COLUMNS,
  readDriveLog,
  type LogColumns,
  type ReadLog,
} from '@venula/core/formats';
import { LOG_CHANNELS, NEEDED_CHANNELS, type LogChannel, type LogSeries } from '@venula/core/prove';
import type { UnitSystem } from '@venula/core/quantities';
import { useState } from 'react';
import { useSettings } from '../../app/settings.ts';
import { useDoc } from '../../job/job-context.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { readPlainCsv } from '../../ui/csv-file.ts';

/** An hour at 20 rows a second. */
const LIMITS = { mostBytes: 20_000_000, mostRows: 100_000 };

interface Sheet {
  readonly file: string;
  readonly rows: readonly (readonly string[])[];
  readonly columns: LogColumns;
  readonly absolute: boolean | undefined;
}

const readSheet = (s: Sheet, system: UnitSystem, barometricPa: number) =>
  readDriveLog(s.rows, s.columns, {
    system,
    barometricPa,
    ...(s.absolute === undefined ? {} : { absolute: s.absolute }),
  });

/** A log from a file: which column holds what is found from the headings, and can be chosen. */
export function LogFile({ onRead }: { readonly onRead: (file: string, series: LogSeries | null) => void }) {
  const doc = useDoc();
  const { units } = useSettings();
  /** What was opened, and what was read of it: thousands of rows, so once. */
  const [opened, setOpened] = useState<{ readonly sheet: Sheet; readonly now: ReadLog } | null>(null);
  const { sheet, now } = opened ?? { sheet: null, now: null };
  const [trouble, setTrouble] = useState<string | null>(null);
  const adopt = (s: Sheet): void => {
    const now = readSheet(s, units, doc.brief.barometricPa);
    setOpened({ sheet: s, now });
    onRead(s.file, now.series);
  };
  const open = async (file: File): Promise<void> => {
    setOpened(null);
    setTrouble(null);
    onRead(file.name, null);
    const got = await readPlainCsv(file, LIMITS);
    if ('trouble' in got) return setTrouble(got.trouble);
    if (got.rows.length < 3) return setTrouble('The file has no rows under its headings.');
    adopt({ file: file.name, rows: got.rows, columns: guessLogColumns(got.rows[0]!), absolute: undefined });
  };
  return (
    <div className="mt-2">
      <CsvButton label="Open a log (CSV)" main={!sheet} onFile={(file) => void open(file)} />
      {trouble && (
        <p role="alert" className="mt-1 font-semibold text-stop">
          {trouble}
        </p>
      )}
      {sheet && now && (
        <div className="mt-2 border-l-4 border-rule pl-3">
          <p>
            <strong>{sheet.file}</strong>
            {now.series &&
              `: ${now.rows.toLocaleString('en-US')} rows${now.leftOut > 0 ? `, ${now.leftOut} left out (${now.why})` : ''}${now.everyNth > 1 ? `; every ${now.everyNth}th kept` : ''}`}
          </p>
          {now.trouble && (
            <p role="alert" className="font-semibold text-stop">
              {now.trouble}
            </p>
          )}
          <details open={now.trouble !== null}>
            <summary className="min-h-[44px] cursor-pointer py-2 underline">Which column holds what</summary>
            <div className="grid grid-cols-3 gap-2 max-md:grid-cols-1">
              {LOG_CHANNELS.map((c) => (
                <Column key={c} channel={c} sheet={sheet} unit={now.units[c]} onUse={adopt} />
              ))}
              <label className="flex min-h-[44px] items-center gap-2">
                <input
                  type="checkbox"
                  className="size-6"
                  checked={sheet.absolute ?? now.absolute}
                  onChange={(e) => adopt({ ...sheet, absolute: e.target.checked })}
                />
                Manifold is absolute pressure
              </label>
            </div>
          </details>
        </div>
      )}
    </div>
  );
}

function Column({
  channel,
  sheet,
  unit,
  onUse,
}: {
  readonly channel: LogChannel;
  readonly sheet: Sheet;
  readonly unit: string | undefined;
  readonly onUse: (sheet: Sheet) => void;
}) {
  const needed = NEEDED_CHANNELS.some((n) => n === channel);
  return (
    <label className="label block text-sm text-soft">
      {LOG_COLUMNS[channel].name}
      {unit ? `, ${unit}` : ''}
      <select
        className="field mt-0.5"
        value={sheet.columns[channel] ?? -1}
        onChange={(e) => {
          const { [channel]: _was, ...rest } = sheet.columns;
          const at = Number(e.target.value);
          onUse({ ...sheet, columns: at < 0 ? rest : { ...rest, [channel]: at } });
        }}
      >
        <option value={-1}>{needed ? 'choose' : 'not in this log'}</option>
        {sheet.rows[0]!.map((h, i) => (
          <option key={i} value={i}>
            {h.slice(0, 40) || `column ${i + 1}`}
          </option>
        ))}
      </select>
    </label>
  );
}
