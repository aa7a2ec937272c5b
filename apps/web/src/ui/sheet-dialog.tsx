import { guarded } from './guarded.tsx';
import type { Sheet, SheetColumn } from '@venula/core/formats';
import { capital, dimensionSpec } from '@venula/core/quantities';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Choice } from './choice.tsx';

export interface SheetDialogProps {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  /** Words on the button that opens it. */
  readonly trigger: string;
  readonly title: string;
  readonly how: string;
  readonly columns: readonly SheetColumn[];
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly units: Readonly<Record<string, string>>;
  readonly onUnits: (units: Record<string, string>) => void;
  readonly sheet: Sheet;
  /** What the sheet comes to, beside it: a plot, a figure, further fields. */
  readonly children?: ReactNode;
  /** Above the sheet. */
  readonly head?: ReactNode;
  readonly use: string;
  readonly ready: boolean;
  readonly readOnly: boolean;
  readonly onUse: () => void;
}

/** Files beyond this are not read at all, bytes. */
const MAX_FILE = 1_000_000;

/** A sheet of numbers, typed, pasted or from a file, beside what was read of it. Nothing is taken while a row is marked. */
export function SheetDialog(p: SheetDialogProps) {
  return (
    <Dialog.Root open={p.open} onOpenChange={p.onOpen}>
      <Dialog.Trigger className="btn btn-small self-end" disabled={p.readOnly}>
        {p.trigger}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[94vh] w-[980px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5"
          aria-describedby="sheet-how"
        >
          <Dialog.Title className="headline text-xl">{p.title}</Dialog.Title>
          <p id="sheet-how" className="text-sm text-soft">
            {p.how}
          </p>
          {p.head}
          <div className="mt-3 grid grid-cols-[260px_1fr_300px] gap-4">
            <div className="flex flex-col gap-2">
              <label className="label flex flex-col text-sm text-soft">
                Points
                <textarea
                  className="field mt-0.5 font-mono text-sm"
                  style={{ padding: '0.5rem' }}
                  rows={13}
                  spellCheck={false}
                  disabled={p.readOnly}
                  value={p.text}
                  onChange={(e) => p.onText(e.target.value)}
                />
              </label>
              <label className="btn btn-small cursor-pointer">
                From a CSV file
                <input
                  type="file"
                  accept=".csv,.txt,text/csv"
                  className="sr-only"
                  onChange={(e) => {
                    const file = e.target.files?.[0];
                    if (file && file.size < MAX_FILE) void file.text().then(p.onText);
                    // Too large to be a sheet: the reader says so in its own words.
                    else if (file) p.onText('x'.repeat(200_000));
                  }}
                />
              </label>
            </div>
            <div className="max-h-[360px] overflow-y-auto">
              <PreviewTable sheet={p.sheet} columns={p.columns} />
            </div>
            <div className="flex flex-col gap-2">
              {p.children}
              {!p.sheet.unitsFromHeading && (
                <div className="grid grid-cols-3 gap-2">
                  {p.columns.map((c) => (
                    <Choice
                      key={c.key}
                      label={`${capital(c.name)} in`}
                      value={p.units[c.key] ?? ''}
                      options={dimensionSpec(c.field.dimension).units.map((u) => ({
                        value: u.symbol,
                        label: u.symbol,
                      }))}
                      onChoose={(symbol) => p.onUnits({ ...p.units, [c.key]: symbol })}
                    />
                  ))}
                </div>
              )}
            </div>
          </div>
          <div className="mt-4 flex gap-2">
            <button
              type="button"
              className="btn btn-main"
              disabled={!p.ready || p.readOnly}
              onClick={guarded(p.onUse)}
            >
              {p.use}
            </button>
            <Dialog.Close className="btn">Leave it as it was</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function PreviewTable({
  sheet,
  columns,
}: {
  readonly sheet: Sheet;
  readonly columns: readonly SheetColumn[];
}) {
  if (sheet.problem)
    return (
      <p role="alert" className="font-semibold text-stop">
        {sheet.problem}
      </p>
    );
  return (
    <table className="w-full self-start text-sm">
      <caption className="sr-only">What was read</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          <th scope="col" className="num py-1">
            Line
          </th>
          {columns.map((c) => (
            <th key={c.key} scope="col" className="num py-1">
              {sheet.units[c.key]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {sheet.rows.map((r) => (
          <tr key={r.line} className={`border-b border-rule ${r.problem ? 'bg-stop/10' : ''}`}>
            <td className="num py-0.5 text-soft">{r.line}</td>
            {r.problem ? (
              <td colSpan={columns.length} role="alert" className="py-0.5 pl-3 font-semibold text-stop">
                {r.problem}
              </td>
            ) : (
              r.cells.slice(0, columns.length).map((c, i) => (
                <td key={i} className="num py-0.5">
                  {c}
                </td>
              ))
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
