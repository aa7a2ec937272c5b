import { quantity } from '../fields/field.ts';
import { id, name } from '../fields/name.ts';
import { withSources } from '../fields/provenance.ts';
import { JUNCTIONS, PLUMBING, shapesOf } from '../kinds/index.ts';
import { shapesWith } from '../kinds/wiring/index.ts';
import { of, terminalShape } from '../kinds/wiring/fields.ts';
import { WIRE_SIZES, wireSizeName } from '../kinds/wiring/wire/wire.ts';
import {
  byId,
  choice,
  labelled,
  list,
  object,
  oneOf,
  optional,
  text,
  variant,
  type Infer,
} from '../fields/shape.ts';
import { ruleShape } from '../trigger/shape.ts';
import { briefShape } from './brief.ts';
import { hoseSoldShape } from './hose-sold.ts';
import { madeShape } from './made-joints.ts';
import { routingShape } from './routing.ts';
import { ventShape } from './vents.ts';

/**
 * The job document: everything that is designed. SI throughout, the unit in the field's name where it is not obvious.
 * Measured things (readings, sign-offs, acceptances) are rows in the database, not part of it.
 * A newer format gets a new version number and an upgrade step in document/upgrade.ts.
 */
export const JOB_FORMAT = 'venula-job';
export const JOB_VERSION = 3;

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
  'direct-injection',
  'electronic-returnless',
] as const;
export type Style = (typeof STYLES)[number];

const junction = variant(shapesOf(JUNCTIONS));
const element = variant(shapesOf(PLUMBING));

const plumbing = object({
  style: labelled('Style', oneOf(STYLES)),
  junctions: byId(junction, 60),
  elements: byId(element, 300),
  paths: byId(
    object({
      name,
      role: labelled(
        'Carries',
        oneOf(['feed', 'return'], (role) => (role === 'feed' ? 'the feed' : 'the return')),
      ),
      from: labelled('Begins at', id),
      to: labelled('Ends at', id),
      order: labelled('Order of parts', list(id, 0, 60)),
    }),
    60,
  ),
  /** What tanks and cells breathe through; a car’s own tank keeps its own. */
  vents: optional(labelled('Vent lines', byId(ventShape, 12))),
  made: optional(labelled('How joints are made', madeShape)),
});

const segment = variant(shapesWith('segment'));

/** A circuit that branches off another behind one of its pieces. */
const tap = object({ circuitId: labelled('Circuit', id), after: labelled('Behind', id) });

const circuit = object({
  name,
  /** The pump or other load it feeds. */
  loadId: labelled('Feeds', id),
  supply: labelled(
    'Fed from',
    choice({
      battery: 'battery post',
      'fuse-box': 'fuse box stud',
      ignition: 'ignition feed',
      alternator: 'alternator post',
    }),
  ),
  /** Fed from another circuit instead of its supply. */
  feedFrom: optional(labelled('Fed from another circuit', tap)),
  /** Its ground joins another circuit's ground ahead of one of its pieces. */
  groundInto: optional(labelled('Ground joins another circuit', tap)),
  /** What else hangs on a factory feed that is tapped, and its fuse; empty: not looked up. */
  alsoFeeds: optional(labelled('What else hangs on that feed, and its fuse', text(200))),
  feed: labelled('Order of the feed', list(id, 0, 30)),
  ground: labelled('Order of the ground', list(id, 0, 30)),
  segments: byId(segment, 60),
});

/** What else hangs on the wiring. */
const electricLoad = variant(shapesWith('load'));

const device = variant(shapesWith('device'));

const harness = object({
  devices: byId(device, 120),
  wires: byId(
    withSources({
      name,
      from: labelled('From', terminalShape),
      to: labelled('To', terminalShape),
      color: labelled('Color', text(30)),
      size: labelled('Wire size', oneOf(WIRE_SIZES, wireSizeName)),
      lengthM: quantity({ label: 'Length', dimension: 'length', unit: 'm', min: 0.01, max: 30 }),
      of,
    }),
    240,
  ),
});

export const jobShape = object({
  format: oneOf([JOB_FORMAT]),
  version: oneOf([JOB_VERSION]),
  title: labelled('Job', text(120, 1)),
  customer: labelled('Customer', text(120)),
  vehicle: object({
    description: labelled('Vehicle', text(200)),
    engine: labelled('Engine', text(120)),
    induction: labelled(
      'Induction',
      choice({
        'naturally-aspirated': 'naturally aspirated',
        'mild-boost': 'mild boost',
        'high-boost': 'high boost',
      }),
    ),
    asFound: labelled('As found', text(2000)),
  }),
  brief: briefShape,
  plumbing,
  /** How hose is bought for this job; absent: as the shop has it. */
  hoseSold: optional(labelled('How hose is bought', hoseSoldShape)),
  /** Where its lines run. */
  routing: optional(labelled('Routes', routingShape)),
  wiring: object({
    circuits: byId(circuit, 40),
    /** Loads that are not pumps; circuits and rules name them as they name pumps. */
    loads: optional(byId(electricLoad, 60)),
    /** When each pump runs, by id; a pump without a rule runs whenever the key is on. */
    triggers: optional(labelled('Trigger rules', byId(ruleShape, 40))),
    /** The control wiring as drawn; absent: as generated from the rules. */
    harness: optional(labelled('Wiring as drawn', harness)),
  }),
});

export type JobDocument = Infer<typeof jobShape>;
export type { Brief } from './brief.ts';
export type { ElementKind, ElementOf, Junction, JunctionOf, PlumbingElement } from '../kinds/index.ts';
export type { SpeedControl } from '../kinds/plumbing/pump/shape.ts';
export type { Hazard, KeepOut, LineRoute, Pass, RoutePoint, Routing, Vehicle } from './routing.ts';
export type { Dressing, MadeJoint } from './made-joints.ts';
export type { Vent } from './vents.ts';
export type Path = JobDocument['plumbing']['paths'][string];
export type Circuit = Infer<typeof circuit>;
export type { PieceRef, TerminalRef } from '../kinds/wiring/fields.ts';
export type { WireEnd } from '../kinds/wiring/wire/segment.ts';
export type Tap = Infer<typeof tap>;
export type PumpTrigger = Infer<typeof ruleShape>;
export type Harness = Infer<typeof harness>;
export type HarnessWire = Harness['wires'][string];
export type { Device, DeviceOf, ElectricLoad, Segment, SegmentOf } from '../kinds/wiring/index.ts';
