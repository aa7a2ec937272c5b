import { NO_ROUTING, type LineRoute } from '../document/routing.ts';
import type { JobDocument } from '../document/job-document.ts';
import { LONGEST_LINE, SHORTEST_LINE } from '../kinds/plumbing/run/shape.ts';
import { elementPath } from './paths.ts';
import { setOrigin } from './figures.ts';
import type { PatchOperation } from '../outcome/finding.ts';

/** Length of a line, m, and its bends, °, with their origin: a string, a drawing, or its two measured ports. */
export interface Told {
  readonly origin: 'string' | 'routed' | 'ports';
  readonly lengthM: number;
  readonly bendDegrees?: number;
}

/**
 * Puts a route down for a line, and what it says of the line's length and bends into the line itself.
 * @param doc job document
 * @param id the line
 * @param route its route
 * @param told what the route says; absent: the line keeps its figures
 * @returns RFC 6902 operations
 * Validity: runs of the plan; lengths of the run's own range are held to it.
 * @throws nothing
 * @source own convention
 * @example setRoute(fullReturnJob('x'), 'feed', { how: 'string', movementM: 0, passes: {}, points: [] })[0].path // => '/routing'
 */
export function setRoute(doc: JobDocument, id: string, route: LineRoute, told?: Told): PatchOperation[] {
  const room: PatchOperation[] = doc.routing
    ? []
    : [{ op: 'add', path: '/routing', value: { ...NO_ROUTING, lines: {} } }];
  const figure = (key: 'lengthM' | 'bendDegrees', value: number, { origin }: Told): PatchOperation[] => [
    { op: 'replace', path: elementPath(id, key), value },
    ...setOrigin(doc, elementPath(id, key), value, origin),
  ];
  return [
    ...room,
    { op: 'add', path: `/routing/lines/${id}`, value: route },
    ...(told ? figure('lengthM', held(told.lengthM, SHORTEST_LINE, LONGEST_LINE), told) : []),
    ...(told?.bendDegrees === undefined ? [] : figure('bendDegrees', held(told.bendDegrees, 0, 1080), told)),
  ];
}

const held = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));

/**
 * Takes the route of a line away; its length stays as it was last told.
 * @param doc job document
 * @param id the line
 * @returns RFC 6902 operations; none where it has no route
 * Validity: any line.
 * @throws nothing
 * @source own convention
 * @example removeRoute(fullReturnJob('x'), 'feed') // => []
 */
export const removeRoute = (doc: JobDocument, id: string): PatchOperation[] =>
  doc.routing?.lines[id] ? [{ op: 'remove', path: `/routing/lines/${id}` }] : [];
