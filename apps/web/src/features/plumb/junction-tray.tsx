import type { Junction } from '@venula/core/document';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useShown } from '../../job/job-context.ts';
import { FigureSources } from '../../job/figure-sources.tsx';
import { PlanQuantity, PlanText } from '../../job/plan-fields.tsx';

/** A place where ways meet: tank, rail, Y, surge tank, the car's own supply. */
export function JunctionTray({ id }: { readonly id: string }) {
  const doc = useDoc();
  const junction = doc.plumbing.junctions[id];
  if (!junction) return null;
  const at = (field: string) => `/plumbing/junctions/${id}/${field}`;
  return (
    <div className="grid grid-cols-5 gap-x-3 gap-y-2">
      <PlanText path={at('name')} label="Name" max={80} min={1} />
      <PlanQuantity path={at('elevationM')} />
      {(junction.kind === 'rail' || junction.kind === 'surge') && <PlanQuantity path={at('volumeM3')} />}
      {junction.kind === 'factory' && (
        <>
          <PlanQuantity path={at('setPa')} />
          <PlanQuantity path={at('capacityM3s')} />
          <PlanQuantity path={at('shutOffPa')} />
        </>
      )}
      <JunctionFacts id={id} junction={junction} />
      <FigureSources owner={`/plumbing/junctions/${id}`} />
    </div>
  );
}

function JunctionFacts({ id, junction }: { readonly id: string; readonly junction: Junction }) {
  const shown = useShown();
  const doc = useDoc();
  const format = useFormat();
  const values = shown?.values;
  if (!values) return null;
  const facts: [string, string][] = [['pressure', format('pressure', values.junctions[id] ?? 0)]];
  const out = values.balance.out[id];
  const fill = values.balance.surge[id];
  if (junction.kind === 'factory' && out !== undefined) {
    facts.push(['feeds', format('flow', out)]);
    facts.push(['its regulator bypasses', format('flow', Math.max(0, junction.capacityM3s - out))]);
  } else if (out !== undefined) {
    facts.push([out >= 0 ? 'gives' : 'gains', format('flow', Math.abs(out))]);
  }
  if (fill !== undefined) facts.push([fill >= 0 ? 'overflows' : 'loses', format('flow', Math.abs(fill))]);
  const ways = Object.values(doc.plumbing.paths).filter((p) => p.from === id || p.to === id).length;
  facts.push(['ways', String(ways)]);
  return (
    <dl className="col-span-5 flex flex-wrap gap-x-5 gap-y-1 border-t border-rule pt-2 text-sm">
      {facts.map(([k, v]) => (
        <div key={k} className="flex gap-1.5">
          <dt className="label text-soft">{k}</dt>
          <dd className="font-semibold">{v}</dd>
        </div>
      ))}
    </dl>
  );
}
