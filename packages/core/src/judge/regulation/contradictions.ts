import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { plumbingGraph } from '../../engine/graph.ts';
import { setPressure } from '../../engine/required.ts';
import { plumbingKind } from '../../kinds/index.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type RegulatorsContradict = Found<
  'REGULATORS_CONTRADICT',
  { readonly lower: string; readonly blocking: boolean }
>;

/** Places joined by parts that only lose pressure: what stands in one stands, at rest, in all of them. */
function regions(doc: JobDocument): ReadonlyMap<string, string> {
  const graph = plumbingGraph(doc);
  const region = new Map(graph.nodes.map((n) => [n.id, n.id]));
  for (const { from, to, does } of graph.links) {
    if (does.role !== 'part' || !plumbingKind(does.part).open) continue;
    const [keep, gone] = [region.get(from)!, region.get(to)!];
    for (const [id, r] of region) if (r === gone) region.set(id, keep);
  }
  return region;
}

/** Regulators against each other. */
export const contradictionRule: FindingRule<RegulatorsContradict> = ({ doc }) => {
  const graph = plumbingGraph(doc);
  const region = regions(doc);
  const { elements } = doc.plumbing;
  const bypass = [...graph.bypassInlets].map(([id, node]) => ({
    id,
    e: elements[id] as ElementOf<'bypass-regulator'>,
    region: region.get(node)!,
  }));
  const both = bypass.flatMap((a, i): RegulatorsContradict[] => {
    const b = bypass.slice(i + 1).find((c) => c.region === a.region);
    if (!b) return [];
    const [low, high] = setPressure(doc, a.e) <= setPressure(doc, b.e) ? [a, b] : [b, a];
    return [
      {
        code: 'REGULATORS_CONTRADICT',
        severity: 'fix',
        stage: 'plumb',
        place: { of: 'part', id: high.id, name: high.e.name },
        dimension: 'pressure',
        value: setPressure(doc, high.e),
        limit: setPressure(doc, low.e),
        figures: { lower: low.e.name, blocking: false },
      },
    ];
  });
  const blocked = graph.links.flatMap((link): RegulatorsContradict[] => {
    if (link.does.role !== 'part' || link.does.part.kind !== 'blocking-regulator') return [];
    const blocking = link.does.part;
    const lower = bypass.find(
      (c) => c.region === region.get(link.to) && setPressure(doc, c.e) < setPressure(doc, blocking),
    );
    if (!lower) return [];
    return [
      {
        code: 'REGULATORS_CONTRADICT',
        severity: 'stop',
        stage: 'plumb',
        place: { of: 'part', id: link.id, name: blocking.name },
        dimension: 'pressure',
        value: setPressure(doc, blocking),
        limit: setPressure(doc, lower.e),
        figures: { lower: lower.e.name, blocking: true },
      },
    ];
  });
  return [...both, ...blocked];
};
