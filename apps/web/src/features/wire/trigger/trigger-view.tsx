import { manifoldWords, sideWord } from '@venula/core/say';
import { moveThreshold, rulesOf, stagingThreshold } from '@venula/core/document';
import { standardDrive, type Leg } from '@venula/core/replay';
import type { LaneStep } from '@venula/core/trigger';
import { useMemo, useState } from 'react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useJob, useOpenJob } from '../../../job/job-context.ts';
import { StageHeadline } from '../../../job/stage-headline.tsx';
import { Headline } from '../../../ui/headline.tsx';
import { LaneFaultNote } from '../../../ui/lane-fault-note.tsx';
import type { Replay } from '../../../workers/plan-work.ts';
import { LanesChart, type DragLine } from './lanes-chart.tsx';
import { LegStrip } from './leg-strip.tsx';
import { LEG_WORDS } from './leg-words.ts';
import { RuleCard } from './rule-card.tsx';
import { useReplay } from './use-replay.ts';
import { STAGES, STAGING } from '../wire-findings.ts';

/** When everything runs: rules as sentences, replayed along a drive with the rail beneath. */
export function TriggerView() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [legs, setLegs] = useState<readonly Leg[]>(standardDrive);
  const { answer: replay, fresh, fault, again } = useReplay(doc, legs);
  const loads = useMemo(() => Object.values(rulesOf(doc)).map((r) => r.loadId), [doc]);
  const names = useMemo(
    () =>
      Object.fromEntries(
        loads.map((id) => [id, doc.plumbing.elements[id]?.name ?? doc.wiring.loads?.[id]?.name ?? id]),
      ),
    [doc, loads],
  );
  const lines = loads.flatMap((id): DragLine[] => {
    const at = stagingThreshold(doc, id);
    return at ? [{ name: names[id]!, at }] : [];
  });
  return (
    <>
      {fault !== null && <LaneFaultNote what="The drive could not be replayed" why={fault} again={again} />}
      <Answer replay={replay} lines={lines} />
      <div className={fresh ? '' : 'opacity-60'} data-testid="replay" data-fresh={fresh}>
        {replay && (
          <LanesChart
            replay={replay}
            legs={legs}
            names={names}
            lines={lines}
            onMove={(l, above) => !readOnly && edit(...moveThreshold(doc, l.at, above))}
          />
        )}
      </div>
      <LegStrip legs={legs} onChange={setLegs} />
      <div className="mt-3 border-t-2 border-ink">
        {loads.map((id) => (
          <RuleCard key={id} loadId={id} name={names[id]!} advice={replay?.advice[id]} />
        ))}
      </div>
      {replay && <Steps replay={replay} legs={legs} names={names} />}
    </>
  );
}

function Answer({ replay, lines }: { readonly replay: Replay | null; readonly lines: readonly DragLine[] }) {
  const format = useFormat();
  const side = useJob((job) => sideWord(job.doc));
  if (!replay) return <Headline tone="good" sentence="Replaying the drive…" second="" />;
  const dip = [...replay.dips].sort((a, b) => b.depth - a.depth)[0];
  if (dip)
    return (
      <Headline
        tone="stop"
        sentence={
          Number.isFinite(dip.depth)
            ? `The ${side} dips ${format('pressure', dip.depth)} for ${(dip.to - dip.from).toFixed(1)} s.`
            : `Nothing feeds the engine for ${(dip.to - dip.from).toFixed(1)} s while it draws fuel.`
        }
        second={`At ${dip.rpm.toFixed(0)} rpm and ${manifoldWords(format, dip.boost)}. ${
          dip.cause === 'rules'
            ? 'Move the threshold down on the boost trace until the dip is gone, or change the rule.'
            : 'It dips with every pump on, too: pumps, lines or wiring are short there, not the trigger. See Plumb.'
        }`}
      />
    );
  const staged = lines[0];
  const advice = staged && Object.values(replay.advice)[0];
  const sentence = staged
    ? `${staged.name.split(',')[0]} comes in at ${format('manifold', staged.at.term.above)}: the ${side} holds all along the drive.`
    : `The ${side} holds all along the drive.`;
  const second =
    advice?.needed != null
      ? `It must be on before ${format('manifold', advice.needed)}.`
      : 'Start, idle, pull, lift, stall, crash and key-off are replayed on the rules below.';
  return (
    <StageHeadline stages={STAGES} codes={STAGING} sentence={sentence} second={second} beside={second} />
  );
}

/** The lanes in words: every time something starts or stops, and why. */
function Steps({
  replay,
  legs,
  names,
}: {
  readonly replay: Replay;
  readonly legs: readonly Leg[];
  readonly names: Readonly<Record<string, string>>;
}) {
  const rows = replay.lanes
    .flatMap((lane) =>
      lane.steps.flatMap((s: LaneStep, i) =>
        s.on === (lane.steps[i - 1]?.on ?? false)
          ? []
          : [{ ...s, loadId: lane.loadId, leg: replay.moments[i]!.leg }],
      ),
    )
    .sort((a, b) => a.t - b.t);
  return (
    <details className="mt-3">
      <summary className="btn btn-small cursor-pointer">Steps as a table</summary>
      <table className="mt-1 w-full text-sm">
        <caption className="sr-only">Starts and stops along the drive</caption>
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            {['Time', 'During', 'What', 'Does', 'Because'].map((h, i) => (
              <th key={h} scope="col" className={`cell py-1 font-semibold ${i === 0 ? 'num' : ''}`}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={`${r.loadId}-${r.t}`} className="border-b border-rule">
              <td className="cell num py-0.5">{r.t.toFixed(1)} s</td>
              <td className="cell py-0.5">{legs[r.leg] ? LEG_WORDS[legs[r.leg]!.kind] : ''}</td>
              <td className="cell py-0.5 font-medium">{names[r.loadId]}</td>
              <td className="cell py-0.5">{r.on ? 'starts' : 'stops'}</td>
              <td className="cell py-0.5 text-soft">{r.reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
