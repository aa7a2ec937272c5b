import type { JobDocument, LineRoute } from '../document/job-document.ts';
import { setRoute, type Told } from '../edit/route.ts';
import { sourceOf } from '../fields/provenance.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { drawnShape } from './passing.ts';

/**
 * Puts a route down for a line, and the length and the bends it gives into the line itself: the sums follow the route.
 * @param doc job document
 * @param id the line
 * @param route its route
 * @param take a drawn route gives its length to a line that has another so far; one that has it already follows by itself
 * @returns RFC 6902 operations, the slack for movement in the length; none where there is no such line
 * Validity: runs of the plan; a string gives the length alone.
 * @throws nothing
 * @source see routeShape
 * @example layRoute(fullReturnJob('x'), 'feed', { how: 'string', stringM: 3, movementM: 0, passes: {}, points: [] }).find((o) => o.path.endsWith('lengthM')).value // => 3
 */
export function layRoute(doc: JobDocument, id: string, route: LineRoute, take = false): PatchOperation[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  // A drawing begins with a car of usual figures: what was measured is not written over by it unasked.
  const follows = take || sourceOf(run, 'lengthM').origin === 'routed';
  const shape = follows ? drawnShape(doc, run, route) : null;
  const told: Told | undefined = shape
    ? { lengthM: shape.length + route.movementM, bendDegrees: Math.round((shape.turn * 180) / Math.PI) }
    : route.how === 'string' && route.stringM !== undefined
      ? { lengthM: route.stringM + route.movementM }
      : undefined;
  return setRoute(doc, id, route, told);
}
