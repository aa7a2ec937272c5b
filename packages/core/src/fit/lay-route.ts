import type { ElementOf, JobDocument, LineRoute } from '../document/job-document.ts';
import { bareRoute } from '../document/routing.ts';
import { elementPath } from '../edit/paths.ts';
import { setRoute, type Told } from '../edit/route.ts';
import { sourceOf, type Origin } from '../fields/provenance.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import type { EndFit } from './ends/question.ts';
import { drawnShape } from './passing.ts';
import { placeTold } from './place-told.ts';
import type { MeasuredGap } from './ends/port-gap.ts';

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
  const laid = setRoute(doc, id, route, toldBy(doc, id, run, route, take));
  // Where it runs is told when it is taken; after that somebody may know better.
  return take && route.how === 'drawn' ? [...laid, ...placeTold(doc, id, run, route)] : laid;
}

function toldBy(
  doc: JobDocument,
  id: string,
  run: ElementOf<'run'>,
  route: LineRoute,
  take: boolean,
): Told | undefined {
  const { stringM, movementM } = route;
  const { origin } = sourceOf(run, 'lengthM');
  if (route.how === 'string') {
    const before = doc.routing?.lines[id];
    if (stringM !== undefined && stringM !== before?.stringM)
      return { origin: 'string', lengthM: stringM + movementM };
    // More or less slack changes a length that has slack in it; one that was typed or made stays as it is.
    const slack = movementM - (before?.movementM ?? 0);
    return slack !== 0 && (origin === 'string' || origin === 'ports')
      ? { origin, lengthM: run.lengthM + slack }
      : undefined;
  }
  // A drawing begins with a car of usual figures: what was measured is not written over by it unasked.
  const follows = take || origin === 'routed';
  const shape = follows ? drawnShape(doc, run, route) : null;
  return shape
    ? { origin: 'routed', lengthM: shape.length + movementM, bendDegrees: degrees(shape.turn) }
    : undefined;
}

const degrees = (rad: number): number => Math.round((rad * 180) / Math.PI);

/** Origins of lengths that may be replaced by the length between the two ports: not typed and not measured. */
const FROM_PORTS: readonly Origin[] = ['default', 'catalogue', 'ports'];

/**
 * Gives a line its two hose ends. A length that was measured, typed, drawn or made stays as it is: the ends only change what is cut.
 * A line without such a length gets the length between its two ports, where those were measured.
 * @param doc job document
 * @param id the line
 * @param ends one hose end a side
 * @param fit its two ports as measured, seat to seat along the middle m, turns of the hose rad; absent: the ports are not measured
 * @returns RFC 6902 operations; none where there is no such line
 * Validity: `fit` an answer of `fitHoseEnds` to these ports.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example takeEnds(fullReturnJob('x'), 'feed', ['straight', 'elbow-45']).length // => 1
 */
export function takeEnds(
  doc: JobDocument,
  id: string,
  ends: EndFit['ends'],
  fit?: Pick<EndFit, 'length' | 'turn'> & { readonly gap: MeasuredGap },
): PatchOperation[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  const taken: PatchOperation = { op: 'replace', path: elementPath(id, 'ends'), value: [...ends] };
  if (!fit) return [taken];
  const route = { ...(doc.routing?.lines[id] ?? bareRoute('string')), gap: fit.gap };
  const follows = FROM_PORTS.includes(sourceOf(run, 'lengthM').origin);
  return [
    taken,
    ...setRoute(
      doc,
      id,
      route,
      follows ? { origin: 'ports', lengthM: fit.length, bendDegrees: degrees(fit.turn) } : undefined,
    ),
  ];
}
