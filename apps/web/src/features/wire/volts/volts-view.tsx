import { sayAgain, sayState } from '@venula/core/say';
import { moveSegment, removeSegment } from '@venula/core/edit';
import { circuitOf, wayOf } from '@venula/core/engine';
import { familyOf } from '@venula/core/kinds';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useFormat, useSettings } from '../../../app/settings.ts';
import { useDoc, useJudgement, useOpenJob, useShown } from '../../../job/job-context.ts';
import { Headline } from '../../../ui/headline.tsx';
import { Legend } from '../../../ui/legend.tsx';
import { LoopDrawing } from '../../../ui/track/loop-drawing.tsx';
import type { KeysHeld } from '../../../ui/track/part.tsx';
import { CircuitPicker, CircuitTray } from './circuit-bar.tsx';
import { CircuitTable } from './circuit-table.tsx';
import { SegmentTools } from './segment-tools.tsx';
import { SegmentTray } from './segment-tray.tsx';
import { SizeCircuitCard } from './size-circuit-card.tsx';
import { wireTrack } from './wire-loop.ts';

const TABS = ['Piece', 'Circuit', 'Table', 'Size it'] as const;

/** One circuit from battery to ground with the volts falling along it. */
export function VoltsView({
  circuitId,
  onCircuit,
}: {
  readonly circuitId: string | undefined;
  readonly onCircuit: (id: string) => void;
}) {
  const doc = useDoc();
  const plan = useJudgement();
  const shown = useShown();
  const { edit, readOnly } = useOpenJob();
  const { units } = useSettings();
  const format = useFormat();
  const [selected, setSelected] = useState<string | null>(null);
  const [tab, setTab] = useState<string>('Piece');
  const findings = useMemo(() => (plan?.findings ?? []).filter((f) => f.stage === 'wire'), [plan]);
  const circuit = circuitId === undefined ? undefined : doc.wiring.circuits[circuitId];
  const solution = circuit && circuitOf(shown?.values, circuit.loadId);
  const loadName =
    (circuit && (doc.plumbing.elements[circuit.loadId]?.name ?? doc.wiring.loads?.[circuit.loadId]?.name)) ??
    'Load';
  const track = useMemo(
    () => (circuit && circuitId ? wireTrack(doc, circuitId, loadName, solution, findings, units) : null),
    [circuit, circuitId, doc, loadName, solution, findings, units],
  );
  if (!circuit || circuitId === undefined || !track)
    return (
      <>
        <Headline tone="fix" sentence="No circuit is planned." second="Add one for a pump or another load." />
        <CircuitPicker circuitId={undefined} onChoose={onCircuit} />
      </>
    );

  const own = Object.keys(circuit.segments);
  const stop = findings.find(
    (f) =>
      f.severity !== 'note' &&
      (f.place.within === circuitId || f.place.id === circuitId || f.place.id === circuit.loadId),
  );
  const supply = shown?.state.supplyVolts ?? 0;
  const lost = plan?.flowLostToWiring ?? 0;
  const pumpNow = doc.plumbing.elements[circuit.loadId]?.kind === 'pump';
  const what = pumpNow ? 'The pump' : loadName;
  const sentence = solution
    ? `${what} gets ${format('volts', solution.loadVolts)} at ${format('amps', solution.amps)}.`
    : shown
      ? `${what} is off in this state.`
      : 'Solving the plan…';
  const second = stop
    ? sayAgain(stop, units).title
    : solution
      ? `${format('volts', supply - solution.sourceVolts)} sags in the battery, ${format('volts', solution.conductorDrop)} goes in wires, ${format('volts', solution.jointDrop)} in fuse, relay and joints.${pumpNow ? ` Wiring costs ${format('flow', lost)} at the tightest point.` : ''}`
      : '';
  const choose = (id: string | null) => {
    setSelected(id);
    setTab('Piece');
  };
  const step = (id: string, by: 1 | -1) => {
    const s = circuit.segments[id];
    if (s?.kind !== 'wire' || readOnly) return;
    const family = familyOf(s.size);
    const size = family[family.indexOf(s.size) + by];
    choose(id);
    if (size) edit({ op: 'replace', path: `/wiring/circuits/${circuitId}/segments/${id}/size`, value: size });
  };
  const key = (id: string, pressed: string, held: KeysHeld): boolean => {
    if (readOnly || !own.includes(id)) return false;
    if (pressed === 'Delete') {
      edit(...removeSegment(doc, circuitId, id));
      setSelected(null);
      return true;
    }
    if (!held.alt || (pressed !== 'ArrowLeft' && pressed !== 'ArrowRight')) return false;
    const by = (pressed === 'ArrowRight' ? 1 : -1) * (circuit.ground.includes(id) ? -1 : 1);
    edit(...moveSegment(doc, circuitId, id, by));
    return true;
  };
  // A shared piece belongs to the circuit it was drawn in.
  const shared = selected?.includes('/') ? selected.split('/') : null;
  const part = selected !== null && own.includes(selected) ? selected : null;
  const drops = [...(solution?.feed ?? []), ...(solution?.ground ?? [])];
  return (
    <>
      <Headline
        tone={stop ? (stop.severity === 'stop' ? 'stop' : 'fix') : 'good'}
        sentence={sentence}
        second={second}
      />
      <CircuitPicker
        circuitId={circuitId}
        onChoose={(id) => {
          onCircuit(id);
          setSelected(null);
        }}
      />
      <LoopDrawing
        track={track}
        title={`${circuit.name} at ${shown ? sayState(shown.state) : ''}`}
        selected={selected}
        onSelect={choose}
        onStep={step}
        onKey={key}
      />
      <Tabs.Root value={tab} onValueChange={setTab}>
        <div className="flex min-h-[44px] items-center justify-between gap-4">
          <Tabs.List className="flex gap-1" aria-label="Below the circuit">
            {TABS.map((t) => (
              <Tabs.Trigger
                key={t}
                value={t}
                className="label min-h-[40px] border-b-4 border-transparent px-2 font-semibold text-soft hover:text-ink data-[state=active]:border-mark data-[state=active]:text-ink"
              >
                {t}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {tab === 'Piece' && (part || own.length === 0) ? (
            <SegmentTools circuitId={circuitId} id={part} onSelect={choose} />
          ) : (
            <Legend kinds={['power', 'ground']} />
          )}
        </div>
        <div className="border-t-2 border-ink pt-2">
          <Tabs.Content value="Piece">
            {part ? (
              <SegmentTray
                key={part}
                circuitId={circuitId}
                id={part}
                drop={drops.find((d) => d.id === part && d.circuitId === circuitId)}
              />
            ) : shared ? (
              <p>
                This piece is shared: it belongs to{' '}
                {doc.wiring.circuits[shared[0]!]?.name ?? 'another circuit'}.{' '}
                <button type="button" className="btn btn-small" onClick={() => onCircuit(shared[0]!)}>
                  Open that circuit
                </button>
              </p>
            ) : (
              <p className="text-soft">
                Touch a wire, the fuse or the relay to change it. On the keyboard: Tab to it, Enter to open
                it, arrow up for the next heavier wire, Delete to take it out.
              </p>
            )}
          </Tabs.Content>
          <Tabs.Content value="Circuit">
            <CircuitTray circuitId={circuitId} circuit={circuit} onGone={() => onCircuit('')} />
          </Tabs.Content>
          <Tabs.Content value="Table">
            <CircuitTable
              pieces={[...wayOf(doc, circuitId, 'feed'), ...wayOf(doc, circuitId, 'ground')]}
              circuitId={circuitId}
              drops={drops}
              onSelect={choose}
            />
          </Tabs.Content>
          <Tabs.Content value="Size it">
            <SizeCircuitCard circuitId={circuitId} />
          </Tabs.Content>
        </div>
      </Tabs.Root>
    </>
  );
}
