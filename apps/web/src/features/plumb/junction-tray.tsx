import type { Junction } from '@venula/core/document';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useShown } from '../../job/job-context.ts';
import { FigureSources } from '../../job/figure-sources.tsx';
import { PlanForm } from '../../job/plan-form.tsx';
import { FactRow } from '../../ui/fact-row.tsx';

/** A place where ways meet: tank, rail, Y, surge tank, the car's own supply. */
export function JunctionTray({ id }: { readonly id: string }) {
  const doc = useDoc();
  const junction = doc.plumbing.junctions[id];
  if (!junction) return null;
  const owner = `/plumbing/junctions/${id}`;
  return (
    <div className="grid grid-cols-5 gap-x-3 gap-y-2">
      <PlanForm owner={owner} />
      <JunctionFacts id={id} junction={junction} />
      <FigureSources owner={owner} />
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
  return <FactRow facts={facts} />;
}
