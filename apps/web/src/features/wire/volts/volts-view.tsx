import { sayState } from '@venula/core/say';
import { moveSegment, removeSegment } from '@venula/core/edit';
import { circuitOf, wayOf } from '@venula/core/engine';
import { familyOf } from '@venula/core/kinds';
import { useMemo } from 'react';
import { useFormat, useSettings } from '../../../app/settings.ts';
import { useDoc, useJudgement, useOpenJob, useShown } from '../../../job/job-context.ts';
import type { Sheet } from '../../../job/stage-frame.tsx';
import { StageHeadline } from '../../../job/stage-headline.tsx';
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
import { STAGES, STAGING } from '../wire-findings.ts';

/** What is open beside the circuit: a piece of it, the circuit itself, or the search for a gauge. */
export type VoltsOpen =
  { readonly of: 'piece'; readonly id: string } | { readonly of: 'circuit' } | { readonly of: 'size' } | null;

/** One circuit from battery to ground with the volts falling along it. */
export function VoltsView({
  circuitId,
  onCircuit,
  open,
  onOpen,
}: {
  readonly circuitId: string | undefined;
  readonly onCircuit: (id: string) => void;
  readonly open: VoltsOpen;
  readonly onOpen: (open: VoltsOpen) => void;
}) {
  const doc = useDoc();
  const plan = useJudgement();
  const shown = useShown();
  const { edit, readOnly } = useOpenJob();
  const { units } = useSettings();
  const format = useFormat();
  const selected = open?.of === 'piece' ? open.id : null;
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
  const supply = shown?.state.supplyVolts ?? 0;
  const lost = plan?.flowLostToWiring ?? 0;
  const pumpNow = doc.plumbing.elements[circuit.loadId]?.kind === 'pump';
  const what = pumpNow ? 'The pump' : loadName;
  const sentence = solution
    ? `${what} gets ${format('volts', solution.loadVolts)} at ${format('amps', solution.amps)}.`
    : shown
      ? `${what} is off in this state.`
      : 'Solving the plan…';
  const second = solution
    ? `${format('volts', supply - solution.sourceVolts)} sags in the battery, ${format('volts', solution.conductorDrop)} goes in wires, ${format('volts', solution.jointDrop)} in fuse, relay and joints.${pumpNow ? ` Wiring costs ${format('flow', lost)} at the tightest point.` : ''}`
    : '';
  const choose = (id: string | null) => onOpen(id === null ? null : { of: 'piece', id });
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
      onOpen(null);
      return true;
    }
    if (!held.alt || (pressed !== 'ArrowLeft' && pressed !== 'ArrowRight')) return false;
    const by = (pressed === 'ArrowRight' ? 1 : -1) * (circuit.ground.includes(id) ? -1 : 1);
    edit(...moveSegment(doc, circuitId, id, by));
    return true;
  };
  const drops = [...(solution?.feed ?? []), ...(solution?.ground ?? [])];
  return (
    <>
      <StageHeadline stages={STAGES} codes={STAGING} sentence={sentence} second={second} />
      <CircuitPicker
        circuitId={circuitId}
        onChoose={(id) => {
          onCircuit(id);
          onOpen(null);
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
      <div className="mt-2 mb-3 flex flex-wrap items-center gap-3 border-t border-rule pt-2">
        <Legend kinds={['power', 'ground']} />
        <button
          type="button"
          className={`btn ml-auto ${open?.of === 'circuit' ? 'btn-main' : ''}`}
          onClick={() => onOpen({ of: 'circuit' })}
        >
          Circuit
        </button>
        <button
          type="button"
          className={`btn ${open?.of === 'size' ? 'btn-main' : ''}`}
          onClick={() => onOpen({ of: 'size' })}
        >
          Size it
        </button>
      </div>
      <CircuitTable
        pieces={[...wayOf(doc, circuitId, 'feed'), ...wayOf(doc, circuitId, 'ground')]}
        circuitId={circuitId}
        drops={drops}
        onSelect={choose}
      />
    </>
  );
}

/** The sheet of what is open: its title and what stands in it; null where nothing is. */
export function useVoltsSheet(
  circuitId: string | undefined,
  open: VoltsOpen,
  onOpen: (open: VoltsOpen) => void,
  onCircuit: (id: string) => void,
): Sheet | null {
  const doc = useDoc();
  const shown = useShown();
  const circuit = circuitId === undefined ? undefined : doc.wiring.circuits[circuitId];
  if (!circuit || circuitId === undefined || !open) return null;
  const onClose = () => onOpen(null);
  if (open.of === 'circuit')
    return {
      title: circuit.name,
      content: <CircuitTray circuitId={circuitId} circuit={circuit} onGone={() => onCircuit('')} />,
      onClose,
    };
  if (open.of === 'size')
    return { title: 'Size it', content: <SizeCircuitCard circuitId={circuitId} />, onClose };
  // A shared piece belongs to the circuit it was drawn in.
  const shared = open.id.includes('/') ? open.id.split('/') : null;
  if (shared) {
    const other = doc.wiring.circuits[shared[0]!];
    return {
      title: 'Shared piece',
      content: (
        <p>
          This piece is shared: it belongs to {other?.name ?? 'another circuit'}.{' '}
          <button type="button" className="btn btn-small" onClick={() => onCircuit(shared[0]!)}>
            Open that circuit
          </button>
        </p>
      ),
      onClose,
    };
  }
  const segment = circuit.segments[open.id];
  if (!segment) return null;
  const solution = circuitOf(shown?.values, circuit.loadId);
  const drops = [...(solution?.feed ?? []), ...(solution?.ground ?? [])];
  return {
    title: segment.name,
    content: (
      <>
        <SegmentTools
          circuitId={circuitId}
          id={open.id}
          onSelect={(id) => onOpen(id === null ? null : { of: 'piece', id })}
        />
        <SegmentTray
          key={open.id}
          circuitId={circuitId}
          id={open.id}
          drop={drops.find((d) => d.id === open.id && d.circuitId === circuitId)}
        />
      </>
    ),
    onClose,
  };
}
