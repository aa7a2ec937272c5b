import { elementPath } from '../../edit/paths.ts';
import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { plumbingKind } from '../../kinds/index.ts';
import { plumbingGraph } from '../../engine/graph.ts';
import { setPressure } from '../../engine/required.ts';
import { both, type FindingContext, type FindingRule } from '../context.ts';

const PSI = 6894.757293168;
/** How far above the factory rail a supplementary regulator may be set. */
export const SUPPLEMENTARY_ABOVE = 2 * PSI;
const source = 'common practice';

/** Regulators against each other, and a supplementary one against the factory's. */
export const regulatorFindings: FindingRule = (context) => [
  ...contradictions(context.doc),
  ...supplementary(context),
  ...valveCores(context.doc),
];

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

function contradictions(doc: JobDocument): Finding[] {
  const graph = plumbingGraph(doc);
  const region = regions(doc);
  const { elements } = doc.plumbing;
  const bypass = [...graph.bypassInlets].map(([id, node]) => ({
    id,
    e: elements[id] as ElementOf<'bypass-regulator'>,
    region: region.get(node)!,
  }));
  const out: Finding[] = [];
  bypass.forEach((a, i) => {
    const b = bypass.slice(i + 1).find((c) => c.region === a.region);
    if (!b) return;
    const [low, high] = setPressure(doc, a.e) <= setPressure(doc, b.e) ? [a, b] : [b, a];
    out.push({
      code: 'REGULATORS_CONTRADICT',
      severity: 'fix',
      stage: 'plumb',
      place: { id: high.id, name: high.e.name },
      title: `${high.e.name} and ${low.e.name} work on the same fuel; the lower one rules.`,
      dimension: 'pressure',
      value: setPressure(doc, high.e),
      limit: setPressure(doc, low.e),
      why: {
        text: 'Nothing keeps the two apart, so all that is bypassed goes through the one set lower and the other never opens. Take one out, or put a check valve between them.',
        formula: `${both('pressure', setPressure(doc, low.e))} against ${both('pressure', setPressure(doc, high.e))}`,
        source,
      },
      fixes: [],
    });
  });
  for (const link of graph.links) {
    if (link.does.role !== 'part' || link.does.part.kind !== 'blocking-regulator') continue;
    const blocking = link.does.part;
    const lower = bypass.find(
      (c) => c.region === region.get(link.to) && setPressure(doc, c.e) < setPressure(doc, blocking),
    );
    if (!lower) continue;
    out.push({
      code: 'REGULATORS_CONTRADICT',
      severity: 'stop',
      stage: 'plumb',
      place: { id: link.id, name: blocking.name },
      title: `${blocking.name} passes at ${both('pressure', setPressure(doc, blocking))}, but ${lower.e.name} lets go at ${both('pressure', setPressure(doc, lower.e))}.`,
      dimension: 'pressure',
      value: setPressure(doc, blocking),
      limit: setPressure(doc, lower.e),
      why: {
        text: 'The first never gets its pressure and stands wide open, the second bypasses all the pump gives: the first might as well not be there.',
        formula: `${both('pressure', setPressure(doc, blocking))} > ${both('pressure', setPressure(doc, lower.e))}`,
        source,
      },
      fixes: [],
    });
  }
  return out;
}

function supplementary({ doc, states }: FindingContext): Finding[] {
  const factory = Object.values(doc.plumbing.junctions).find((j) => j.kind === 'factory');
  if (factory?.kind !== 'factory') return [];
  const boost = Math.max(0, ...states.map((s) => s.state.manifold));
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): Finding[] => {
    if (e.kind !== 'bypass-regulator') return [];
    const highest = setPressure(doc, e) + (e.referenced ? e.ratio * boost : 0);
    const above = highest - factory.setPa;
    if (above >= 0 && above <= SUPPLEMENTARY_ABOVE + 1) return [];
    const set = {
      op: 'add' as const,
      path: elementPath(id, 'setPa'),
      value: factory.setPa + SUPPLEMENTARY_ABOVE,
    };
    const vent = { op: 'replace' as const, path: elementPath(id, 'referenced'), value: false };
    const low = above < 0;
    return [
      {
        code: low ? 'SUPPLEMENTARY_LOW' : 'SUPPLEMENTARY_HIGH',
        severity: 'fix',
        stage: 'plumb',
        place: { id, name: e.name },
        title: low
          ? `${e.name} is set below the factory rail and never feeds.`
          : `${e.name} reaches ${both('pressure', above)} above the factory rail.`,
        dimension: 'pressure',
        value: highest,
        limit: factory.setPa + SUPPLEMENTARY_ABOVE,
        why: {
          text: low
            ? 'Its fuel cannot open the check valve against the factory pressure.'
            : 'The factory regulator then has to bypass whatever comes, and is overrun. Set it 0–2 psi above the factory rail and leave its vent open to air.',
          formula: `${both('pressure', highest)} against ${both('pressure', factory.setPa)} to ${both('pressure', factory.setPa + SUPPLEMENTARY_ABOVE)}`,
          source,
        },
        fixes: [
          {
            label: e.referenced
              ? 'Set it 2 psi above and leave the vent open'
              : 'Set it 2 psi above the factory rail',
            patch: [set, ...(e.referenced ? [vent] : [])],
          },
        ],
      },
    ];
  });
}

/** A service port's core left in where a line joins. */
function valveCores(doc: JobDocument): Finding[] {
  return Object.entries(doc.plumbing.paths).flatMap(([pathId, path]) =>
    path.order.flatMap((id): Finding[] => {
      const e = doc.plumbing.elements[id];
      if (e?.kind !== 'component' || e.what !== 'valve-core') return [];
      return [
        {
          code: 'VALVE_CORE',
          severity: 'fix',
          stage: 'plumb',
          place: { id, name: e.name },
          title: `The valve core is still in: ${e.name}.`,
          dimension: 'coefficient',
          value: e.k,
          limit: 1,
          why: {
            text: 'A service port passes fuel past its core only through slots made for a gauge. Where a line joins there the core comes out.',
            formula: `K ${e.k} on ${both('bore', e.boreM)}`,
            source,
          },
          fixes: [
            {
              label: 'Take the core out',
              patch: [
                {
                  op: 'replace',
                  path: `/plumbing/paths/${pathId}/order`,
                  value: path.order.filter((other) => other !== id),
                },
                { op: 'remove', path: `/plumbing/elements/${id}` },
              ],
            },
          ],
        },
      ];
    }),
  );
}
