import type { HarnessWire, TerminalRef } from '@venula/core/document';
import { terminalKey } from '@venula/core/kinds';
import { addDevice, allTerminals, NEW_DEVICES } from '@venula/core/edit';
import { harnessOf, MOST_SIGNALS } from '@venula/core/harness';
import { useMemo, useState } from 'react';
import { useSettings } from '../../../app/settings.ts';
import { useDoc, useJudgement, useOpenJob } from '../../../job/job-context.ts';
import { StageHeadline } from '../../../job/stage-headline.tsx';
import { Headline } from '../../../ui/headline.tsx';
import { sayAgain } from '@venula/core/say';
import { BENCH, RANK } from '../../../workers/plan-client.ts';
import { useAnswer } from '../../../workers/use-answer.ts';
import { useLayoutWidth } from '../../../ui/use-layout.ts';
import { LaneFaultNote } from '../../../ui/lane-fault-note.tsx';
import { PickMenu } from '../../../ui/pick-menu.tsx';
import { HarnessDrawing } from './harness-drawing.tsx';
import { TruthView } from './truth-view.tsx';
import { WireList } from './wire-list.tsx';
import type { WiringOpen } from './wiring-open.ts';
import { STAGES, STAGING } from '../wire-findings.ts';

/** From rule to copper and back: the wiring drawn, and what it does at every combination of inputs. */
export function LogicView({
  open,
  onOpen,
}: {
  readonly open: WiringOpen;
  readonly onOpen: (next: WiringOpen) => void;
}) {
  const doc = useDoc();
  const plan = useJudgement();
  const { edit, readOnly } = useOpenJob();
  const { units } = useSettings();
  /** As the plan is now: what an edit goes by. The drawing follows a moment later. */
  const harness = useMemo(() => harnessOf(doc), [doc]);
  const wiring = useAnswer(BENCH, 'wiring', doc, (api, d) => api.wiring(d), RANK.shown);
  const { answer: logic, fault, again } = useAnswer(BENCH, 'logic', doc, (api, d) => api.logic(d), RANK.plan);
  const [menu, setMenu] = useState(false);
  const phone = useLayoutWidth() === 'phone';
  const drawn = doc.wiring.harness !== undefined;
  const nothing = Object.keys(harness.devices).length === 0;
  const findings = (plan?.findings ?? []).filter((f) => f.stage === 'wire');
  const wrong = logic?.wrong ?? 0;
  const worst = findings.find((f) => f.code.startsWith('WIRED_'));
  const first = worst && sayAgain(worst, units);
  const sentence = nothing
    ? 'No wire of this job is new.'
    : !logic
      ? 'Trying every combination…'
      : wrong > 0
        ? `At ${wrong} of ${logic.total} combinations the wiring does not do what the rules say.`
        : `The wiring does what the rules say, at all ${logic.total} combinations.`;
  const second = nothing
    ? 'The pump has its wires already: the factory’s driver module feeds it. A load that is added is drawn here.'
    : (logic?.signals.length ?? 0) > MOST_SIGNALS
      ? `Only the first ${MOST_SIGNALS} of ${logic!.signals.length} signals were tried; the others were left off.`
      : wrong > 0 && logic
        ? `${wrong} of ${logic.total} combinations are wrong. ${first?.fixes[0] ? `Look first at: ${first.fixes[0].label}.` : ''}`
        : drawn
          ? 'Drawn by hand: touch a wire to put an end elsewhere; the check runs again at once.'
          : 'Made from the rules and the circuits. Draw it by hand when the car is wired in another way.';
  return (
    <>
      {fault !== null && <LaneFaultNote what="The wiring could not be tried" why={fault} again={again} />}
      {wrong > 0 && !first ? (
        <Headline tone="stop" sentence={sentence} second={second} />
      ) : (
        <StageHeadline
          stages={STAGES}
          codes={STAGING}
          sentence={sentence}
          second={second}
          beside={wrong > 0 ? second : sentence}
        />
      )}
      {wiring.fault !== null && (
        <LaneFaultNote what="The wiring could not be drawn" why={wiring.fault} again={wiring.again} />
      )}
      {phone || nothing ? null : wiring.answer ? (
        <HarnessDrawing wiring={wiring.answer} findings={findings} open={open} onOpen={onOpen} />
      ) : (
        <p className="grid h-[240px] place-items-center border-2 border-rule bg-paper text-soft">
          Drawing the wiring…
        </p>
      )}
      <div className="my-2 flex flex-wrap items-center gap-2">
        {!readOnly &&
          (drawn ? (
            <>
              <button
                type="button"
                className="btn btn-small"
                onClick={() => {
                  const added = newWire(harness.wires, allTerminals(harness));
                  if (!added) return;
                  edit({ op: 'add', path: `/wiring/harness/wires/${added.id}`, value: added.wire });
                  onOpen({ of: 'wire', id: added.id });
                }}
              >
                Add a wire
              </button>
              <PickMenu
                label="Add a part to the drawing"
                words="Add a part"
                groups={[{ options: NEW_DEVICES.map((d) => ({ value: d.name, label: d.name })) }]}
                open={menu}
                onOpen={setMenu}
                onPick={(name) => {
                  const added = addDevice(harness, NEW_DEVICES.find((d) => d.name === name)!.make());
                  edit(...added.patch);
                  onOpen({ of: 'device', id: added.id });
                }}
              />
              <button
                type="button"
                className="btn btn-small"
                onClick={() => edit({ op: 'remove', path: '/wiring/harness' })}
              >
                Redraw it from the rules
              </button>
            </>
          ) : (
            <button
              type="button"
              className="btn btn-small"
              onClick={() => edit({ op: 'add', path: '/wiring/harness', value: harness })}
            >
              Draw it by hand from here
            </button>
          ))}
        <span className="label text-sm text-soft">
          {drawn ? 'drawn by hand' : 'made from the rules'}; sizes and ratings come from the circuits
        </span>
      </div>
      <h3 className="headline mt-4 text-lg">Wires</h3>
      {wiring.answer && <WireList sheet={wiring.answer.sheet} open={open} onOpen={onOpen} />}
      <h3 className="headline mt-4 text-lg">What runs when</h3>
      {logic && <TruthView logic={logic} harness={harness} />}
    </>
  );
}

function newWire(
  wires: Readonly<Record<string, HarnessWire>>,
  terminals: readonly TerminalRef[],
): { readonly id: string; readonly wire: HarnessWire } | null {
  const used = new Set(Object.values(wires).flatMap((w) => [terminalKey(w.from), terminalKey(w.to)]));
  const from = terminals.find((t) => !used.has(terminalKey(t))) ?? terminals[0];
  const to = terminals.find((t) => t !== from);
  if (from === undefined || to === undefined) return null;
  let n = 1;
  while (`added-${n}` in wires) n += 1;
  return {
    id: `added-${n}`,
    wire: { name: `Added wire ${n}`, from, to, color: 'gray', size: 'awg-18', lengthM: 1 },
  };
}
