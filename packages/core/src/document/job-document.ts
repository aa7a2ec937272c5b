import { id, name } from '../fields/name.ts';
import { JUNCTIONS, PLUMBING, shapesOf } from '../kinds/index.ts';
import { shapesWith } from '../kinds/wiring/index.ts';
import { of } from '../kinds/wiring/fields.ts';
import { WIRE_SIZES } from '../kinds/wiring/wire/wire.ts';
import {
  byId,
  flag,
  integer,
  list,
  number,
  object,
  oneOf,
  optional,
  text,
  variant,
  type Infer,
} from '../fields/shape.ts';

/**
 * The job document: everything that is designed. SI throughout, the unit in the field's name where it is not obvious.
 * Measured things (readings, sign-offs, acceptances) are rows in the database, not part of it.
 * A newer format gets a new version number and an upgrade step in document/upgrade.ts.
 */
export const JOB_FORMAT = 'venula-job';
export const JOB_VERSION = 2;

/** System styles a job can start from; the plan is edited freely from there. */
export const STYLES = [
  'full-return',
  'regulator-before-rail',
  'blocking',
  'returnless',
  'twin-pump',
  'rails-parallel',
  'rails-series',
  'hard-line',
  'supplementary',
  'suction-tee',
  'rising-rate',
  'surge-tank',
  'twin-tanks',
  'saddle-tanks',
  'speed-controlled',
] as const;
export type Style = (typeof STYLES)[number];

const LPH = 1e-3 / 3600;

const fuel = object({
  ethanol: number(0, 1, '', 'Ethanol content by volume'),
  ethanolMeasured: flag(),
  gasolineDensity15: number(700, 800, 'kg/m³'),
  rvpPa: number(20e3, 110e3, 'Pa'),
});

const pullPoint = object({
  rpm: number(500, 20_000, 'rpm'),
  powerW: number(0, 3e6, 'W'),
  boostPa: number(-100e3, 500e3, 'Pa gauge'),
});

const brief = object({
  fuel,
  fuelK: number(243, 343, 'K'),
  barometricPa: number(55e3, 110e3, 'Pa absolute'),
  powerBasis: oneOf(['crank', 'wheels']),
  drivetrainLoss: number(0, 0.4, ''),
  bsfc: number(5e-8, 3e-7, 'kg/J'),
  pull: list(pullPoint, 1, 60),
  basePressurePa: number(50e3, 800e3, 'Pa'),
  /** Base pressure the engine's controller was tuned for, where it cannot be changed. */
  controllerBasePa: optional(number(50e3, 800e3, 'Pa')),
  /** Peak power wanted later, on the same basis as the pull: would the plan still do? */
  laterPowerW: optional(number(0, 3e6, 'W')),
  designMargin: number(0, 1, ''),
  idle: object({
    rpm: number(300, 3000, 'rpm'),
    manifoldPa: number(-95e3, 0, 'Pa gauge'),
    drawM3s: number(0, 100 * LPH, 'm³/s'),
  }),
  cruise: object({
    rpm: number(500, 8000, 'rpm'),
    manifoldPa: number(-95e3, 100e3, 'Pa gauge'),
    drawM3s: number(0, 300 * LPH, 'm³/s'),
  }),
  injectors: object({
    count: integer(1, 32),
    staticFlowM3s: number(5e-7, 1e-4, 'm³/s'),
    ratedPa: number(100e3, 1.5e6, 'Pa'),
    dutyLimit: number(0.3, 1, ''),
    maxDifferentialPa: number(100e3, 2e6, 'Pa'),
  }),
  electrical: object({
    batteryV: number(9, 15, 'V'),
    chargingV: number(11, 16, 'V'),
    sourceOhms: number(0, 0.2, 'Ω'),
    engineBayK: number(253, 423, 'K'),
    underBodyK: number(253, 393, 'K'),
    cabinK: number(253, 353, 'K'),
    /** What the alternator gives at idle, hot. */
    alternatorIdleA: optional(number(5, 400, 'A')),
    /** What the car itself takes at idle: ignition, controller, injectors, lamps, blower. */
    carLoadA: optional(number(0, 300, 'A')),
    /** What the starter takes. */
    crankingA: optional(number(20, 2000, 'A')),
  }),
});

const junction = variant(shapesOf(JUNCTIONS));
const element = variant(shapesOf(PLUMBING));

const plumbing = object({
  style: oneOf(STYLES),
  junctions: byId(junction, 60),
  elements: byId(element, 300),
  paths: byId(
    object({ name, role: oneOf(['feed', 'return']), from: id, to: id, order: list(id, 0, 60) }),
    60,
  ),
});

const segment = variant(shapesWith('segment'));

/** A circuit that branches off another behind one of its pieces. */
const tap = object({ circuitId: id, after: id });

const circuit = object({
  name,
  /** The pump or other load it feeds. */
  loadId: id,
  supply: oneOf(['battery', 'fuse-box', 'ignition', 'alternator']),
  /** Fed from another circuit instead of its supply. */
  feedFrom: optional(tap),
  /** Its ground joins another circuit's ground ahead of one of its pieces. */
  groundInto: optional(tap),
  /** What else hangs on a factory feed that is tapped, and its fuse; empty: not looked up. */
  alsoFeeds: optional(text(200)),
  feed: list(id, 0, 30),
  ground: list(id, 0, 30),
  segments: byId(segment, 60),
});

const level = (min: number, max: number, unit: string) => ({
  above: number(min, max, unit),
  /** Goes off below this: at or under `above`. */
  below: number(min, max, unit),
  not: flag(),
});

const term = variant({
  boost: object({
    kind: oneOf(['boost']),
    ...level(-100e3, 500e3, 'Pa gauge'),
    /** Where its hose is tapped; absent: behind the throttle. */
    point: optional(oneOf(['behind-throttle', 'before-throttle'])),
  }),
  throttle: object({ kind: oneOf(['throttle']), ...level(0, 1, '') }),
  rpm: object({ kind: oneOf(['rpm']), ...level(0, 20_000, 'rpm') }),
  'oil-pressure': object({ kind: oneOf(['oil-pressure']), ...level(0, 1e6, 'Pa') }),
  'engine-turning': object({ kind: oneOf(['engine-turning']), not: flag() }),
  starter: object({ kind: oneOf(['starter']), not: flag() }),
  panel: object({ kind: oneOf(['panel']), name, not: flag() }),
  ecu: object({ kind: oneOf(['ecu']), name, not: flag() }),
});

/** When a pump runs (see trigger/rule.ts). */
const triggerRule = object({
  loadId: id,
  any: list(object({ all: list(term, 0, 6) }), 0, 6),
  primeS: number(0, 30, 's'),
  minOnS: number(0, 30, 's'),
  minOffS: number(0, 30, 's'),
  needsIgnition: flag(),
  needsInertia: flag(),
  overrideS: number(0, 120, 's'),
});

/** What else hangs on the wiring. */
const electricLoad = variant(shapesWith('load'));

/** "device.terminal". */
const terminal = text(60, 3);

const device = variant(shapesWith('device'));

const harness = object({
  devices: byId(device, 120),
  wires: byId(
    object({
      name,
      from: terminal,
      to: terminal,
      color: text(30),
      size: oneOf(WIRE_SIZES),
      lengthM: number(0.01, 30, 'm'),
      of,
    }),
    240,
  ),
});

export const jobShape = object({
  format: oneOf([JOB_FORMAT]),
  version: oneOf([JOB_VERSION]),
  title: text(120, 1),
  customer: text(120),
  vehicle: object({
    description: text(200),
    engine: text(120),
    induction: oneOf(['naturally-aspirated', 'mild-boost', 'high-boost']),
    asFound: text(2000),
  }),
  brief,
  plumbing,
  wiring: object({
    circuits: byId(circuit, 40),
    /** Loads that are not pumps; circuits and rules name them as they name pumps. */
    loads: optional(byId(electricLoad, 60)),
    /** When each pump runs, by id; a pump without a rule runs whenever the key is on. */
    triggers: optional(byId(triggerRule, 40)),
    /** The control wiring as drawn; absent: as generated from the rules. */
    harness: optional(harness),
  }),
});

export type JobDocument = Infer<typeof jobShape>;
export type Brief = Infer<typeof brief>;
export type { ElementKind, ElementOf, Junction, JunctionOf, PlumbingElement } from '../kinds/index.ts';
export type { SpeedControl } from '../kinds/plumbing/pump/shape.ts';
export type Path = JobDocument['plumbing']['paths'][string];
export type Circuit = Infer<typeof circuit>;
export type { WireEnd } from '../kinds/wiring/wire/segment.ts';
export { SUPPRESSION } from '../kinds/wiring/relay/index.ts';
export type Tap = Infer<typeof tap>;
export type PumpTrigger = Infer<typeof triggerRule>;
export type Harness = Infer<typeof harness>;
export type HarnessWire = Harness['wires'][string];
export type { Device, DeviceOf, ElectricLoad, Segment, SegmentOf } from '../kinds/wiring/index.ts';
