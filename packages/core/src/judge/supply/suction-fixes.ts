import { elementPath, withElement } from '../../edit/paths.ts';
import type { JobDocument, PlumbingElement } from '../../document/job-document.ts';
import type { FindingFix, PatchOperation } from '../../outcome/finding.ts';
import { HOSE_KINDS, sizesOf } from '../../kinds/plumbing/run/hoses.ts';
import { CoupledSolver } from '../../engine/engine.ts';
import { evaluateState } from '../../engine/observe/state-result.ts';
import type { OperatingState } from '../../engine/states.ts';
import { SUCTION_LIMITS } from '../limits.ts';

/** Parts between the tanks and a pump's inlet. */
function suctionParts(doc: JobDocument, pumpId: string): string[] {
  const paths = Object.values(doc.plumbing.paths);
  const own = paths.find((p) => p.order.includes(pumpId));
  if (!own) return [];
  const out = own.order.slice(0, own.order.indexOf(pumpId));
  const seen = new Set([own]);
  const behind = [own.from];
  for (let at = behind.pop(); at !== undefined; at = behind.pop()) {
    for (const path of paths) {
      if (path.to !== at || path.role !== 'feed' || seen.has(path)) continue;
      seen.add(path);
      out.push(...path.order);
      behind.push(path.from);
    }
  }
  return out;
}

interface Candidate {
  readonly label: string;
  readonly doc: JobDocument;
  readonly patch: readonly PatchOperation[];
}

/** A cleaned strainer, a larger hose, a lower pump, all of them: what brings the inlet clear of vapor, solved first. */
export function suctionFixes(doc: JobDocument, state: OperatingState, pumpId: string): FindingFix[] {
  const works = (candidate: JobDocument): boolean => {
    const values = evaluateState(new CoupledSolver(candidate), state).values;
    const margin = values?.pumps.find((p) => p.id === pumpId)?.suctionMargin ?? -Infinity;
    return margin >= SUCTION_LIMITS.note;
  };
  const single = candidates(doc, pumpId);
  const good = single.filter((c) => works(c.doc));
  if (good.length > 0) return good.map(({ label, patch }) => ({ label, patch }));
  // None alone: the largest of each part together, if that does it.
  const largest = new Map(single.map((c) => [c.patch[0]!.path.split('/')[3]!, c]));
  const together = [...largest.values()];
  const all = together.reduce<JobDocument>((d, c) => {
    const id = c.patch[0]!.path.split('/')[3]!;
    return withElement(d, id, c.doc.plumbing.elements[id]!);
  }, doc);
  return together.length > 1 && works(all)
    ? [{ label: together.map((c) => c.label).join(', '), patch: together.flatMap((c) => c.patch) }]
    : [];
}

function candidates(doc: JobDocument, pumpId: string): Candidate[] {
  const out: Candidate[] = [];
  const change = (id: string, e: PlumbingElement, field: string, value: unknown, label: string) =>
    out.push({
      label,
      doc: withElement(doc, id, { ...e, [field]: value }),
      patch: [{ op: 'replace', path: elementPath(id, field), value }],
    });
  for (const id of suctionParts(doc, pumpId)) {
    const e = doc.plumbing.elements[id];
    if (!e) continue;
    if ((e.kind === 'strainer' || e.kind === 'filter') && e.clogged > 0)
      change(id, e, 'clogged', 0, `Clean or renew ${e.name.toLowerCase()}`);
    if (e.kind !== 'run') continue;
    for (const dash of sizesOf(HOSE_KINDS[e.hose]).filter((d) => d > e.dash))
      change(id, e, 'dash', dash, `Make ${e.name.toLowerCase()} -${dash}`);
  }
  return out;
}
