import type { ElementOf } from '@venula/core/document';
import { CURVE_COLUMNS, readPumpCurve, type CurvePreview } from '@venula/core/formats';
import { sayPumpFault } from '@venula/core/say';
import { fittingMotor, pumpFaults } from '@venula/core/kinds';
import { useMemo, useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useOpenJob } from '../job-context.ts';
import { LineChart } from '../../ui/chart/line-chart.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { readTable } from '../../ui/read-table.ts';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';

type Curve = ElementOf<'pump'>['curve'];

const sheetOf = (curve: Curve): string =>
  [
    'kPa,L/h,A',
    ...curve.pressures.map((p, i) =>
      [p / 1e3, curve.flows[i]! * 3.6e6, curve.currents[i]!].map((v) => Number(v.toPrecision(6))).join(','),
    ),
  ].join('\n');

const curvesOf = (pump: ElementOf<'pump'>): Curve[] => [pump.curve, ...(pump.moreCurves ?? [])];

/** The pump's curves as sheets beside their plot, one a voltage. */
export function CurveDialog({ id, pump }: { readonly id: string; readonly pump: ElementOf<'pump'> }) {
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const [open, setOpen] = useState(false);
  /** Which curve is on the table; one past the last is a new one. */
  const [which, setWhich] = useState(0);
  const [text, setText] = useState('');
  const [volts, setVolts] = useState(pump.curve.volts);
  const [units, setUnits] = useState<Record<string, string>>({ pressure: 'psi', flow: 'L/h', current: 'A' });
  const preview = useMemo(() => readPumpCurve(readTable(text), volts, units), [text, volts, units]);
  const curves = curvesOf(pump);
  const taken = curves.some((c, i) => i !== which && Math.abs(c.volts - volts) < 0.1);

  const show = (n: number) => {
    setWhich(n);
    const curve = curves[n];
    setText(curve ? sheetOf(curve) : 'psi,L/h,A\n');
    setVolts(curve?.volts ?? 12);
  };
  const start = (o: boolean) => {
    setOpen(o);
    if (o) show(0);
  };
  /** The pump with other curves; its motor's figures too, where the old ones do not fit them. */
  const withCurves = (all: readonly Curve[]): ElementOf<'pump'> => {
    const { catalogueId: _from, moreCurves: _more, known: _known, ...rest } = pump;
    const [curve = pump.curve, ...more] = all;
    const other = { ...rest, curve, ...(more.length > 0 ? { moreCurves: more } : {}) };
    return { ...other, ...fittingMotor(other) };
  };
  const put = (value: ElementOf<'pump'>) => {
    edit({ op: 'replace', path: `/plumbing/elements/${id}`, value });
    setOpen(false);
  };
  const read = (): ElementOf<'pump'> | null => {
    if (!preview.curve) return null;
    const { pressures, flows, currents } = preview.curve;
    const one: Curve = { volts, pressures: [...pressures], flows: [...flows], currents: [...currents] };
    return withCurves(
      which < curves.length ? curves.map((c, i) => (i === which ? one : c)) : [...curves, one],
    );
  };
  const ready = taken ? null : read();
  const fault = ready ? pumpFaults(ready).map(sayPumpFault)[0] : undefined;
  return (
    <SheetDialog
      open={open}
      onOpen={start}
      trigger="Curve…"
      title={`Curve of ${pump.name}`}
      how="One point a row: pressure, flow, current. Type, paste from a sheet, or take a file. A heading such as “psi, L/h, A” sets the units. Curves at several volts are read straight between."
      columns={CURVE_COLUMNS}
      text={text}
      onText={setText}
      units={units}
      onUnits={setUnits}
      sheet={preview}
      ready={ready !== null && !fault}
      use="Use this curve"
      readOnly={readOnly}
      onUse={() => ready && put(ready)}
      head={
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Curves by volts">
          {curves.map((c, i) => (
            <button
              key={c.volts}
              type="button"
              aria-pressed={which === i}
              className={`btn btn-small ${which === i ? 'btn-main' : ''}`}
              onClick={() => show(i)}
            >
              at {format('volts', c.volts)}
            </button>
          ))}
          {curves.length < 6 && (
            <button
              type="button"
              aria-pressed={which === curves.length}
              className={`btn btn-small ${which === curves.length ? 'btn-main' : ''}`}
              onClick={() => show(curves.length)}
            >
              at other volts
            </button>
          )}
          {curves.length > 1 && which < curves.length && (
            <button
              type="button"
              className="btn btn-small"
              onClick={() => put(withCurves(curves.filter((_, i) => i !== which)))}
            >
              Drop this one
            </button>
          )}
        </div>
      }
    >
      <Plot preview={preview} />
      <QuantityField
        label="Taken at, volts at the pump"
        dimension="volts"
        value={volts}
        range={{ min: 6, max: 30 }}
        onCommit={setVolts}
      />
      {fault && (
        <p role="alert" className="text-sm font-semibold text-stop">
          No pump works like this: {fault.message}. Allowed: {fault.limit}. {fault.remedy}.
        </p>
      )}
      {taken && (
        <p role="alert" className="text-sm font-semibold text-stop">
          Another curve stands at these volts: change them, or drop the other one.
        </p>
      )}
    </SheetDialog>
  );
}

function Plot({ preview }: { readonly preview: CurvePreview }) {
  const points = preview.rows
    .filter((r) => r.problem === null)
    .map((r) => ({ line: r.line, pressure: r.values[0]!, flow: r.values[1]!, current: r.values[2]! }))
    .sort((a, b) => a.pressure - b.pressure);
  return (
    <LineChart
      title="Flow over pressure"
      rows={points}
      id={(p) => String(p.line)}
      x={{ dimension: 'pressure', of: (p) => p.pressure }}
      y={{ dimension: 'flow', zero: true }}
      right={{ dimension: 'amps', zero: true }}
      size={{ width: 320, height: 190 }}
      straight
      series={[
        { name: 'flow', color: 'var(--feed)', width: 3, of: (p) => p.flow, dots: () => 'full' },
        { name: 'current', color: 'var(--power)', dash: '6 4', of: (p) => p.current, right: true },
      ]}
      empty="Two points make a curve."
      numbers="elsewhere"
    />
  );
}
