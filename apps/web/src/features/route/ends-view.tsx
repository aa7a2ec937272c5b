import { isStartingFigure, sourceOf } from '@venula/core/document';
import { isMeasured, posesOf, takeEnds, UNMEASURED_GAP, type EndFit } from '@venula/core/fit';
import { cutLength, endName, ENDS, takesHoseEnds } from '@venula/core/kinds';
import { withinSentence } from '@venula/core/quantities';
import { sayOrigin } from '@venula/core/say';
import { Check } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import { freeFor, useShelf } from '../../api/shelf.ts';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';
import { EndsFound, GapFields, useEndChoice } from '../../ui/fit/end-choice.tsx';
import { Headline } from '../../ui/headline.tsx';
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
  const soft = lines.filter((l) => takesHoseEnds(l.run.hose) && !l.run.existing);
  const line = soft.find((l) => l.id === chosen) ?? soft[0];
  if (!line)
    return (
      <Headline
        tone="good"
        sentence="No line takes hose ends."
        second="Tube is bent, and injection hose goes straight on barbs with clamps."
      />
    );
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
            label: `${l.run.name}, -${l.run.dash}${isMeasured(l.route?.gap) ? ', ports measured' : ''}`,
          }))}
          onChoose={onChoose}
        />
      }
    />
  );
}

function OneHose({ line: { id, run, route }, picker }: { readonly line: Line; readonly picker: ReactNode }) {
  const doc = useDoc();
  const format = useFormat();
  const { id: jobId, edit, readOnly } = useOpenJob();
  const shelf = useShelf().data;
  const put = usePutRoute(id);
  const gap = route?.gap ?? UNMEASURED_GAP;
  const movement = route?.movementM ?? 0;
  const asked = useMemo(
    () => (isMeasured(gap) ? { ...posesOf(gap), hose: run.hose, dash: run.dash, movement } : null),
    [gap, run.hose, run.dash, movement],
  );
  // A length that was measured another way stays: the ends are only taken off it.
  const { origin } = sourceOf(run, 'lengthM');
  const kept = !isStartingFigure(run, 'lengthM') && origin !== 'ports';
  const cutOf = ({ ends, cut }: { readonly ends: EndFit['ends']; readonly cut: number }): number =>
    kept ? cutLength({ ...run, ends }) : cut;
  const choice = useEndChoice(asked, cutOf);
  const { fit } = choice;
  const onShelf = (end: EndFit['ends'][number]): number =>
    (shelf ?? []).reduce(
      (sum, s) => (s.part === endName(run, end) ? sum + Math.max(0, freeFor(s, jobId)) : sum),
      0,
    );
  const hand = ({ ends: [a, b] }: EndFit): boolean =>
    onShelf(a) >= (a === b ? 2 : 1) && onShelf(b) >= (a === b ? 2 : 1);
  const taken = fit !== undefined && isTaken(run, fit, kept);
  const short = fit && kept ? fit.length - run.lengthM : 0;
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
        <Headline
          tone={choice.tone}
          sentence={
            asked || !kept ? choice.sentence : `Cut ${format('tape', cutLength(run))} with these ends.`
          }
          second={
            kept
              ? `The line is ${format('tape', run.lengthM)}, ${sayOrigin(sourceOf(run, 'lengthM'))}; its ends are taken off.${asked ? '' : ' Measure the two ports to see which ends go in.'}`
              : choice.second
          }
        />
        {short > SAME_LENGTH && (
          <p role="status" className="font-semibold text-fix">
            The line is {format('tape', short)} shorter than the shortest way between the ports as measured:
            measure one of them again.
          </p>
        )}
        {!asked && kept && (
          <div className="grid max-w-[560px] grid-cols-2 gap-3">
            {([0, 1] as const).map((side) => (
              <Choice
                key={side}
                label={`End on port ${side + 1}`}
                value={run.ends[side]!}
                options={Object.values(ENDS).map((e) => ({ value: e.id, label: e.name }))}
                disabled={readOnly}
                onChoose={(end) =>
                  edit(...takeEnds(doc, id, side === 0 ? [end, run.ends[1]!] : [run.ends[0]!, end]))
                }
              />
            ))}
          </div>
        )}
        {asked && (
          <EndsFound choice={choice} hand={hand} cutOf={cutOf}>
            {fit && isMeasured(gap) && (
              <div className="my-3">
                {taken ? (
                  <p role="status" className="flex min-h-[44px] items-center gap-2 font-semibold text-good">
                    <Check size={20} aria-hidden /> {run.name} has these ends.
                  </p>
                ) : (
                  <button
                    type="button"
                    className="btn btn-main"
                    disabled={readOnly || !choice.settled}
                    onClick={() => edit(...takeEnds(doc, id, fit.ends, { gap, ...fit }))}
                  >
                    Use {ENDS[fit.ends[0]].name} and {ENDS[fit.ends[1]].name} on {withinSentence(run.name)}
                  </button>
                )}
              </div>
            )}
          </EndsFound>
        )}
      </div>
    </div>
  );
}

/** A quarter of an inch: as closely as a string is read, m. */
const SAME_LENGTH = 0.00635;

const isTaken = (run: Line['run'], fit: EndFit, kept: boolean): boolean =>
  run.ends.join() === fit.ends.join() && (kept || Math.abs(run.lengthM - fit.length) < 1e-6);
