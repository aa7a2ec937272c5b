import { DROP_LIMITS, familyOf, type PumpResult } from '@venula/core';
import { useMemo, useState } from 'react';
import { useFormat, useSettings } from '../../app/settings.ts';
import { FindingsPanel } from '../../job/findings-panel.tsx';
import { useJob } from '../../job/job-context.ts';
import { StageFrame } from '../../job/stage-frame.tsx';
import { inUnits } from '../../ui/in-units.ts';
import { Headline } from '../../ui/headline.tsx';
import { Legend } from '../../ui/legend.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { LoopDrawing } from '../../ui/track/loop-drawing.tsx';
import { SegmentTray } from './segment-tray.tsx';
import { segmentCaption, wireTrack } from './wire-loop.ts';

export function WirePage() {
  const { doc, live, shown, edit, readOnly } = useJob();
  const { units } = useSettings();
  const format = useFormat();
  const [selected, setSelected] = useState<string | null>(null);
  const [asTable, setAsTable] = useState(false);
  const findings = useMemo(() => (live.plan?.findings ?? []).filter((f) => f.stage === 'wire'), [live.plan]);
  const [chosen, setChosen] = useState('');
  const circuits = Object.entries(doc.wiring.circuits);
  const [circuitId, circuit] = circuits.find(([id]) => id === chosen) ?? circuits[0] ?? [];
  const pump = shown?.values?.pumps.find((p) => p.id === circuit?.loadId);
  const track = useMemo(
    () =>
      circuit
        ? wireTrack(
            circuitId!,
            circuit,
            doc.plumbing.elements[circuit.loadId]?.name ?? 'Pump',
            pump?.circuit,
            findings,
            units,
          )
        : null,
    [circuitId, circuit, doc, pump, findings, units],
  );
  if (!circuit || !circuitId || !track) return <StageFrame>No pump circuit is planned.</StageFrame>;

  const solution = pump?.circuit;
  const stop = findings.find((f) => f.severity !== 'note');
  const supply = shown?.state.supplyVolts ?? 0;
  const lost = live.plan?.flowLostToWiring ?? 0;
  const sentence = solution
    ? `The pump gets ${format('volts', solution.loadVolts)} at ${format('amps', solution.amps)}.`
    : 'The pump is off in this state.';
  const second = stop
    ? inUnits(stop.title, units)
    : solution
      ? `${format('volts', supply - solution.sourceVolts)} sags in the battery, ${format('volts', solution.conductorDrop)} goes in wires, ${format('volts', solution.jointDrop)} in fuse, relay and joints. Wiring costs ${format('flow', lost)} at the tightest point.`
      : '';
  const step = (id: string, by: 1 | -1) => {
    const s = circuit.segments[id];
    if (s?.kind !== 'wire' || readOnly) return;
    const family = familyOf(s.size);
    const size = family[family.indexOf(s.size) + by];
    setSelected(id);
    if (size) edit({ op: 'replace', path: `/wiring/circuits/${circuitId}/segments/${id}/size`, value: size });
  };
  const all = [...circuit.feed, ...circuit.ground];
  const drops = new Map([...(solution?.feed ?? []), ...(solution?.ground ?? [])].map((d) => [d.id, d]));
  const part = selected !== null && circuit.segments[selected] ? selected : null;

  return (
    <StageFrame
      aside={
        <>
          {pump && <WireBars pump={pump} />}
          <FindingsPanel stages={['wire']} />
        </>
      }
    >
      <Headline
        tone={stop ? (stop.severity === 'stop' ? 'stop' : 'fix') : 'good'}
        sentence={sentence}
        second={second}
      />
      {circuits.length > 1 && (
        <div role="group" aria-label="Circuit" className="mb-2 flex gap-2">
          {circuits.map(([id, c]) => (
            <button
              key={id}
              type="button"
              className={`btn btn-small ${id === circuitId ? 'btn-main' : ''}`}
              aria-pressed={id === circuitId}
              onClick={() => setChosen(id)}
            >
              {c.name}
            </button>
          ))}
        </div>
      )}
      <LoopDrawing
        track={track}
        title={`${circuit.name} at ${shown?.state.label ?? ''}`}
        selected={part}
        onSelect={setSelected}
        onStep={step}
      />
      <div className="flex items-center justify-between gap-4">
        <Legend kinds={['power', 'ground']} />
        <button
          type="button"
          className="btn btn-small"
          aria-pressed={asTable}
          onClick={() => setAsTable(!asTable)}
        >
          {asTable ? 'Part tray' : 'Table'}
        </button>
      </div>
      <div className="mt-1 border-t-2 border-ink pt-2">
        {asTable ? (
          <table className="w-full text-sm">
            <caption className="sr-only">{circuit.name}, piece by piece</caption>
            <thead>
              <tr className="label border-b-2 border-ink text-soft">
                {['Piece', 'What', 'Side', 'Resistance', 'Drop'].map((h, i) => (
                  <th key={h} scope="col" className={`cell py-1 font-semibold ${i > 2 ? 'num' : ''}`}>
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {all.map((id) => (
                <tr key={id} className="border-b border-rule">
                  <th scope="row" className="cell py-0 font-medium">
                    <button
                      type="button"
                      className="min-h-[36px] text-left underline decoration-rule underline-offset-4"
                      onClick={() => {
                        setSelected(id);
                        setAsTable(false);
                      }}
                    >
                      {circuit.segments[id]?.name}
                    </button>
                  </th>
                  <td className="cell label text-soft">
                    {circuit.segments[id] && segmentCaption(circuit.segments[id], units)}
                  </td>
                  <td className="cell label text-soft">{circuit.feed.includes(id) ? 'feed' : 'ground'}</td>
                  <td className="cell num">
                    {drops.has(id) ? format('resistance', drops.get(id)!.ohms) : ''}
                  </td>
                  <td className="cell num font-semibold">
                    {drops.has(id) ? format('volts', drops.get(id)!.drop, 3) : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ) : part ? (
          <SegmentTray key={part} circuitId={circuitId} id={part} drop={drops.get(part)} />
        ) : (
          <p className="text-soft">
            Touch a wire, the fuse or the relay to change it. On the keyboard: Tab to it, Enter to open it,
            arrow up for the next heavier wire.
          </p>
        )}
      </div>
    </StageFrame>
  );
}

function WireBars({ pump }: { readonly pump: PumpResult }) {
  const { doc } = useJob();
  const solution = pump.circuit;
  if (!solution) return null;
  const circuit = Object.values(doc.wiring.circuits).find((c) => c.loadId === pump.id);
  const fuse = circuit && Object.values(circuit.segments).find((s) => s.kind === 'fuse');
  return (
    <div className="pb-2">
      <MarginBar
        label="Drop in wires, out and back"
        dimension="volts"
        value={solution.conductorDrop}
        limit={DROP_LIMITS.nominal * DROP_LIMITS.critical}
        sense="at most"
        limitLabel="3% of 12 V,"
      />
      <MarginBar
        label="All drops together"
        dimension="volts"
        value={solution.conductorDrop + solution.jointDrop}
        limit={DROP_LIMITS.nominal * DROP_LIMITS.other}
        sense="at most"
        limitLabel="10% of 12 V,"
      />
      {fuse?.kind === 'fuse' && (
        <MarginBar
          label="Load on the fuse"
          dimension="amps"
          value={solution.amps}
          limit={0.8 * fuse.ratingA}
          sense="at most"
          limitLabel={`80% of ${fuse.ratingA} A,`}
        />
      )}
    </div>
  );
}
