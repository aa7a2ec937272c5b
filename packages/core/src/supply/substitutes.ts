import type { JobDocument } from '../document/job-document.ts';
import type { BillLine } from '../kinds/bill-line.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { hoseName } from '../kinds/plumbing/run/lines.ts';
import { hoseChoices } from './hose-choice.ts';
import { connectionsOf } from './joining/connections.ts';

/** How much of a part the shop can still give to this job, pieces or m. */
export type Stock = (part: string, unit: BillLine['unit']) => number;

/** What does in the place of a part that is out. */
export interface Substitute {
  /** What to take instead, by the words of the order list; several in a row for an adapter. */
  readonly parts: readonly string[];
  /** Where it would go. */
  readonly where: string;
}

/**
 * What the shop has that does in the place of a part it is out of: for an adapter another row between the same two ports,
 * for hose another kind that the line takes, in the same size.
 * @param doc job document
 * @param line line of the order list
 * @param stock what there is
 * @returns ways that can be taken from the shelf as a whole, at most one a place
 * Validity: adapters, hose and tube; other parts have no like in the plan.
 * @throws nothing
 * @source adapter search over the generic catalog; hose by the rules of its findings
 * @example substitutesFor(fullReturnJob('x'), { group: 'seals', part: 'x', quantity: 1, unit: 'each', note: '' }, () => 9) // => []
 */
export function substitutesFor(doc: JobDocument, line: BillLine, stock: Stock): Substitute[] {
  if (line.group === 'adapters') return adapterSubstitutes(doc, line.part, stock);
  return line.group === 'hose' ? hoseSubstitutes(doc, line, stock) : [];
}

function adapterSubstitutes(doc: JobDocument, part: string, stock: Stock): Substitute[] {
  const taken = new Map<string, number>();
  return connectionsOf(doc).flatMap((c): Substitute[] => {
    const [planned, ...others] = c.kept ? [] : c.chains;
    if (!planned?.fittings.some((f) => f.name === part)) return [];
    const there = others.find(({ fittings }) => {
      const needs = new Map(taken);
      for (const f of fittings) needs.set(f.name, (needs.get(f.name) ?? 0) + 1);
      return fittings.every((f) => f.name !== part && stock(f.name, 'each') >= needs.get(f.name)!);
    });
    if (!there) return [];
    for (const f of there.fittings) taken.set(f.name, (taken.get(f.name) ?? 0) + 1);
    return [{ parts: there.fittings.map((f) => f.name), where: `${c.from.name} to ${c.to.name}` }];
  });
}

function hoseSubstitutes(doc: JobDocument, line: BillLine, stock: Stock): Substitute[] {
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): Substitute[] => {
    if (e.kind !== 'run' || e.existing || hoseName(e) !== line.part) return [];
    const other = hoseChoices(doc, id).find((c) => {
      if (c.kind === e.hose || c.faults.length > 0) return false;
      // Soft stays soft and tube stays tube: the one cannot take the way of the other.
      if ((HOSE_KINDS[c.kind].ends === 'flare') !== (HOSE_KINDS[e.hose].ends === 'flare')) return false;
      return stock(hoseName({ ...e, hose: c.kind }), 'm') >= e.lengthM;
    });
    return other ? [{ parts: [hoseName({ ...e, hose: other.kind })], where: e.name }] : [];
  });
}
