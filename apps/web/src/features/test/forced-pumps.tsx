import { waysToForce } from '@venula/core/prove';
import { useMemo } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useStates } from '../../job/job-context.ts';

/** How the pumps of this car are made to run with the engine off, and what the rail then reads. */
export function ForcedPumps() {
  const doc = useDoc();
  const format = useFormat();
  const ways = useMemo(() => waysToForce(doc), [doc]);
  const forced = useStates().find((s) => s.state.kind === 'forced')?.values;
  if (ways.length === 0) return null;
  return (
    <section className="mt-3 border-l-4 border-mark pl-3" aria-label="Forcing the pumps">
      <h3 className="font-bold">
        Forced, engine off
        {forced && <>: the rail reads {format('pressure', forced.railGauge)}</>}
      </h3>
      <ul>
        {ways.map((w) => (
          <li key={w.loadId}>
            {ways.length > 1 && <strong>{w.name}: </strong>}
            {w.how}
          </li>
        ))}
      </ul>
    </section>
  );
}
