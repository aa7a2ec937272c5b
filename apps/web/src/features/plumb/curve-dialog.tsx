import {
  dimensionSpec,
  readPumpCurve,
  type CurveColumn,
  type CurvePreview,
  type ElementOf,
} from '@venula/core';
import { line, max, scaleLinear } from 'd3';
import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';

const COLUMNS: readonly {
  readonly key: CurveColumn;
  readonly name: string;
  readonly dimension: 'pressure' | 'flow' | 'amps';
}[] = [
  { key: 'pressure', name: 'Pressure in', dimension: 'pressure' },
  { key: 'flow', name: 'Flow in', dimension: 'flow' },
  { key: 'current', name: 'Current in', dimension: 'amps' },
];

const sheetOf = (pump: ElementOf<'pump'>): string =>
  [
    'kPa,L/h,A',
    ...pump.curve.pressures.map((p, i) =>
      [p / 1e3, pump.curve.flows[i]! * 3.6e6, pump.curve.currents[i]!]
        .map((v) => Number(v.toPrecision(6)))
        .join(','),
    ),
  ].join('\n');

/** The pump's curve as a sheet beside its plot: typed, pasted or from a file. Nothing is saved while a row is marked. */
export function CurveDialog({ id, pump }: { readonly id: string; readonly pump: ElementOf<'pump'> }) {
  const { edit, readOnly } = useJob();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [volts, setVolts] = useState(pump.curve.volts);
  const [units, setUnits] = useState<Record<CurveColumn, string>>({
    pressure: 'psi',
    flow: 'L/h',
    current: 'A',
  });
  const preview = useMemo(() => readPumpCurve(text, volts, units), [text, volts, units]);
  const start = (o: boolean) => {
    setOpen(o);
    if (!o) return;
    setText(sheetOf(pump));
    setVolts(pump.curve.volts);
  };
  const save = () => {
    if (!preview.curve) return;
    const { catalogueId: _from, ...rest } = pump;
    const value = {
      ...rest,
      curve: {
        ...preview.curve,
        pressures: [...preview.curve.pressures],
        flows: [...preview.curve.flows],
        currents: [...preview.curve.currents],
      },
    };
    edit({ op: 'replace', path: `/plumbing/elements/${id}`, value });
    setOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={start}>
      <Dialog.Trigger className="btn btn-small self-end">Curve…</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 max-h-[94vh] w-[980px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5"
          aria-describedby="curve-how"
        >
          <Dialog.Title className="headline text-xl">Curve of {pump.name}</Dialog.Title>
          <p id="curve-how" className="text-sm text-soft">
            One point a row: pressure, flow, current. Type, paste from a sheet, or take a file. A heading such
            as “psi, L/h, A” sets the units.
          </p>
          <div className="mt-3 grid grid-cols-[260px_1fr_300px] gap-4">
            <div className="flex flex-col gap-2">
              <label className="label flex flex-col text-sm text-soft">
                Points
                <textarea
                  className="field mt-0.5 font-mono text-sm"
                  style={{ padding: '0.5rem' }}
                  rows={13}
                  spellCheck={false}
                  disabled={readOnly}
                  value={text}
                  onChange={(e) => setText(e.target.value)}
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
                    if (file && file.size < 1_000_000) void file.text().then(setText);
                    else if (file) setText('x'.repeat(200_000));
                  }}
                />
              </label>
            </div>
            <PreviewTable preview={preview} />
            <div className="flex flex-col gap-2">
              <Plot preview={preview} />
              <QuantityField
                label="Taken at, volts at the pump"
                dimension="volts"
                value={volts}
                range={{ min: 6, max: 30 }}
                onCommit={setVolts}
              />
              {!preview.unitsFromHeading && (
                <div className="grid grid-cols-3 gap-2">
                  {COLUMNS.map((c) => (
                    <Choice
                      key={c.key}
                      label={c.name}
                      value={units[c.key]}
                      options={dimensionSpec(c.dimension).units.map((u) => ({
                        value: u.symbol,
                        label: u.symbol,
                      }))}
                      onChoose={(symbol) => setUnits({ ...units, [c.key]: symbol })}
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
              disabled={!preview.curve || readOnly}
              onClick={save}
            >
              Use this curve
            </button>
            <Dialog.Close className="btn">Leave it as it was</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function PreviewTable({ preview }: { readonly preview: CurvePreview }) {
  if (preview.problem)
    return (
      <p role="alert" className="font-semibold text-stop">
        {preview.problem}
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
          <th scope="col" className="num py-1">
            {preview.units.pressure}
          </th>
          <th scope="col" className="num py-1">
            {preview.units.flow}
          </th>
          <th scope="col" className="num py-1">
            {preview.units.current}
          </th>
        </tr>
      </thead>
      <tbody>
        {preview.rows.map((r) => (
          <tr key={r.line} className={`border-b border-rule ${r.problem ? 'bg-stop/10' : ''}`}>
            <td className="num py-0.5 text-soft">{r.line}</td>
            {r.problem ? (
              <td colSpan={3} role="alert" className="py-0.5 pl-3 font-semibold text-stop">
                {r.problem}
              </td>
            ) : (
              r.cells.slice(0, 3).map((c, i) => (
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

function Plot({ preview }: { readonly preview: CurvePreview }) {
  const points = preview.rows.filter((r) => r.problem === null).sort((a, b) => a.values[0] - b.values[0]);
  if (points.length < 2) return <div className="h-[170px] bg-well" />;
  const x = scaleLinear([0, max(points, (p) => p.values[0]) ?? 1], [34, 288]);
  const y = scaleLinear([0, (max(points, (p) => p.values[1]) ?? 1) * 1.3], [146, 10]);
  const a = scaleLinear([0, (max(points, (p) => p.values[2]) ?? 1) * 1.3], [146, 10]);
  const path = (of: (p: (typeof points)[number]) => number) =>
    line<(typeof points)[number]>((p) => x(p.values[0]), of)(points) ?? '';
  return (
    <svg
      viewBox="0 0 300 170"
      className="w-full"
      role="img"
      aria-label="Flow and current over pressure; the table holds the numbers"
    >
      <path d="M34 10 V146 H290" fill="none" stroke="var(--soft)" />
      <path
        d={path((p) => a(p.values[2]))}
        fill="none"
        stroke="var(--power)"
        strokeWidth={2.4}
        strokeDasharray="6 4"
      />
      <path d={path((p) => y(p.values[1]))} fill="none" stroke="var(--feed)" strokeWidth={3} />
      {points.map((p) => (
        <circle key={p.line} cx={x(p.values[0])} cy={y(p.values[1])} r={4} fill="var(--feed)" />
      ))}
      <text x={288} y={164} textAnchor="end" fontSize={12}>
        pressure
      </text>
      <text x={40} y={24} fontSize={12} style={{ fill: 'var(--feed)' }}>
        flow
      </text>
      <text x={288} y={24} textAnchor="end" fontSize={12} style={{ fill: 'var(--power)' }}>
        current, dashed
      </text>
    </svg>
  );
}
