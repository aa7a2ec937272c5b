import { threeNumberPull, type PullPoint } from '@venula/core/demand';
import { PULL_COLUMNS, readPull } from '@venula/core/formats';
import { curveMonotoneX, line, max, scaleLinear } from 'd3';
import { useMemo, useState } from 'react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { FormDialog } from '../../ui/form-dialog.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { readTable } from '../../ui/read-table.ts';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';

/** Other ways to a pull than point by point: three numbers, or a dyno sheet. */
export function PullTools() {
  return (
    <>
      <ThreeNumbersDialog />
      <PullSheet />
    </>
  );
}

const PSI = 6894.757293168;

function ThreeNumbersDialog() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [open, setOpen] = useState(false);
  const peak = doc.brief.pull.reduce((best, p) => (p.powerW > best.powerW ? p : best));
  const [powerW, setPower] = useState(peak.powerW);
  const [powerRpm, setPowerRpm] = useState(peak.rpm);
  const [torqueRpm, setTorqueRpm] = useState(Math.round((peak.rpm * 0.65) / 100) * 100);
  const [redline, setRedline] = useState(Math.max(...doc.brief.pull.map((p) => p.rpm)));
  const [boostPa, setBoost] = useState(Math.max(...doc.brief.pull.map((p) => p.boostPa)));
  const pull = threeNumberPull({ powerW, powerRpm, torqueRpm, redline, boostPa });
  const speed = { min: 1000, max: 20_000 };
  return (
    <FormDialog
      open={open}
      onOpen={setOpen}
      trigger="From three numbers…"
      title="A pull from three numbers"
      how="Peak power and where it is, peak torque’s engine speed, redline. The shape between is a parabola of torque; boost is level from the torque peak on. A dyno sheet is better."
      use="Use this pull"
      ready={pull.length > 1}
      readOnly={readOnly}
      onUse={() => {
        edit({ op: 'replace', path: '/brief/pull', value: pull });
        setOpen(false);
      }}
    >
      <div className="grid grid-cols-3 gap-3">
        <QuantityField
          label="Peak power"
          dimension="power"
          value={powerW}
          range={{ min: 1e3, max: 3e6 }}
          onCommit={setPower}
        />
        <QuantityField
          label="Peak power at"
          dimension="engineSpeed"
          value={powerRpm}
          range={speed}
          onCommit={setPowerRpm}
        />
        <QuantityField
          label="Peak torque at"
          dimension="engineSpeed"
          value={torqueRpm}
          range={speed}
          onCommit={setTorqueRpm}
        />
        <QuantityField
          label="Redline"
          dimension="engineSpeed"
          value={redline}
          range={speed}
          onCommit={setRedline}
        />
        <QuantityField
          label="Boost on the plateau"
          dimension="pressure"
          value={boostPa}
          range={{ min: 0, max: 70 * PSI }}
          onCommit={setBoost}
        />
      </div>
      {pull.length > 1 ? (
        <PullShape pull={pull} />
      ) : (
        <p role="alert" className="mt-2 text-sm font-semibold text-stop">
          Peak torque comes below peak power, and peak power at or below redline.
        </p>
      )}
    </FormDialog>
  );
}

function PullSheet() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [units, setUnits] = useState<Record<string, string>>({ rpm: 'rpm', power: 'hp', boost: 'psi' });
  const preview = useMemo(() => readPull(readTable(text), units), [text, units]);
  const start = (o: boolean) => {
    setOpen(o);
    if (o)
      setText(
        ['rpm,hp,psi']
          .concat(
            doc.brief.pull.map((p) =>
              [p.rpm, p.powerW / 745.6998715822702, p.boostPa / PSI]
                .map((v) => Number(v.toPrecision(5)))
                .join(','),
            ),
          )
          .join('\n'),
      );
  };
  return (
    <SheetDialog
      open={open}
      onOpen={start}
      trigger="From a sheet…"
      title="The pull from a sheet"
      how="One point a row: engine speed, power, boost. Type, paste, or take a file from the dyno; long ones are thinned to forty points."
      columns={PULL_COLUMNS}
      text={text}
      onText={setText}
      units={units}
      onUnits={setUnits}
      sheet={preview}
      ready={preview.pull !== null}
      use="Use this pull"
      readOnly={readOnly}
      onUse={() => {
        if (preview.pull) edit({ op: 'replace', path: '/brief/pull', value: preview.pull });
        setOpen(false);
      }}
    >
      {preview.pull && preview.pull.length > 1 && <PullShape pull={preview.pull} />}
    </SheetDialog>
  );
}

function PullShape({ pull }: { readonly pull: readonly PullPoint[] }) {
  const x = scaleLinear([pull[0]!.rpm, pull.at(-1)!.rpm], [10, 290]);
  const y = scaleLinear([0, (max(pull, (p) => p.powerW) ?? 1) * 1.1], [140, 10]);
  const b = scaleLinear([0, Math.max(1, (max(pull, (p) => p.boostPa) ?? 1) * 1.6)], [140, 10]);
  const path = (of: (p: PullPoint) => number) =>
    line<PullPoint>((p) => x(p.rpm), of).curve(curveMonotoneX)([...pull]) ?? '';
  return (
    <svg
      viewBox="0 0 300 158"
      className="mt-2 w-full max-w-[420px]"
      role="img"
      aria-label="Power and boost along the pull"
    >
      <path d="M10 10 V140 H290" fill="none" stroke="var(--soft)" />
      <path d={path((p) => y(p.powerW))} fill="none" stroke="var(--feed)" strokeWidth={3} />
      <path
        d={path((p) => b(p.boostPa))}
        fill="none"
        stroke="var(--power)"
        strokeWidth={2.4}
        strokeDasharray="6 4"
      />
      <text x={14} y={22} fontSize={12} style={{ fill: 'var(--feed)' }}>
        power
      </text>
      <text x={288} y={154} textAnchor="end" fontSize={12}>
        engine speed; boost dashed
      </text>
    </svg>
  );
}
