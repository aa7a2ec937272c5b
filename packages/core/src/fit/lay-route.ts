import type { JobDocument, LineRoute } from '../document/job-document.ts';
import { setRoute, type Told } from '../edit/route.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { drawnShape } from './passing.ts';

/**
 * Puts a route down for a line, with the length and the bends it gives in the line itself: the sums follow the route.
 * @param doc job document
 * @param id the line
 * @param route its route
 * @returns RFC 6902 operations, the slack for movement in the length; none where there is no such line
 * Validity: runs of the plan; a string gives the length alone.
 * @throws nothing
 * @source see routeShape
 * @example layRoute(fullReturnJob('x'), 'feed', { how: 'string', stringM: 3, movementM: 0, passes: {}, points: [] }).find((o) => o.path.endsWith('lengthM')).value // => 3
 */
export function layRoute(doc: JobDocument, id: string, route: LineRoute): PatchOperation[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  const shape = drawnShape(doc, run, route);
  const told: Told | undefined = shape
    ? { lengthM: shape.length + route.movementM, bendDegrees: Math.round((shape.turn * 180) / Math.PI) }
    : route.how === 'string' && route.stringM !== undefined
      ? { lengthM: route.stringM + route.movementM }
      : undefined;
  return setRoute(doc, id, route, told);
}
