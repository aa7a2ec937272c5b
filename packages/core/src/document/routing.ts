import { count, quantity } from '../fields/field.ts';
import { hotSurface } from '../fields/hot-surface.ts';
import { id, name } from '../fields/name.ts';
import {
  byId,
  choice,
  flag,
  labelled,
  list,
  number,
  object,
  optional,
  variant,
  type Infer,
} from '../fields/shape.ts';
import { LONGEST_LINE, SHORTEST_LINE } from '../kinds/plumbing/run/shape.ts';

/**
 * Where lines run: measured with a string, or drawn in the car. The length a route gives stands in the run itself; here stands
 * what it was taken from and what the line passes.
 * The car's frame: x rearward from the front axle, y to the right, z up from the ground; m.
 */

/** What something beside a line can do to it. */
export const HAZARDS = {
  hot: 'hot',
  moving: 'moving',
  sharp: 'a sharp edge',
  access: 'something that must come out',
  unknown: 'not fitted yet',
} as const;
export type Hazard = keyof typeof HAZARDS;

const hazard = labelled('It is', choice(HAZARDS));
const tape = (label: string, min: number, max: number, usual?: number, absent?: string) =>
  quantity({
    label,
    dimension: 'tape',
    unit: 'm',
    min,
    max,
    ...(usual === undefined ? {} : { usual }),
    ...(absent === undefined ? {} : { absent }),
  });
const surfaceK = hotSurface('Surface');

const PASS_DISTANCE = tape('Distance', 0, 3, 0.1016, 'not measured');

/** Something a line passes, as it was measured beside the string. */
const passShape = object({
  name,
  is: hazard,
  /** Absent: not measured, and nothing is said of it. */
  distanceM: optional(PASS_DISTANCE),
  surfaceK,
  sleeved: labelled('There', flag({ true: 'sleeved', false: 'bare' })),
});
export type Pass = Infer<typeof passShape>;

const along = { x: tape('Rearward', -3, 8), y: tape('To the right', -3, 3), z: tape('Up', -1, 3) } as const;
const spot = object(along);

const pointShape = object({
  ...along,
  clip: labelled('Here', flag({ true: 'a clip', false: 'no clip' })),
  sleeved: labelled('From here on', flag({ true: 'sleeved', false: 'bare' })),
});
export type RoutePoint = Infer<typeof pointShape>;

const degrees = (label: string, most: number, usual: number) =>
  quantity({ label, dimension: 'angle', unit: '°', min: -most, max: most, usual });

/** Two ports as a tape and an angle finder give them, looking from the first toward the second. */
export const gapShape = object({
  /** Absent: not measured. Without it the two ports give no hose length. */
  ahead: optional(tape('Second port ahead of the first', 0, LONGEST_LINE, undefined, 'not measured')),
  left: tape('To the left (right: minus)', -LONGEST_LINE, LONGEST_LINE, 0),
  above: tape('Above (below: minus)', -LONGEST_LINE, LONGEST_LINE, 0),
  fromLeft: degrees('First port points left', 180, 0),
  fromUp: degrees('First port tips up', 90, 0),
  toLeft: degrees('Second port points left', 180, 0),
  toUp: degrees('Second port tips up', 90, 0),
});
export type PortGap = Infer<typeof gapShape>;

const STRING = tape('String, seat to seat', SHORTEST_LINE, LONGEST_LINE);
const MOVEMENT = quantity({
  label: 'One end moves against the other by',
  dimension: 'tape',
  unit: 'm',
  min: 0,
  max: 0.15,
  usual: 0,
  why: 'engine against body: 1 to 1 1/2 in on soft mounts (common practice)',
});
const routeShape = object({
  how: labelled('Measured', choice({ string: 'with a string', drawn: 'drawn in the car' })),
  stringM: optional(STRING),
  movementM: MOVEMENT,
  clips: optional(count({ label: 'Clips', min: 0, max: 60, usual: 2, absent: 'not set' })),
  rail: optional(
    labelled('Frame rail', choice({ inside: 'inside it', outside: 'outside it' })),
    'not along it',
  ),
  passes: byId(passShape, 12),
  points: labelled('Points', list(pointShape, 0, 40)),
  gap: optional(labelled('Its two ports', gapShape)),
});
export type LineRoute = Infer<typeof routeShape>;
/** What is asked of a line beside its form: label, range, reason. */
export const LINE_FIELDS = {
  stringM: STRING.field,
  movementM: MOVEMENT.field,
  passDistanceM: PASS_DISTANCE.field,
  x: along.x.field,
  y: along.y.field,
  z: along.z.field,
} as const;

const hazardFields = {
  name,
  /** Put there by the usual car: nobody has measured it. */
  assumed: optional(labelled('Its place', flag({ true: 'as is usual', false: 'measured' }))),
  is: hazard,
  surfaceK,
  distanceM: optional(tape('Keep away', 0, 1, 0.1016, 'as its kind asks')),
};
const keepOut = variant({
  box: object({
    kind: choice({ box: 'box' }),
    ...hazardFields,
    at: labelled('Middle', spot),
    size: labelled(
      'Size',
      object({ x: tape('Long', 0.005, 6), y: tape('Wide', 0.005, 4), z: tape('High', 0.005, 3) }),
    ),
  }),
  cylinder: object({
    kind: choice({ cylinder: 'cylinder' }),
    ...hazardFields,
    from: labelled('From', spot),
    to: labelled('To', spot),
    radiusM: tape('Radius', 0.002, 1),
  }),
  sphere: object({
    kind: choice({ sphere: 'ball' }),
    ...hazardFields,
    at: labelled('Middle', spot),
    radiusM: tape('Radius', 0.005, 1),
  }),
});
export type KeepOut = Infer<typeof keepOut>;

/** A line that was in the car and stays there, to be followed at a distance: the factory’s, a brake line. */
const guideShape = object({ name, points: labelled('Points', list(spot, 2, 40)) });
export type Guide = Infer<typeof guideShape>;

const pixel = (most: number) => number(0, most, 'px');
const onPicture = object({ u: pixel(20_000), v: pixel(20_000) });
const inView = object({ right: tape('To the right of the page', -5, 10), up: tape('Up the page', -5, 10) });
/** A picture of the shop’s own behind a view, calibrated by two points of it that were measured in the car. */
const backdropShape = object({
  photo: id,
  widthPx: pixel(20_000),
  heightPx: pixel(20_000),
  first: onPicture,
  second: onPicture,
  firstIs: inView,
  secondIs: inView,
});
export type Backdrop = Infer<typeof backdropShape>;

/** The car in a few numbers: enough to draw it to scale and to know what hangs below its floor. */
const vehicleShape = object({
  layout: labelled(
    'Engine',
    choice({ front: 'in front', mid: 'ahead of the rear axle', rear: 'behind the rear axle' }),
  ),
  structure: labelled('Body', choice({ unibody: 'unibody', frame: 'on a frame' })),
  wheelbaseM: tape('Wheelbase', 1.2, 5, 2.54),
  trackM: tape('Track', 0.8, 2.2, 1.524),
  floorM: tape('Floor above the ground', 0.03, 0.8, 0.1778),
  tank: labelled('Tank, middle', spot),
  engine: labelled('Engine, middle', spot),
  battery: optional(labelled('Battery', spot)),
});
export type Vehicle = Infer<typeof vehicleShape>;

export const routingShape = object({
  vehicle: optional(labelled('The car', vehicleShape)),
  keepOuts: byId(keepOut, 60),
  guides: optional(labelled('Lines to follow', byId(guideShape, 12))),
  backdrops: optional(
    labelled(
      'Pictures behind the views',
      object({
        above: optional(backdropShape),
        side: optional(backdropShape),
        behind: optional(backdropShape),
      }),
    ),
  ),
  /** By run. */
  lines: byId(routeShape, 100),
});
export type Routing = Infer<typeof routingShape>;

/**
 * Something that is passed, before anybody measured how far.
 * @param is what it can do to a line
 * @param called its name
 * @returns bare, its distance not measured
 * Validity: every kind of thing.
 * @throws nothing
 * @source own convention
 * @example usualPass('hot', 'Exhaust').sleeved // => false
 */
export const usualPass = (is: Hazard, called: string): Pass => ({
  name: called,
  is,
  sleeved: false,
});

/** Nothing measured yet. */
export const NO_ROUTING: Routing = { keepOuts: {}, lines: {} };
/**
 * A route of which nothing is known yet.
 * @param how with a string or drawn
 * @returns route without figures
 * Validity: either way.
 * @throws nothing
 * @source own convention
 * @example bareRoute('string').movementM // => 0
 */
export const bareRoute = (how: LineRoute['how']): LineRoute => ({
  how,
  movementM: 0,
  passes: {},
  points: [],
});
