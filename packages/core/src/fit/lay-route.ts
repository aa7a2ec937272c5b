import type { ElementOf, JobDocument, LineRoute } from '../document/job-document.ts';
import { bareRoute, type PortGap } from '../document/routing.ts';
import { elementPath } from '../edit/paths.ts';
import { setRoute, type Told } from '../edit/route.ts';
import { sourceOf } from '../fields/provenance.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import type { EndFit } from './end-fit.ts';
import { drawnShape } from './passing.ts';
import { placeTold } from './place-told.ts';

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
  if (route.how === 'string') {
    const before = doc.routing?.lines[id];
    // A clip or a sleeve noted later says nothing of the length: what was typed since stays.
    const news = before?.how !== 'string' || before.stringM !== stringM || before.movementM !== movementM;
    return stringM !== undefined && (take || news)
      ? { origin: 'string', lengthM: stringM + movementM }
      : undefined;
  }
  // A drawing begins with a car of usual figures: what was measured is not written over by it unasked.
  const follows = take || sourceOf(run, 'lengthM').origin === 'routed';
  const shape = follows ? drawnShape(doc, run, route) : null;
  return shape
    ? { origin: 'routed', lengthM: shape.length + movementM, bendDegrees: degrees(shape.turn) }
    : undefined;
}

const degrees = (rad: number): number => Math.round((rad * 180) / Math.PI);

/**
 * Gives a line the two hose ends that were found for it, with the length and the bends that go with them. What a string said of
 * it stays in its route.
 * @param doc job document
 * @param id the line
 * @param gap its two ports, as they were measured
 * @param fit ends, seat to seat along the middle m, turns of the hose rad
 * @returns RFC 6902 operations; none where there is no such line
 * Validity: an answer of `fitHoseEnds` to these ports.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example takeEnds(fullReturnJob('x'), 'feed', { ahead: 0.5, left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 }, { ends: ['straight', 'straight'], length: 0.5, turn: 0 })[0].value.length // => 2
 */
export function takeEnds(
  doc: JobDocument,
  id: string,
  gap: PortGap,
  { ends, length, turn }: Pick<EndFit, 'ends' | 'length' | 'turn'>,
): PatchOperation[] {
  if (doc.plumbing.elements[id]?.kind !== 'run') return [];
  const route = { ...(doc.routing?.lines[id] ?? bareRoute('string')), gap };
  return [
    { op: 'replace', path: elementPath(id, 'ends'), value: [...ends] },
    ...setRoute(doc, id, route, { origin: 'routed', lengthM: length, bendDegrees: degrees(turn) }),
  ];
}
