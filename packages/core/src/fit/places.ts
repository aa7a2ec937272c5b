import type { JobDocument } from '../document/job-document.ts';
import { liesInTank } from '../document/in-tank.ts';
import { vec } from './clearance.ts';
import type { Vec3 } from './vector.ts';

/**
 * Where a part of the plumbing stands in the car: where the drawn line before it ends, or the one after it begins; what lies in
 * the tank stands where the tank does.
 * @param doc job document
 * @param id the part
 * @returns m in the car's frame; null where no drawn line leads to it
 * Validity: parts of the plan; as right as the drawing. Parts that sit on each other share one place.
 * @throws nothing
 * @source own convention
 * @example placeOf(fullReturnJob('x'), 'filter') // => null
 */
export function placeOf(doc: JobDocument, id: string): Vec3 | null {
  const { elements, paths } = doc.plumbing;
  const path = Object.values(paths).find((p) => p.order.includes(id));
  if (!path) return null;
  const order = path.order.filter((e) => elements[e]);
  const at = order.indexOf(id);
  const tank = doc.routing?.vehicle?.tank;
  if (tank && liesInTank(doc, path, order, at)) return vec(tank);
  const isLine = (e: string | undefined) => elements[e ?? '']?.kind === 'run';
  const drawn = (e: string | undefined) => {
    const route = doc.routing?.lines[e ?? ''];
    return route?.how === 'drawn' && route.points.length > 1 ? route.points : undefined;
  };
  const before = drawn(order.slice(0, at).findLast(isLine))?.at(-1);
  const after = drawn(order.slice(at + 1).find(isLine))?.[0];
  const there = before ?? after;
  return there ? vec(there) : null;
}
