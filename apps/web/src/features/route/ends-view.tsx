import { typeFigure, elementPath } from '@venula/core/edit';
import { bareRoute, layRoute, LINE_FIELDS, posesOf, type EndFit, type PortGap } from '@venula/core/fit';
import { ENDS, HOSE_KINDS } from '@venula/core/kinds';
import { Check } from 'lucide-react';
import { useMemo } from 'react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';
import { EndsFound, GapFields, useEndChoice, USUAL_GAP } from '../../ui/fit/end-choice.tsx';
import { Headline } from '../../ui/headline.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { usePutRoute, type Line } from './use-lines.ts';

/** Which two ends each hose gets: two ports measured, every pair tried, one taken into the plan. */
export function EndsView({
  lines,
  chosen,
  onChoose,
}: {
  readonly lines: readonly Line[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
}) {
  const soft = lines.filter((l) => HOSE_KINDS[l.run.hose].ends !== 'flare' && !l.run.existing);
  const line = soft.find((l) => l.id === chosen) ?? soft[0];
  if (!line)
    return <Headline tone="good" sentence="No hose in this plan." second="Tube is bent, not ended." />;
  return (
    <OneHose
      key={line.id}
      line={line}
      picker={
        <Choice
          label="Hose"
          value={line.id}
          options={soft.map((l) => ({
            value: l.id,
            label: `${l.run.name}, -${l.run.dash}${l.route?.gap ? ', measured' : ''}`,
          }))}
          onChoose={onChoose}
        />
      }
    />
  );
}

function OneHose({
  line: { id, run, route },
  picker,
}: {
  readonly line: Line;
  readonly picker: React.ReactNode;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const put = usePutRoute(id);
  const gap = useMemo(() => route?.gap ?? gapAsLong(run.lengthM), [route?.gap, run.lengthM]);
  const movement = route?.movementM ?? 0;
  const asked = useMemo(
    () => ({ ...posesOf(gap), hose: run.hose, dash: run.dash, movement }),
    [gap, run.hose, run.dash, movement],
  );
  const choice = useEndChoice(asked);
  const { fit } = choice;
  const taken = fit !== undefined && isTaken(run, fit);
  const take = (f: EndFit): void => {
    const laid = layRoute(doc, id, {
      ...(route ?? bareRoute('string')),
      how: 'string',
      gap,
      stringM: Math.min(30, Math.max(0.02, f.length - movement)),
    });
    edit(
      { op: 'replace', path: elementPath(id, 'ends'), value: [...f.ends] },
      ...laid,
      ...typeFigure(doc, elementPath(id, 'bendDegrees'), Math.round((f.turn * 180) / Math.PI)),
    );
  };
  return (
    <div className="grid grid-cols-[260px_minmax(0,1fr)] gap-6 max-lg:grid-cols-1">
      <div className="grid content-start gap-2">
        {picker}
        <GapFields gap={gap} onChange={(next: PortGap) => put({ gap: next })}>
          <QuantityField
            label={LINE_FIELDS.movementM.label}
            dimension="tape"
            value={movement}
            range={LINE_FIELDS.movementM}
            disabled={readOnly}
            onCommit={(movementM) => put({ movementM })}
          />
        </GapFields>
      </div>
      <div>
        <Headline tone={choice.tone} sentence={choice.sentence} second={choice.second} />
        <EndsFound choice={choice}>
          {fit && (
            <div className="my-3">
              {taken ? (
                <p role="status" className="flex min-h-[44px] items-center gap-2 font-semibold text-good">
                  <Check size={20} aria-hidden /> {run.name} has these ends.
                </p>
              ) : (
                <button type="button" className="btn btn-main" disabled={readOnly} onClick={() => take(fit)}>
                  Use {ENDS[fit.ends[0]].name} and {ENDS[fit.ends[1]].name} on {run.name.toLowerCase()}
                </button>
              )}
            </div>
          )}
        </EndsFound>
      </div>
    </div>
  );
}

const isTaken = (run: Line['run'], fit: EndFit): boolean =>
  run.ends.join() === fit.ends.join() && Math.abs(run.lengthM - fit.length) < 1e-6;

/** Before anybody measured: as far apart as the line is long, within what the form takes. */
const gapAsLong = (lengthM: number): PortGap => ({
  ...USUAL_GAP,
  ahead: Math.min(3, Math.round(lengthM / 0.0254) * 0.0254),
  left: 0,
  toLeft: 0,
});
