import type { ElementOf, Hazard, JobDocument, KeepOut, LineRoute } from '../document/job-document.ts';
import { leastRadius, outsideOf } from '../kinds/plumbing/run/geometry.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
import { clearOf, keepAway } from './keep-away.ts';
import { routeShape, type RouteShape } from './route.ts';

/** Something a line passes, measured with a tape or taken from the drawing, against what it asks for. */
export interface Passing {
  readonly id: string;
  readonly name: string;
  readonly is: Hazard;
  /** m. */
  readonly distance: number;
  readonly needs: number;
  readonly sleeved: boolean;
  /** Where it is is only what is usual in such a car. */
  readonly assumed: boolean;
  readonly surfaceK: number | undefined;
  /** From here on nothing is said of it, m: between this and what it needs it is worth a look. */
  readonly clear: number;
}

/**
 * A drawn route as the line that would lie there.
 * @param doc job document
 * @param run the line
 * @param route its route
 * @returns shape; null where fewer than two points are drawn
 * Validity: drawn routes.
 * @throws nothing
 * @source see routeShape
 * @example drawnShape(fullReturnJob('x'), fullReturnJob('x').plumbing.elements.feed, { how: 'drawn', movementM: 0, passes: {}, points: [] }) // => null
 */
export function drawnShape(doc: JobDocument, run: ElementOf<'run'>, route: LineRoute): RouteShape | null {
  if (route.how !== 'drawn' || route.points.length < 2) return null;
  const keepOuts = doc.routing?.keepOuts ?? NOTHING;
  const radius = leastRadius(run.hose, run.dash);
  const outside = outsideOf(run.dash);
  const last = LAST.get(route);
  if (last && last.keepOuts === keepOuts && last.radius === radius && last.outside === outside)
    return last.shape;
  const shape = routeShape(route.points, radius, outside, keepOuts);
  LAST.set(route, { keepOuts, radius, outside, shape });
  return shape;
}

const NOTHING: Readonly<Record<string, KeepOut>> = {};

/**
 * The last shape of each route: a plan is judged over with one thing changed at a time, and the routes are mostly not it.
 * Documents are never written to, so the same object is the same route.
 */
const LAST = new WeakMap<
  LineRoute,
  {
    readonly keepOuts: Readonly<Record<string, KeepOut>>;
    readonly radius: number;
    readonly outside: number;
    readonly shape: RouteShape;
  }
>();

interface Beside {
  readonly name: string;
  readonly is: Hazard;
  readonly surfaceK?: number;
  readonly assumed?: boolean;
}

/**
 * What a line passes, the worst first, each with the distance it asks for.
 * @param doc job document
 * @param run the line
 * @param route its route
 * @param shape of a drawn one, where it is at hand
 * @returns distances surface to surface, m; things beside a string whose distance was not measured are left out
 * Validity: routes of the job format.
 * @throws nothing
 * @source see keepAway
 * @example passings(fullReturnJob('x'), fullReturnJob('x').plumbing.elements.feed, { how: 'string', movementM: 0, passes: {}, points: [] }).length // => 0
 */
export function passings(
  doc: JobDocument,
  run: ElementOf<'run'>,
  route: LineRoute,
  shape: RouteShape | null = drawnShape(doc, run, route),
): Passing[] {
  const stands = HOSE_KINDS[run.hose].maxK;
  const keepOuts = doc.routing?.keepOuts ?? {};
  const passing = (
    id: string,
    { name, is, surfaceK, assumed = false }: Beside,
    distance: number,
    sleeved: boolean,
    asked?: number,
  ): Passing => {
    const line = { sleeved, surfaceK, standsK: stands };
    return {
      id,
      name,
      is,
      distance,
      // A distance that was typed replaces the usual one.
      needs: asked ?? keepAway(is, line),
      clear: asked ?? clearOf(is, line),
      sleeved,
      assumed,
      surfaceK,
    };
  };
  const found =
    route.how === 'string'
      ? Object.entries(route.passes).flatMap(([id, p]) =>
          p.distanceM === undefined ? [] : [passing(id, p, p.distanceM, p.sleeved)],
        )
      : (shape?.clearances ?? []).flatMap((c) => {
          const thing = keepOuts[c.id];
          return thing ? [passing(c.id, thing, c.distance, c.sleeved, thing.distanceM)] : [];
        });
  return found.sort((a, b) => a.distance - a.needs - (b.distance - b.needs));
}
