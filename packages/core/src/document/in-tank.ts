import type { JobDocument, Path } from './job-document.ts';

/**
 * Whether a part lies in the fuel: said so, a strainer, a hose in the tank, a pump or a regulator with nothing between it and the
 * tank but what lies there itself.
 */
export function liesInTank(doc: JobDocument, path: Path, order: readonly string[], at: number): boolean {
  const { elements, junctions } = doc.plumbing;
  const e = elements[order[at] ?? ''];
  if (!e) return false;
  if (e.kind === 'run') return e.zone === 'in-tank';
  if (e.standsIn !== undefined) return e.standsIn === 'in-tank';
  if (e.kind === 'strainer' || e.kind === 'jet') return true;
  const holds = (id: string) => junctions[id]?.kind === 'tank' || junctions[id]?.kind === 'surge';
  const before = at === 0 ? holds(path.from) : liesInTank(doc, path, order, at - 1);
  const after = at === order.length - 1 ? holds(path.to) : runInTank(doc, order[at + 1]);
  // A pump of the kind that hangs in tanks, right behind what lies there; anything else only between two such neighbors.
  if (e.kind === 'pump' && before && e.type === 'turbine') return true;
  return before && after;
}

const runInTank = ({ plumbing }: JobDocument, id: string | undefined): boolean => {
  const e = plumbing.elements[id ?? ''];
  return e?.kind === 'run' && e.zone === 'in-tank';
};
