import { INJECTOR_COLUMNS, MATCHED_WITHIN, readInjectors } from '@venula/core/formats';
import { useMemo, useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { readTable } from '../../ui/read-table.ts';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';

/** Flow of the injectors from their maker's or the bench's sheet. */
export function InjectorSheet() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [units, setUnits] = useState<Record<string, string>>({ pressure: 'psi', flow: 'cc/min' });
  const base = doc.brief.basePressurePa;
  const preview = useMemo(() => readInjectors(readTable(text), units, base), [text, units, base]);
  const read = preview.injectors;
  const use = () => {
    if (!read) return;
    const set = (field: string, value: number) => ({
      op: 'replace' as const,
      path: `/brief/injectors/${field}`,
      value,
    });
    edit(set('staticFlowM3s', read.staticFlowM3s), set('ratedPa', read.ratedPa));
    setOpen(false);
  };
  return (
    <SheetDialog
      open={open}
      onOpen={(o) => {
        setOpen(o);
        if (o) setText('psi,cc/min\n');
      }}
      trigger="From a sheet…"
      title="Injectors from a sheet"
      how="One row each: pressure, static flow of one injector. Several pressures, or the whole flow-matched set at one."
      columns={INJECTOR_COLUMNS}
      text={text}
      onText={setText}
      units={units}
      onUnits={setUnits}
      sheet={preview}
      ready={read !== null}
      use="Use these injectors"
      readOnly={readOnly}
      onUse={use}
    >
      {read && (
        <p className="text-sm">
          <strong className="headline block text-xl">{format('injectorFlow', read.staticFlowM3s)}</strong>
          at {format('pressure', read.ratedPa)}, the row nearest the base of {format('pressure', base)}.
          {read.count > 1 && (
            <span className={`mt-1 block ${read.spread > MATCHED_WITHIN ? 'font-semibold text-stop' : ''}`}>
              {read.count} injectors within ±{(read.spread * 100).toFixed(1)}%:{' '}
              {read.spread > MATCHED_WITHIN ? 'not a matched set, 2% is.' : 'a matched set.'}
            </span>
          )}
        </p>
      )}
    </SheetDialog>
  );
}
