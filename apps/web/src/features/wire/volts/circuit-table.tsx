import type { ElementDrop, PlacedSegment } from '@venula/core/engine';
import { useFormat, useSettings } from '../../../app/settings.ts';
import { useDoc } from '../../../job/job-context.ts';
import { segmentCaption } from './wire-loop.ts';

/** The track's twin: piece by piece with what each carries and drops. */
export function CircuitTable({
  pieces,
  circuitId,
  drops,
  onSelect,
}: {
  readonly pieces: readonly PlacedSegment[];
  readonly circuitId: string;
  readonly drops: readonly ElementDrop[];
  readonly onSelect: (id: string) => void;
}) {
  const doc = useDoc();
  const { units } = useSettings();
  const format = useFormat();
  const circuit = doc.wiring.circuits[circuitId]!;
  return (
    <table className="w-full text-sm">
      <caption className="sr-only">{circuit.name}, piece by piece</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {['Piece', 'What', 'Side', 'Carries', 'Resistance', 'Drop'].map((h, i) => (
            <th key={h} scope="col" className={`cell py-1 font-semibold ${i > 2 ? 'num' : ''}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="rows-middle">
        {pieces.map((p) => {
          const drop = drops.find((d) => d.id === p.id && d.circuitId === p.circuitId);
          const own = p.circuitId === circuitId;
          return (
            <tr key={`${p.circuitId}/${p.id}`} className="border-b border-rule">
              <th scope="row" className="cell py-0 font-medium">
                {own ? (
                  <button
                    type="button"
                    className="min-h-[52px] min-w-[44px] text-left underline decoration-rule underline-offset-4"
                    onClick={() => onSelect(p.id)}
                  >
                    {p.segment.name}
                  </button>
                ) : (
                  <span className="text-soft">
                    {p.segment.name} (shared, {doc.wiring.circuits[p.circuitId]?.name})
                  </span>
                )}
              </th>
              <td className="cell label text-soft">{segmentCaption(p.segment, units)}</td>
              <td className="cell label text-soft">
                {doc.wiring.circuits[p.circuitId]?.ground.includes(p.id) ? 'ground' : 'feed'}
              </td>
              <td className="cell num">{drop ? format('amps', drop.amps) : ''}</td>
              <td className="cell num">{drop ? format('resistance', drop.ohms) : ''}</td>
              <td className="cell num font-semibold">{drop ? format('volts', drop.drop) : ''}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
