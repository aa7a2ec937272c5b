import { inFlowOrder } from '../../document/flow-order.ts';
import { liesInTank } from '../../document/in-tank.ts';
import type { ElementOf, JobDocument } from '../../document/job-document.ts';

/** Each thing once: a part may stand in two paths of a plan that is not finished yet. */
function once<T>(things: readonly T[], idOf: (thing: T) => string): T[] {
  const seen = new Set<string>();
  return things.filter((t) => !seen.has(idOf(t)) && seen.add(idOf(t)));
}

/** Lines in the order the fuel meets them. */
export const runsOf = (doc: JobDocument): (readonly [string, ElementOf<'run'>])[] =>
  once(
    inFlowOrder(doc.plumbing.paths).flatMap(([, p]) =>
      p.order.flatMap((id) => {
        const e = doc.plumbing.elements[id];
        return e?.kind === 'run' ? [[id, e] as const] : [];
      }),
    ),
    ([id]) => id,
  );
/** Made anew for this job, and not of the tank’s own. */
export const isMade = (e: ElementOf<'run'>): boolean => !e.existing && e.zone !== 'in-tank';

/** Parts in the order the fuel meets them, with whether they lie in the tank. */
export const partsOf = (doc: JobDocument) =>
  once(
    inFlowOrder(doc.plumbing.paths).flatMap(([, path]) => {
      const order = path.order.filter((id) => doc.plumbing.elements[id]);
      return order.flatMap((id, at) => {
        const e = doc.plumbing.elements[id]!;
        return e.kind === 'run' ? [] : [{ id, e, inTank: liesInTank(doc, path, order, at) }];
      });
    }),
    (p) => p.id,
  );
