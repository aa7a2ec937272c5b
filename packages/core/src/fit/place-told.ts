import type { ElementOf, JobDocument, LineRoute } from '../document/job-document.ts';
import { setOrigin } from '../edit/figures.ts';
import { elementPath } from '../edit/paths.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { drawnShape } from './passing.ts';

/** Ahead of and behind the engine’s middle is its bay, m. */
const BAY = 0.5;
/** From the tank’s middle down to its floor, m: half a usual tank (estimate). */
const TO_FLOOR = 0.14;
/** Heights nearer than a hose is thick are the same, m. */
const SAME = 0.01;

/**
 * What a drawn line says beside its length: which part of the car it runs through, for heat; and how high the places are
 * that it ends at, for the fuel’s own weight.
 * @param doc job document
 * @param id the line
 * @param run the line
 * @param route its drawn route
 * @returns RFC 6902 operations; none where no car is drawn
 * Validity: lines under the body or in the engine bay: what runs in the tank or the cabin was said by somebody.
 * @throws nothing
 * @source own convention: where most of its length is; heights from the tank’s floor
 * @example placeTold(fullReturnJob('x'), 'feed', fullReturnJob('x').plumbing.elements.feed, { how: 'drawn', movementM: 0, passes: {}, points: [] }) // => []
 */
export function placeTold(
  doc: JobDocument,
  id: string,
  run: ElementOf<'run'>,
  route: LineRoute,
): PatchOperation[] {
  const vehicle = doc.routing?.vehicle;
  const shape = drawnShape(doc, run, route);
  if (!vehicle || !shape) return [];
  return [
    ...zoneTold(
      id,
      run,
      vehicle.engine.x,
      shape.line.map((o) => o.at[0]),
    ),
    ...heightsTold(doc, id, route),
  ];
}

function zoneTold(
  id: string,
  run: ElementOf<'run'>,
  engineX: number,
  along: readonly number[],
): PatchOperation[] {
  if (run.zone !== 'under-body' && run.zone !== 'engine-bay') return [];
  // The line is followed in even steps: shares of points are shares of length.
  const inBay = along.filter((x) => Math.abs(x - engineX) < BAY).length / along.length;
  const zone = inBay > 0.5 ? 'engine-bay' : 'under-body';
  return zone === run.zone ? [] : [{ op: 'replace', path: elementPath(id, 'zone'), value: zone }];
}

function heightsTold(doc: JobDocument, id: string, { points }: LineRoute): PatchOperation[] {
  const { junctions, paths } = doc.plumbing;
  const floor = doc.routing!.vehicle!.tank.z - TO_FLOOR;
  const path = Object.values(paths).find((p) => p.order.includes(id));
  if (!path) return [];
  const ends = [
    ...(path.order[0] === id ? [[path.from, points[0]!] as const] : []),
    ...(path.order.at(-1) === id ? [[path.to, points.at(-1)!] as const] : []),
  ];
  return ends.flatMap(([place, { z }]): PatchOperation[] => {
    const j = junctions[place];
    // A tank stands where it was placed; a line enters it at the top.
    if (!j || j.kind === 'tank') return [];
    const height = Math.round((z - floor) * 1000) / 1000;
    const at = `/plumbing/junctions/${place}/elevationM`;
    return Math.abs(height - j.elevationM) < SAME
      ? []
      : [{ op: 'replace', path: at, value: height }, ...setOrigin(doc, at, height, 'routed')];
  });
}
