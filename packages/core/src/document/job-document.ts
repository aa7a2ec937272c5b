import { id, name } from '../fields/name.ts';
import { JUNCTIONS, PLUMBING, shapesOf } from '../kinds/index.ts';
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
 * A newer format gets a new version number and an upgrade step in formats/upgrade.ts.
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
    ratedPa: number(100e3, 600e3, 'Pa'),
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

const zone = oneOf(['engine-bay', 'under-body', 'cabin']);

/** How a wire's coil or relay is kept from kicking back. */
export const SUPPRESSION = ['diode', 'resistor', 'zener', 'none'] as const;

/** How one end of a wire is made off; absent: as its neighbour asks (see plan/wiring-sheet.ts). */
const wireEnd = object({
  terminal: text(40, 1),
  joint: oneOf(['crimp', 'crimp-solder', 'solder']),
  shrink: flag(),
});

const segment = variant({
  fuse: object({ kind: oneOf(['fuse']), name, ratingA: number(1, 300, 'A'), distanceM: number(0, 5, 'm') }),
  wire: object({
    kind: oneOf(['wire']),
    name,
    color: text(30),
    size: oneOf(WIRE_SIZES),
    conductor: oneOf(['copper', 'copper-clad']),
    lengthM: number(0.01, 30, 'm'),
    zone,
    bundled: integer(1, 60),
    insulationK: number(333, 523, 'K'),
    /** Vehicle cable runs up to 10 % under the section its gauge names; absent: the full section. */
    cable: optional(oneOf(['full', 'vehicle'])),
    /** Left over at a lid or hat so that it opens; cut longer by it, and it counts in the drop. */
    slackM: optional(number(0, 3, 'm')),
    endA: optional(wireEnd),
    endB: optional(wireEnd),
  }),
  relay: object({
    kind: oneOf(['relay']),
    name,
    ratingA: number(1, 300, 'A'),
    contactOhms: number(0, 0.5, 'Ω'),
    suppression: oneOf(SUPPRESSION),
    coilOhms: optional(number(20, 400, 'Ω')),
    changeover: optional(flag()),
  }),
  /** One pin of a plug; pins of one housing carry the same housing name. */
  connector: object({
    kind: oneOf(['connector']),
    name,
    ohms: number(0, 1, 'Ω'),
    housing: optional(text(40, 1)),
    pin: optional(text(8, 1)),
  }),
  /** A key or panel switch the load current itself goes through. */
  switch: object({
    kind: oneOf(['switch']),
    name,
    ratingA: number(0.1, 300, 'A'),
    ohms: number(0, 0.5, 'Ω'),
  }),
  chassis: object({ kind: oneOf(['chassis']), name, ohms: number(0, 1, 'Ω') }),
});

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

/** What else hangs on the wiring: taken as a resistance or as a steady current. */
const electricLoad = object({
  kind: oneOf(['fan', 'controller', 'sensor', 'gauge', 'heater', 'other']),
  name,
  /** At 13.5 V. */
  amps: number(0.001, 200, 'A'),
  draws: oneOf(['resistance', 'current']),
  when: oneOf(['key', 'running', 'always']),
});

/** "device.terminal". */
const terminal = text(60, 3);

/** A part of the control wiring; its terminals are fixed by its kind (see design/devices.ts). */
/** The piece of a circuit a drawn part stands for, "circuit/piece": its figures are read from there. */
const of = optional(text(90, 3));

const device = variant({
  battery: object({ kind: oneOf(['battery']), name }),
  /** A stud of the fuse box: always live. */
  constant: object({ kind: oneOf(['constant']), name }),
  /** Live with the key on. */
  ignition: object({ kind: oneOf(['ignition']), name }),
  ground: object({ kind: oneOf(['ground']), name, ohms: number(0, 1, 'Ω'), of }),
  fuse: object({ kind: oneOf(['fuse']), name, ratingA: number(1, 300, 'A'), of }),
  relay: object({
    kind: oneOf(['relay']),
    name,
    changeover: flag(),
    ratingA: number(1, 300, 'A'),
    coilOhms: number(20, 400, 'Ω'),
    suppression: oneOf(SUPPRESSION),
    of,
  }),
  /** Common, normally open and normally closed contact; what works it is one signal of the rules. */
  switch: object({ kind: oneOf(['switch']), name, signal: text(60, 1), ratingA: number(0.1, 300, 'A'), of }),
  /** Opens when it trips. */
  inertia: object({ kind: oneOf(['inertia']), name }),
  'ecu-output': object({
    kind: oneOf(['ecu-output']),
    name,
    signal: text(60, 1),
    side: oneOf(['low', 'high']),
    ratingA: number(0.05, 30, 'A'),
    clamped: flag(),
  }),
  load: object({ kind: oneOf(['load']), name, loadId: id, ohms: number(0.05, 10_000, 'Ω') }),
  splice: object({ kind: oneOf(['splice']), name }),
  connector: object({ kind: oneOf(['connector']), name, ohms: number(0, 1, 'Ω'), of }),
});

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
export type ElectricLoad = Infer<typeof electricLoad>;
export type WireEnd = Infer<typeof wireEnd>;
export type Tap = Infer<typeof tap>;
export type PumpTrigger = Infer<typeof triggerRule>;
export type Harness = Infer<typeof harness>;
export type Device = Infer<typeof device>;
export type DeviceOf<K extends Device['kind']> = Extract<Device, { kind: K }>;
export type HarnessWire = Harness['wires'][string];
export type Segment = Infer<typeof segment>;
export type SegmentOf<K extends Segment['kind']> = Extract<Segment, { kind: K }>;
