import type { ElementOf, JobDocument, KeepOut, RoutePoint, Vehicle } from '../document/job-document.ts';
import { isStartingFigure } from '../fields/provenance.ts';
import { leastRadius } from '../kinds/plumbing/run/geometry.ts';
import { SHORTEST_LINE } from '../kinds/plumbing/run/shape.ts';
import { roundedPath } from './fillet.ts';
import { placeOf } from './places.ts';
import { add, norm, scale, sub, type Vec3 } from './vector.ts';

/** A car in a few numbers by where its engine sits, to be corrected by a tape (invented, of usual proportions). */
const LAYOUTS: Readonly<Record<Vehicle['layout'], Omit<Vehicle, 'layout' | 'structure'>>> = {
  front: {
    wheelbaseM: 2.6416,
    trackM: 1.524,
    floorM: 0.1778,
    tank: { x: 2.9464, y: 0, z: 0.4064 },
    engine: { x: 0.1016, y: 0, z: 0.5588 },
  },
  mid: {
    wheelbaseM: 2.4384,
    trackM: 1.524,
    floorM: 0.127,
    tank: { x: 0.9144, y: 0, z: 0.3302 },
    engine: { x: 1.9304, y: 0, z: 0.508 },
  },
  rear: {
    wheelbaseM: 2.286,
    trackM: 1.4224,
    floorM: 0.2032,
    tank: { x: 0.1524, y: 0, z: 0.4572 },
    engine: { x: 2.6416, y: 0, z: 0.508 },
  },
};

/**
 * A car of a layout with usual figures.
 * @param layout where its engine sits
 * @param structure unibody or frame
 * @returns m in the car's frame: x rearward from the front axle, y right, z up from the ground
 * Validity: a start; every figure is to be measured.
 * @throws nothing
 * @source invented, of usual proportions
 * @example usualVehicle('mid', 'unibody').engine.x > usualVehicle('mid', 'unibody').tank.x // => true
 */
export const usualVehicle = (layout: Vehicle['layout'], structure: Vehicle['structure']): Vehicle => ({
  layout,
  structure,
  ...LAYOUTS[layout],
});

/** How far the frame rails stand off the middle, as a share of the track. */
const RAIL_SHARE = 0.29;

/**
 * Where the rail a line runs along is.
 * @param vehicle the car
 * @returns m right of the middle
 * Validity: any car of the format.
 * @throws nothing
 * @source usual proportions (estimate)
 * @example railOf(usualVehicle('front', 'unibody')) > 0.3 // => true
 */
export const railOf = ({ trackM }: Vehicle): number => RAIL_SHARE * trackM;

/**
 * What usually stands in the way in such a car: exhaust, turbo or header, shafts, belt.
 * @param vehicle the car
 * @returns keep-outs by id
 * Validity: a start; every one is to be measured or taken out.
 * @throws nothing
 * @source invented, of usual proportions; surfaces as common practice has them
 * @example Object.keys(usualKeepOuts(usualVehicle('front', 'unibody'))).length > 2 // => true
 */
export function usualKeepOuts(vehicle: Vehicle): Record<string, KeepOut> {
  const { engine, wheelbaseM, trackM, floorM, layout } = vehicle;
  const side = -0.1 * trackM;
  const z = floorM + 0.06;
  const tail = wheelbaseM + 0.7;
  return {
    header: {
      kind: 'sphere',
      name: 'Header or turbo',
      is: 'hot',
      assumed: true,
      surfaceK: 873.15,
      at: { ...engine, y: engine.y - 0.32, z: engine.z + 0.05 },
      radiusM: 0.12,
    },
    exhaust: {
      kind: 'cylinder',
      name: 'Exhaust',
      is: 'hot',
      assumed: true,
      surfaceK: 673.15,
      from: { x: engine.x + 0.35, y: side, z },
      to: { x: tail, y: side, z },
      radiusM: 0.035,
    },
    belt: {
      kind: 'box',
      name: 'Belt drive',
      is: 'moving',
      assumed: true,
      at: { ...engine, x: engine.x + (layout === 'front' ? -0.38 : 0.38) },
      size: { x: 0.08, y: 0.45, z: 0.35 },
    },
    shafts: {
      kind: 'cylinder',
      name: layout === 'front' ? 'Driveshaft' : 'Axle shafts',
      is: 'moving',
      assumed: true,
      ...(layout === 'front'
        ? {
            from: { x: engine.x + 0.9, y: 0, z: floorM + 0.13 },
            to: { x: wheelbaseM - 0.1, y: 0, z: floorM + 0.13 },
          }
        : {
            from: { x: wheelbaseM, y: -0.45 * trackM, z: 0.3 },
            to: { x: wheelbaseM, y: 0.45 * trackM, z: 0.3 },
          }),
      radiusM: 0.04,
    },
    plugs: {
      kind: 'box',
      name: 'Plugs and coils',
      is: 'access',
      assumed: true,
      at: { ...engine, z: engine.z + 0.35 },
      size: { x: 0.45, y: 0.12, z: 0.25 },
    },
  };
}

/** Beside each other so far, m: feed and return along one rail. */
const SPACING = 0.0508;

/** From the tank down to the floor, along the rail, and up to the engine. */
function wayThrough(vehicle: Vehicle, returns: boolean): Vec3[] {
  const { tank, engine, floorM } = vehicle;
  const y = railOf(vehicle) + (returns ? SPACING : 0);
  const z = floorM + 0.04;
  const ahead = engine.x < tank.x ? -1 : 1;
  const inner = (spot: number, by: number): number => spot + ahead * by;
  const points: Vec3[] = [
    [tank.x, tank.y + 0.1 + (returns ? SPACING : 0), tank.z + 0.05],
    [inner(tank.x, 0.12), y, tank.z],
    [inner(tank.x, 0.3), y, z],
    [inner(engine.x, -0.3), y, z],
    [inner(engine.x, -0.12), y, engine.z],
    [engine.x, engine.y + 0.12, engine.z + 0.2],
  ];
  return returns ? points.reverse() : points;
}

/** The stretch of a way between two shares of its length. */
function stretch(way: readonly Vec3[], from: number, to: number): Vec3[] {
  const far = [0];
  for (let i = 1; i < way.length; i++) far.push(far[i - 1]! + norm(sub(way[i]!, way[i - 1]!)));
  const total = far.at(-1)!;
  const at = (share: number): Vec3 => {
    const s = share * total;
    const i = Math.max(
      1,
      far.findIndex((f) => f >= s - 1e-9),
    );
    const [a, b] = [way[i - 1]!, way[i]!];
    return add(a, scale(sub(b, a), (s - far[i - 1]!) / Math.max(1e-9, far[i]! - far[i - 1]!)));
  };
  const inner = way.filter((_, i) => far[i]! > from * total + 0.02 && far[i]! < to * total - 0.02);
  return [at(from), ...inner, at(to)];
}

/** Ways are tried until the line is as long as it is known to be, to this, m. */
const AS_LONG = 0.003;
const TRIES = 12;

/**
 * Where a line would run before anybody drew it: between the two parts it joins where they have a place already, else its
 * stretch of the way from tank to engine or back, along the rail. A line whose length is known is drawn that long,
 * bowed sideways where its ends are nearer to each other than that.
 * @param doc job document
 * @param id the line
 * @param vehicle the car
 * @returns points, m; the inner ones with clips
 * Validity: runs that stand in a path; others run the whole way. Ends that lie further apart than the line is long are joined straight.
 * @throws nothing
 * @source own convention: each line without a length begins at the share of the way that those before it have of its path
 * @example usualPoints(fullReturnJob('x'), 'feed', usualVehicle('front', 'unibody')).length > 1 // => true
 */
export function usualPoints(doc: JobDocument, id: string, vehicle: Vehicle): RoutePoint[] {
  const run = doc.plumbing.elements[id];
  const path = Object.values(doc.plumbing.paths).find((p) => p.order.includes(id));
  const order = path?.order ?? [id];
  const lengths = order.map((e) => {
    const part = doc.plumbing.elements[e];
    return part?.kind === 'run' ? part.lengthM : 0.08;
  });
  const at = order.indexOf(id);
  const total = lengths.reduce((a, b) => a + b, 0);
  const before = lengths.slice(0, at).reduce((a, b) => a + b, 0);
  const way = wayThrough(vehicle, path?.role === 'return');
  const known =
    run?.kind === 'run' && !isStartingFigure(run, 'lengthM')
      ? Math.max(SHORTEST_LINE, run.lengthM - (doc.routing?.lines[id]?.movementM ?? 0))
      : undefined;
  const from = placeOf(doc, order[at - 1] ?? '');
  const to = placeOf(doc, order[at + 1] ?? '');
  const points =
    run?.kind !== 'run' || (known === undefined && !(from && to))
      ? stretch(way, before / total, (before + lengths[at]!) / total)
      : asLong(run, known, (reach) =>
          from && to
            ? bowed(from, to, reach)
            : alongWay(way, reach, { from, to, share: before / total, last: at === order.length - 1 }),
        );
  return points.map(([x, y, z], i) => ({
    x: tidy(x),
    y: tidy(y),
    z: tidy(z),
    clip: i > 0 && i < points.length - 1,
    sleeved: false,
  }));
}

const lengthOf = (points: readonly Vec3[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + norm(sub(p, points[i]!)), 0);

/** A way drawn so far that the line on it, its corners rounded, is as long as it shall be. */
function asLong(
  run: ElementOf<'run'>,
  wanted: number | undefined,
  way: (reach: number) => Vec3[],
): readonly Vec3[] {
  if (wanted === undefined) return way(0);
  const radius = leastRadius(run.hose, run.dash);
  let reach = wanted;
  let points = way(reach);
  for (let n = 0; n < TRIES; n++) {
    const short = wanted - roundedPath(points, radius).length;
    if (Math.abs(short) < AS_LONG) break;
    reach = Math.max(0, reach + short);
    points = way(reach);
  }
  return points;
}

/** What the way is too short for goes sideways on its longest leg. */
function lengthened(points: Vec3[], by: number): Vec3[] {
  if (by <= AS_LONG) return points;
  const legs = points.slice(1).map((p, i) => norm(sub(p, points[i]!)));
  const i = legs.indexOf(Math.max(...legs));
  const bow = bowed(points[i]!, points[i + 1]!, legs[i]! + by);
  return [...points.slice(0, i), ...bow, ...points.slice(i + 2)];
}

/** Straight from one place to the other, or bowed sideways where the line is longer than that. */
function bowed(from: Vec3, to: Vec3, reach: number): Vec3[] {
  const straight = norm(sub(to, from));
  if (reach <= straight + AS_LONG) return [from, to];
  const middle = scale(add(from, to), 0.5);
  // Toward the outside of the car, away from exhaust and shafts.
  const aside = ([x, y, z]: Vec3, off: number): Vec3 => [x, y + (middle[1] < 0 ? -off : off), z];
  const off = Math.sqrt(reach ** 2 - straight ** 2) / 2;
  if (off < straight / 2) return [from, aside(middle, off), to];
  const loop = (reach - straight) / 2;
  return [from, aside(from, loop), aside(to, loop), to];
}

/** So much of the way: on from the part before it, up to the part behind it, or where its share begins; the last line ends at the end. */
function alongWay(
  way: readonly Vec3[],
  reach: number,
  at: {
    readonly from: Vec3 | null;
    readonly to: Vec3 | null;
    readonly share: number;
    readonly last: boolean;
  },
): Vec3[] {
  const whole = lengthOf(way);
  const share = Math.min(1, reach / whole);
  const near = (spot: Vec3): number => nearestShare(way, spot);
  const begins = at.from ? near(at.from) : at.to ? near(at.to) - share : at.last ? 1 - share : at.share;
  const start = Math.min(Math.max(0, begins), 1 - share);
  const points = lengthened(stretch(way, start, start + share), reach - whole);
  return at.from ? [at.from, ...points.slice(1)] : at.to ? [...points.slice(0, -1), at.to] : points;
}

/** Share of a way at which it comes nearest to a place. */
function nearestShare(way: readonly Vec3[], spot: Vec3): number {
  const shares = Array.from({ length: 101 }, (_, i) => i / 100);
  const off = (s: number): number => norm(sub(stretch(way, 0, s).at(-1)!, spot));
  return shares.reduce((best, s) => (off(s) < off(best) ? s : best), 0);
}

/** To the quarter of an inch: as a tape is read. */
const tidy = (m: number): number => Math.round(m / 0.00635) * 0.00635;

/**
 * The points of another line, set beside it.
 * @param points of the other line, m
 * @param off how far beside it, m: right and up
 * @returns the same points moved, clips where the other has them
 * Validity: any points.
 * @throws nothing
 * @source own convention
 * @example follow([{ x: 0, y: 0, z: 0, clip: true, sleeved: true }], { y: 0.05, z: 0 })[0].y // => 0.05
 */
export const follow = (
  points: readonly RoutePoint[],
  { y, z }: { readonly y: number; readonly z: number },
): RoutePoint[] => points.map((p) => ({ ...p, y: p.y + y, z: p.z + z, sleeved: false }));

/**
 * A line on the other side of the car.
 * @param points m
 * @returns the same points mirrored in the car's middle
 * Validity: any points.
 * @throws nothing
 * @source own convention
 * @example mirrored([{ x: 0, y: 0.3, z: 0, clip: true, sleeved: false }])[0].y // => -0.3
 */
export const mirrored = (points: readonly RoutePoint[]): RoutePoint[] =>
  points.map((p) => ({ ...p, y: -p.y || 0 }));
