import {
  LOG_COLUMNS,
  logSeparator,
  readDriveLog,
  type LogAnswers,
  type LogColumns,
  type LogQuestion,
  type ReadLog,
} from '@venula/core/formats';
import type { JobDocument } from '@venula/core/document';
import { LOG_CHANNELS, NEEDED_CHANNELS, type LogChannel, type LogSeries } from '@venula/core/prove';
import type { UnitSystem } from '@venula/core/quantities';
import { useState } from 'react';
import { useSettings } from '../../app/settings.ts';
import { useDoc } from '../../job/job-context.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { readPlainCsv } from '../../ui/csv-file.ts';

/** An hour at 20 rows a second. */
const LIMITS = { mostBytes: 20_000_000, mostRows: 100_000 };
/** Columns named that nothing was read from. */
const NAMED = 12;

interface Sheet {
  readonly file: string;
  readonly rows: readonly (readonly string[])[];
  /** Chosen by hand. */
  readonly columns?: LogColumns;
  readonly answers: LogAnswers;
}

const readSheet = ({ rows, columns, answers }: Sheet, system: UnitSystem, { brief, plumbing }: JobDocument) =>
  readDriveLog(rows, {
    system,
    answers,
    barometricPa: brief.barometricPa,
    ...(columns ? { columns } : {}),
    expects: {
      boostPa: Math.max(0, ...brief.pull.map((p) => p.boostPa)),
      referenced: Object.values(plumbing.elements).every(
        (e) => e.kind !== 'bypass-regulator' || e.referenced,
      ),
    },
  });

/** A log from a file: what holds what, and in which unit, is found; what cannot be found out is asked. */
export function LogFile({ onRead }: { readonly onRead: (file: string, series: LogSeries | null) => void }) {
  const doc = useDoc();
  const { units } = useSettings();
  /** What was opened, and what was read of it: thousands of rows, so once. */
  const [opened, setOpened] = useState<{ readonly sheet: Sheet; readonly now: ReadLog } | null>(null);
  const { sheet, now } = opened ?? { sheet: null, now: null };
  const [trouble, setTrouble] = useState<string | null>(null);
  const adopt = (s: Sheet): void => {
    const read = readSheet(s, units, doc);
    setOpened({ sheet: s, now: read });
    onRead(s.file, read.series);
  };
  const open = async (file: File): Promise<void> => {
    setOpened(null);
    setTrouble(null);
    onRead(file.name, null);
    const got = await readPlainCsv(file, LIMITS, logSeparator);
    if ('trouble' in got) return setTrouble(got.trouble);
    adopt({ file: file.name, rows: got.rows, answers: {} });
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
          {now.questions.map((q) => (
            <Question
              key={q.channel}
              question={q}
              onAnswer={(answer) => adopt({ ...sheet, answers: { ...sheet.answers, [q.channel]: answer } })}
            />
          ))}
          <details open={now.trouble !== null}>
            <summary className="min-h-[44px] cursor-pointer py-2 underline">Which column holds what</summary>
            <div className="grid grid-cols-3 gap-2 max-md:grid-cols-1">
              {LOG_CHANNELS.map((c) => (
                <Column key={c} channel={c} sheet={sheet} now={now} onUse={adopt} />
              ))}
            </div>
            {now.unused.length > 0 && (
              <p className="mt-2 text-sm text-soft">
                Not used: {now.unused.slice(0, NAMED).join(', ')}
                {now.unused.length > NAMED && ` and ${now.unused.length - NAMED} more`}.
              </p>
            )}
            {Object.keys(sheet.answers).length > 0 && (
              <button
                type="button"
                className="btn btn-small mt-2"
                onClick={() => adopt({ ...sheet, answers: {} })}
              >
                Ask me again
              </button>
            )}
          </details>
        </div>
      )}
    </div>
  );
}

/** What the file does not say: one touch answers it. */
function Question({
  question: { text, options },
  onAnswer,
}: {
  readonly question: LogQuestion;
  readonly onAnswer: (answer: string) => void;
}) {
  return (
    <fieldset className="mt-2" data-testid="log-question">
      <legend className="font-semibold text-fix">{text}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {options.map((o) => (
          <button key={o.answer} type="button" className="btn" onClick={() => onAnswer(o.answer)}>
            {o.label}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function Column({
  channel,
  sheet,
  now,
  onUse,
}: {
  readonly channel: LogChannel;
  readonly sheet: Sheet;
  readonly now: ReadLog;
  readonly onUse: (sheet: Sheet) => void;
}) {
  const needed = NEEDED_CHANNELS.some((n) => n === channel);
  const unit = now.units[channel];
  return (
    <label className="label block text-sm text-soft">
      {LOG_COLUMNS[channel].name}
      {unit ? `, ${unit}` : ''}
      <select
        className="field mt-0.5"
        value={now.columns[channel] ?? -1}
        onChange={(e) => {
          const { [channel]: _was, ...rest } = now.columns;
          const { [channel]: _asked, ...answers } = sheet.answers;
          const at = Number(e.target.value);
          onUse({ ...sheet, columns: at < 0 ? rest : { ...rest, [channel]: at }, answers });
        }}
      >
        <option value={-1}>{needed ? 'choose' : 'not in this log'}</option>
        {now.headings.map((h, i) => (
          <option key={i} value={i}>
            {h.slice(0, 40) || `column ${i + 1}`}
          </option>
        ))}
      </select>
    </label>
  );
}
