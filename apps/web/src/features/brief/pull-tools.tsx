import { threeNumberPull, type PullPoint, type ThreeNumbers } from '@venula/core/demand';
import { fieldAt, PULL_COLUMNS, readPull } from '@venula/core/formats';
import { useMemo, useState } from 'react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LineChart } from '../../ui/chart/line-chart.tsx';
import { FieldList, type Asked } from '../../ui/field-list.tsx';
import { FormDialog } from '../../ui/form-dialog.tsx';
import { readTable } from '../../ui/read-table.ts';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { givePowerAt } from '@venula/core/edit';
import { atPlace, HP, powerPlace, PSI, type PowerBasis } from '@venula/core/quantities';

/** Other ways to a pull than point by point: three numbers, or a dyno sheet. */
export function PullTools() {
  return (
    <>
      <ThreeNumbersDialog />
      <PullSheet />
    </>
  );
}

function ThreeNumbersDialog() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [open, setOpen] = useState(false);
  const peak = doc.brief.pull.reduce((best, p) => (p.powerW > best.powerW ? p : best));
  const [three, setThree] = useState<ThreeNumbers>({
    powerW: peak.powerW,
    powerRpm: peak.rpm,
    torqueRpm: Math.round((peak.rpm * 0.65) / 100) * 100,
    redline: Math.max(...doc.brief.pull.map((p) => p.rpm)),
    boostPa: Math.max(...doc.brief.pull.map((p) => p.boostPa)),
  });
  const [basis, setBasis] = useState<PowerBasis>(doc.brief.powerBasis);
  const pull = threeNumberPull(three);
  // Each is a figure of a point of the pull, and is held to what that may be.
  const of = (key: 'powerW' | 'rpm' | 'boostPa') => fieldAt(doc, `/brief/pull/0/${key}`)!;
  const asked: readonly Asked<ThreeNumbers>[] = [
    { key: 'powerW', label: `Peak power, ${atPlace(basis)}`, field: of('powerW') },
    { key: 'powerRpm', label: 'Peak power at', field: of('rpm') },
    { key: 'torqueRpm', label: 'Peak torque at', field: of('rpm') },
    { key: 'redline', label: 'Redline', field: of('rpm') },
    { key: 'boostPa', label: 'Boost on the plateau', field: of('boostPa') },
  ];
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
        edit(...givePowerAt(doc, basis), { op: 'replace', path: '/brief/pull', value: pull });
        setOpen(false);
      }}
    >
      <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        <FieldList
          asked={asked}
          values={three}
          onChange={(next, typed) => {
            setThree(next);
            if (next.powerW !== three.powerW) setBasis(powerPlace(typed) ?? basis);
          }}
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
              [p.rpm, p.powerW / HP, p.boostPa / PSI].map((v) => Number(v.toPrecision(5))).join(','),
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
      how="One point a row: engine speed, power, boost. A heading such as “whp” says that power is at the wheels. Type, paste, or take a file from the dyno; long ones are thinned to forty points."
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
        const place = powerPlace(text.split('\n')[0] ?? '');
        if (preview.pull)
          edit(...(place ? givePowerAt(doc, place) : []), {
            op: 'replace',
            path: '/brief/pull',
            value: preview.pull,
          });
        setOpen(false);
      }}
    >
      {preview.pull && preview.pull.length > 1 && <PullShape pull={preview.pull} />}
    </SheetDialog>
  );
}

function PullShape({ pull }: { readonly pull: readonly PullPoint[] }) {
  return (
    <LineChart
      title="Power along the pull"
      rows={pull}
      id={(p) => String(p.rpm)}
      x={{ dimension: 'engineSpeed', of: (p) => p.rpm }}
      y={{ dimension: 'power', zero: true }}
      right={{ dimension: 'pressure', zero: true }}
      size={{ width: 330, height: 180 }}
      className="mt-2 max-w-[460px]"
      series={[
        { name: 'power', color: 'var(--feed)', width: 3, of: (p) => p.powerW },
        { name: 'boost', color: 'var(--power)', dash: '6 4', of: (p) => p.boostPa, right: true },
      ]}
      empty="Two points make a pull."
      numbers="folded"
    />
  );
}
