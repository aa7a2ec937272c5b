import { adaptersBetween, faceName, PART_FACE_IDS, type FaceId } from '@venula/core/supply';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { SumFrame } from './sum-frame.tsx';

const TURNS = [0, 45, 90, 180].map((value) => ({
  value,
  label: value === 0 ? 'straight on' : `a corner of ${value}°`,
}));
const PORTS = PART_FACE_IDS.map((id) => ({ value: id, label: faceName(id) }));

/** What goes between two ports: the fewest adapters, or why there are none. */
export function AdapterSum() {
  const [from, setFrom] = useState<FaceId>('orb-8-f');
  const [to, setTo] = useState<FaceId>('flare-6-f');
  const [turn, setTurn] = useState(0);
  const found = adaptersBetween(from, to, turn);
  const [first, ...others] = found.ok ? found.chains : [];
  const many = first?.fittings.length ?? 0;
  return (
    <SumFrame
      tone={found.ok ? 'good' : 'fix'}
      sentence={
        !found.ok
          ? 'Nothing joins these two.'
          : many === 0
            ? 'They go together as they are.'
            : `${many} ${many === 1 ? 'adapter' : 'adapters'} between them.`
      }
      second={
        found.ok
          ? `${faceName(from)} to ${faceName(to)}.`
          : `${found.reason}: choose another port, or a hose between.`
      }
      known={
        <div className="grid gap-3">
          <Choice label="From port" value={from} options={PORTS} onChoose={setFrom} />
          <Choice label="To port" value={to} options={PORTS} onChoose={setTo} />
          <Choice label="On the way" value={turn} options={TURNS} onChoose={setTurn} />
        </div>
      }
    >
      {first && many > 0 && <Row title="Fewest parts" fittings={first.fittings.map((f) => f.name)} />}
      {others.map((chain, i) => (
        <Row key={i} title="Another way" fittings={chain.fittings.map((f) => f.name)} />
      ))}
    </SumFrame>
  );
}

function Row({ title, fittings }: { readonly title: string; readonly fittings: readonly string[] }) {
  return (
    <section className="border-t border-rule py-2">
      <h3 className="label text-sm text-soft">{title}</h3>
      <ol>
        {fittings.map((name) => (
          <li key={name}>{name}</li>
        ))}
      </ol>
    </section>
  );
}
