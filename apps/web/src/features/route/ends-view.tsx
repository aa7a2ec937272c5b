import { posesOf, takeEnds, type EndFit, type PortGap } from '@venula/core/fit';
import { endName, ENDS, HOSE_KINDS } from '@venula/core/kinds';
import { Check } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import { freeFor, useShelf } from '../../api/shelf.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';
import { EndsFound, GapFields, useEndChoice, USUAL_GAP } from '../../ui/fit/end-choice.tsx';
import { Headline } from '../../ui/headline.tsx';
import { usePutRoute, type Line } from './use-lines.ts';
import { INCH } from '@venula/core/quantities';

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

function OneHose({ line: { id, run, route }, picker }: { readonly line: Line; readonly picker: ReactNode }) {
  const doc = useDoc();
  const { id: jobId, edit, readOnly } = useOpenJob();
  const shelf = useShelf().data;
  const put = usePutRoute(id);
  const gap = useMemo(() => route?.gap ?? gapAsLong(run.lengthM), [route?.gap, run.lengthM]);
  const movement = route?.movementM ?? 0;
  const asked = useMemo(
    () => ({ ...posesOf(gap), hose: run.hose, dash: run.dash, movement }),
    [gap, run.hose, run.dash, movement],
  );
  const choice = useEndChoice(asked);
  const { fit } = choice;
  const onShelf = (end: EndFit['ends'][number]): number =>
    (shelf ?? []).reduce(
      (sum, s) => (s.part === endName(run, end) ? sum + Math.max(0, freeFor(s, jobId)) : sum),
      0,
    );
  const hand = ({ ends: [a, b] }: EndFit): boolean =>
    onShelf(a) >= (a === b ? 2 : 1) && onShelf(b) >= (a === b ? 2 : 1);
  const taken = fit !== undefined && isTaken(run, fit);
  return (
    <div className="grid grid-cols-[260px_minmax(0,1fr)] gap-6 max-lg:grid-cols-1">
      <div className="grid content-start gap-2">
        {picker}
        <GapFields
          gap={gap}
          movement={movement}
          disabled={readOnly}
          onGap={(next) => put({ gap: next })}
          onMovement={(movementM) => put({ movementM })}
        />
      </div>
      <div>
        <Headline tone={choice.tone} sentence={choice.sentence} second={choice.second} />
        <EndsFound choice={choice} hand={hand}>
          {fit && (
            <div className="my-3">
              {taken ? (
                <p role="status" className="flex min-h-[44px] items-center gap-2 font-semibold text-good">
                  <Check size={20} aria-hidden /> {run.name} has these ends.
                </p>
              ) : (
                <button
                  type="button"
                  className="btn btn-main"
                  disabled={readOnly}
                  onClick={() => edit(...takeEnds(doc, id, gap, fit))}
                >
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
  ahead: Math.min(3, Math.round(lengthM / INCH) * INCH),
  left: 0,
  toLeft: 0,
});
