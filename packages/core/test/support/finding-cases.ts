import type { FindingCode } from '../../src/judge/all.ts';
import {
  boostRule,
  fullReturnJob,
  type JobDocument,
  makeVent,
  PATTERNS,
  ruleOf,
  setRule,
  type TerminalRef,
} from '../../src/public/document.ts';
import { addLoad, setTap } from '../../src/public/edit.ts';
import { harnessOf } from '../../src/public/harness.ts';
import { USUAL_DRIVER } from '../../src/public/kinds.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { applied, example } from './examples.ts';
import { JOINT_CASES } from './joint-cases.ts';
import { ROUTE_CASES } from './route-cases.ts';
import { at, key } from './terminals.ts';

type Operations = readonly PatchOperation[];
/** A plan without the finding, and the change that brings it up; undone, it is gone. */
export type Case = readonly [without: JobDocument, change: Operations];

const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const drawn = (doc: JobDocument): JobDocument => applied(doc, [add('/wiring/harness', harnessOf(doc))]);
const add = (path: string, value: unknown): PatchOperation => ({ op: 'add', path, value });
export const replace = (path: string, value: unknown): PatchOperation => ({ op: 'replace', path, value });
export const remove = (path: string): PatchOperation => ({ op: 'remove', path });

const one = (doc: JobDocument, path: string, value: unknown): Case => [doc, [replace(path, value)]];
const inPattern = (id: string, path: string, value: unknown): Case => one(pattern(id), path, value);

const plain = fullReturnJob('x');
const twin = pattern('twin-pump');
/** The second pump's feed branches off behind a wire of the first one's. */
const shared = applied(
  twin,
  setTap(twin, 'circuit-2', 'feedFrom', { circuitId: 'circuit-1', after: 'feed-1' }),
);
const drawnTwin = drawn(twin);
const coast = example('coast-road-gt');
/** A fuel cell as it should be. */
const cell = applied(plain, [
  add('/plumbing/junctions/tank/form', 'cell'),
  add('/plumbing/junctions/tank/bulkhead', true),
  add('/plumbing/vents', { vent: makeVent('tank') }),
]);
const withSender = applied(plain, addLoad(plain, 'sender').patch);
const CIRCUIT = '/wiring/circuits/pump-circuit';
const feedOrder = (...order: string[]): PatchOperation => replace(`${CIRCUIT}/feed`, order);

const RULE = {
  loadId: 'pump',
  any: [{ all: [{ kind: 'engine-turning' as const, not: false }] }],
  primeS: 2,
  minOnS: 0,
  minOffS: 0,
  needsIgnition: true,
  needsInertia: true,
  overrideS: 0,
};
const ruled = applied(plain, setRule(plain, RULE));
const ALWAYS = ruleOf(plain, 'pump').rule;
const withRule = (fields: Partial<typeof RULE>): Case => [ruled, setRule(ruled, { ...RULE, ...fields })];
const staged = (fields: object): Case => [
  twin,
  setRule(twin, {
    ...boostRule('pump-2', 35e3),
    any: [{ all: [{ kind: 'boost', above: 35e3, below: 28e3, not: false, ...fields }] }],
  }),
];

/** Without a pull nothing is asked of the pumps that one of them would not do. */
const parked = (doc: JobDocument): JobDocument => ({ ...doc, brief: { ...doc.brief, pull: [] } });

const SECOND = {
  kind: 'bypass-regulator',
  name: 'Second regulator',
  referenced: true,
  ratio: 1,
  setPa: 250e3,
  droop: 54e6,
  cv: 2.6,
};

type Wire = { readonly from: TerminalRef; readonly to: TerminalRef; readonly name: string };
/** Ends of the drawn wires that match, moved. */
const rewired = (doc: JobDocument, move: (wire: Wire) => Partial<Wire>): Operations =>
  Object.entries(doc.wiring.harness!.wires).flatMap(([id, wire]) =>
    Object.entries(move(wire)).map(([end, to]) => replace(`/wiring/harness/wires/${id}/${end}`, to)),
  );
const exchanged = (doc: JobDocument, a: string, b: string): Operations => {
  const other = (t: TerminalRef): TerminalRef => (key(t) === a ? at(b) : key(t) === b ? at(a) : t);
  return rewired(doc, (w) => ({
    ...(other(w.from) === w.from ? {} : { from: other(w.from) }),
    ...(other(w.to) === w.to ? {} : { to: other(w.to) }),
  }));
};

/** Every finding there is: one that has no case here does not compile. */
export const CASES: Readonly<Record<FindingCode, Case>> = {
  ...ROUTE_CASES,
  ...JOINT_CASES,
  OPEN_PATH: one(plain, '/plumbing/paths/return/to', 'nowhere'),
  EMPTY_PATH: one(plain, '/plumbing/paths/return/order', []),
  MISSING_PART: one(plain, '/plumbing/paths/return/order', ['regulator', 'ghost']),
  UNCONNECTED: one(plain, '/plumbing/paths/feed/order', ['strainer', 'pump', 'check', 'feed']),
  NO_PUMP: [
    plain,
    [
      replace('/plumbing/paths/feed/order', ['strainer', 'check', 'filter', 'feed']),
      remove('/plumbing/elements/pump'),
    ],
  ],
  NO_REGULATOR: [
    plain,
    [replace('/plumbing/paths/return/order', ['return']), remove('/plumbing/elements/regulator')],
  ],
  NO_RAIL: one(plain, '/plumbing/junctions/rail', { kind: 'tee', name: 'Tee', elevationM: 0.3 }),
  NO_CIRCUIT: [plain, [remove(CIRCUIT)]],
  NO_GROUND: one(plain, `${CIRCUIT}/ground`, []),
  PUMP_UNUSABLE: one(plain, '/plumbing/elements/pump/armatureOhms', 1),
  // A piece of line joined to nothing: no pressure is set in it.
  NOT_CONVERGED: [
    plain,
    [
      add('/plumbing/junctions/a', { kind: 'tee', name: 'A', elevationM: 0 }),
      add('/plumbing/junctions/b', { kind: 'tee', name: 'B', elevationM: 0 }),
      add('/plumbing/elements/loose', plain.plumbing.elements['feed']),
      add('/plumbing/paths/loose', { name: 'Loose', role: 'feed', from: 'a', to: 'b', order: ['loose'] }),
    ],
  ],
  OUTSIDE_VALIDITY: one(plain, '/brief/fuelK', 245),

  SUPPLY_SHORT: one(plain, '/brief/bsfc', 3e-7),
  RAIL_DRY: [ruled, setRule(ruled, boostRule('pump', 30e3))],
  // A pump that cannot keep up at idle: the pull is told as SUPPLY_SHORT.
  RAIL_SAG: [
    inPattern('speed-controlled', '/brief/idle/drawM3s', 0)[0],
    [replace('/plumbing/elements/pump/speed/lowSpeed', 0.06), replace('/brief/idle/drawM3s', 95e-3 / 3600)],
  ],
  FUEL_BOILS: one(plain, '/brief/fuel/rvpPa', 110e3),
  CHARGES_TOO_LOW: one(plain, '/brief/electrical/chargingV', 12),
  SUCTION_VAPOR: one(plain, '/brief/fuel/rvpPa', 90e3),
  INJECTOR_DUTY: one(plain, '/brief/fuel/ethanol', 1),
  INJECTOR_STARVED: [
    plain,
    [replace('/plumbing/elements/regulator/referenced', false), replace('/brief/pull/3/boostPa', 500e3)],
  ],
  DRIVER_LIMIT: inPattern('electronic-returnless', '/plumbing/elements/pump/driver/mostA', 5),
  DRIVER_FOUGHT: [plain, [add('/plumbing/elements/pump/driver', { ...USUAL_DRIVER, mostA: 20 })]],
  HIGH_PRESSURE_SHORT: inPattern('direct-injection', '/plumbing/junctions/high-pressure/lobes', 2),
  INJECTOR_PRESSURE: one(plain, '/brief/basePressurePa', 800e3),
  PUMP_BEYOND_CURVE: one(plain, '/brief/basePressurePa', 800e3),
  PRIME_NOT_HELD: [
    plain,
    [
      replace('/plumbing/elements/pump/outletCheck', false),
      replace('/plumbing/paths/feed/order', ['strainer', 'pump', 'filter', 'feed']),
    ],
  ],
  PUSHES_INTO_SUCTION: [
    pattern('twin-pump'),
    [
      replace('/plumbing/paths/lift-2/order', ['strainer-2']),
      remove('/plumbing/elements/check-2'),
      replace('/plumbing/paths/feed/order', ['pump-2', 'filter', 'feed']),
    ],
  ],
  RELIEF_LOW: one(plain, '/plumbing/elements/pump/reliefPa', 350e3),
  RUNS_BACK: [
    pattern('twin-pump'),
    [
      replace('/plumbing/elements/pump-2/outletCheck', false),
      replace('/plumbing/paths/lift-2/order', ['strainer-2', 'pump-2']),
    ],
  ],
  SPEED_LAGS: inPattern('speed-controlled', '/brief/pull/0/powerW', 3e6),
  MAP_SENSOR_PROOF: inPattern('speed-controlled', '/plumbing/elements/pump/speed/sensorHighPa', 30e3),
  MAP_SENSOR_SPAN: inPattern('speed-controlled', '/plumbing/elements/pump/speed/sensorHighPa', 120e3),
  MAP_NEVER_FULL: inPattern('speed-controlled', '/plumbing/elements/pump/speed/fullV', 4.8),
  ONE_PUMP_DEAD: [parked(twin), [replace('/brief/pull', twin.brief.pull)]],
  STAGING_LATE: inPattern('twin-pump', '/brief/pull/0/powerW', 3e6),
  STAGING_BY_BOOST: inPattern('twin-pump', '/brief/cruise/drawM3s', 8.3e-5),

  RETURN_OVERRUN: one(plain, '/plumbing/elements/return/dash', 4),
  RAIL_HIGH: one(plain, '/plumbing/elements/regulator/droop', 1e10),
  RAIL_LOW: [plain, [add('/plumbing/elements/regulator/setPa', 200e3)]],
  UNREFERENCED: one(plain, '/plumbing/elements/regulator/referenced', false),
  RETURN_BACK_PRESSURE: inPattern('twin-pump', '/plumbing/elements/return/dash', 4),
  REGULATORS_CONTRADICT: [
    pattern('regulator-before-rail'),
    [
      add('/plumbing/elements/second', SECOND),
      add('/plumbing/paths/second', {
        name: 'Second',
        role: 'return',
        from: 'tee',
        to: 'tank',
        order: ['second'],
      }),
    ],
  ],
  SUPPLEMENTARY_LOW: inPattern('supplementary', '/plumbing/junctions/factory/setPa', 700e3),
  SUPPLEMENTARY_HIGH: inPattern('supplementary', '/plumbing/junctions/factory/setPa', 330e3),
  VALVE_CORE: [
    pattern('supplementary'),
    [
      add('/plumbing/elements/core', {
        kind: 'component',
        name: 'Service port',
        what: 'valve-core',
        k: 40,
        boreM: 0.0079,
      }),
      replace('/plumbing/paths/spur/order', ['check', 'spur', 'core']),
    ],
  ],
  TRAPPED_VOLUME: [
    plain,
    [
      replace('/plumbing/paths/return/order', ['return']),
      remove('/plumbing/elements/regulator'),
      remove('/plumbing/paths/return'),
    ],
  ],

  SURGE_CLOSED: [
    pattern('surge-tank'),
    [remove('/plumbing/paths/overflow'), remove('/plumbing/elements/overflow')],
  ],
  LIFT_SHORT: [
    inPattern('surge-tank', '/brief/bsfc', 3e-7)[0],
    [replace('/brief/bsfc', 3e-7), replace('/brief/injectors/staticFlowM3s', 1e-4)],
  ],
  JET_NOWHERE: inPattern('saddle-tanks', '/plumbing/elements/jet/fromId', 'tank'),
  JET_SHORT: inPattern('saddle-tanks', '/plumbing/elements/jet/transferRatio', 0.01),
  TANK_FILLS: inPattern('twin-tanks', '/plumbing/junctions/tank/elevationM', -3),

  HOSE_FUEL: inPattern('hard-line', '/brief/fuel/ethanol', 1),
  HOSE_SIZE: one(plain, '/plumbing/elements/feed/hose', 'injection'),
  HOSE_PRESSURE: inPattern('blocking', '/plumbing/elements/feed/hose', 'injection'),
  HOSE_HEAT: [
    plain,
    [
      replace('/plumbing/elements/feed/hose', 'push-on'),
      replace('/plumbing/elements/feed/zone', 'engine-bay'),
      replace('/brief/electrical/engineBayK', 403),
    ],
  ],
  HOSE_IN_TANK: inPattern('returnless', '/plumbing/elements/stub/hose', 'push-on'),
  FILTER_MISSING: [
    plain,
    [
      replace('/plumbing/paths/feed/order', ['strainer', 'pump', 'check', 'feed']),
      remove('/plumbing/elements/filter'),
    ],
  ],
  FILTER_TOO_FINE: [
    plain,
    [replace('/plumbing/paths/feed/order', ['strainer', 'filter', 'pump', 'check', 'feed'])],
  ],
  FILTER_TOO_COARSE: one(plain, '/plumbing/elements/filter/micron', 100),
  FUEL_IN_CABIN: one(plain, '/plumbing/elements/feed/zone', 'cabin'),
  FILTER_MEDIA: inPattern('speed-controlled', '/plumbing/elements/filter/media', 'paper'),

  WIRE_COPPER_CLAD: one(plain, `${CIRCUIT}/segments/feed-1/conductor`, 'copper-clad'),
  WIRE_DROP: one(plain, `${CIRCUIT}/segments/feed-2/size`, 'awg-16'),
  WIRE_OVERLOADED: one(plain, '/brief/electrical/engineBayK', 423),
  NO_FUSE: [plain, [feedOrder('feed-1', 'relay', 'feed-2', 'plug')]],
  FUSE_OVER_WIRE: one(plain, `${CIRCUIT}/segments/feed-2/size`, 'awg-16'),
  FUSE_LOADED: one(plain, `${CIRCUIT}/segments/fuse/ratingA`, 15),
  FUSE_INRUSH: one(plain, '/plumbing/elements/pump/armatureOhms', 0.001),
  FUSE_FAR: one(plain, `${CIRCUIT}/segments/fuse/distanceM`, 0.5),
  RELAY_LOADED: one(plain, `${CIRCUIT}/segments/relay/ratingA`, 10),
  CONTROLLER_LOADED: inPattern('speed-controlled', `${CIRCUIT}/segments/controller/ratingA`, 15),
  TERMINAL_SMALL: one(plain, `${CIRCUIT}/segments/feed-1/size`, 'awg-6'),
  PIN_LOADED: [plain, [add(`${CIRCUIT}/segments/plug/pinA`, 8)]],
  CRANK_FEED_DROPS: [plain, [add('/brief/electrical/ignitionInCrank', 'drops')]],
  SENDER_HOT: [withSender, [add('/wiring/loads/sender/hotDistanceM', 0.05)]],
  SENDER_WARM: [withSender, [add('/wiring/loads/sender/hotDistanceM', 0.08)]],
  SENDER_RANGE: [withSender, [replace('/wiring/loads/sender/highPa', 300e3)]],
  SENDER_PROOF: [withSender, [add('/wiring/loads/sender/proofPa', 350e3)]],
  PICKUP_BARE: [
    plain,
    [
      add('/plumbing/junctions/tank/depthM', 0.3),
      add('/plumbing/junctions/tank/pickupM', 0.02),
      add('/plumbing/junctions/tank/pickupBackM', -0.3),
    ],
  ],
  VENT_MISSING: [cell, [remove('/plumbing/vents')]],
  VENT_NO_VALVE: one(cell, '/plumbing/vents/vent/rolloverValve', false),
  VENT_LOW_LOOP: one(cell, '/plumbing/vents/vent/lowLoop', true),
  VENT_OUTLET: one(cell, '/plumbing/vents/vent/outlet', 'inside'),
  VENT_LOST: [plain, [add('/plumbing/vents', { vent: makeVent('nowhere') })]],
  CELL_OPEN: one(cell, '/plumbing/junctions/tank/bulkhead', false),
  PORT_UNMATED: [
    plain,
    [
      add('/plumbing/elements/filter/inlet', 'npt-1/16-f'),
      add('/plumbing/elements/check/outlet', 'orb-16-f'),
    ],
  ],
  PORT_STACK: [plain, [add('/plumbing/elements/filter/inlet', 'npt-1/16-f')]],
  PART_IN_CABIN: [plain, [add('/plumbing/elements/filter/standsIn', 'cabin')]],
  SWITCH_LOADED: [
    plain,
    [
      add(`${CIRCUIT}/segments/switch`, { kind: 'switch', name: 'Kill switch', ohms: 0.01, ratingA: 5 }),
      feedOrder('fuse', 'feed-1', 'relay', 'switch', 'feed-2', 'plug'),
    ],
  ],
  TAPPED_FEED_UNKNOWN: one(plain, `${CIRCUIT}/supply`, 'fuse-box'),
  TAP_LOST: [
    shared,
    [
      replace(
        '/wiring/circuits/circuit-1/feed',
        twin.wiring.circuits['circuit-1']!.feed.filter((s) => s !== 'feed-1'),
      ),
      remove('/wiring/circuits/circuit-1/segments/feed-1'),
    ],
  ],
  JOINT_DROP: one(plain, `${CIRCUIT}/segments/chassis/ohms`, 0.1),
  CHARGING_SHORT: one(coast, '/brief/electrical/alternatorIdleA', 5),
  STARTER_CABLE: [
    plain,
    [add('/brief/electrical/starterCable', 'awg-4'), add('/brief/electrical/starterCableM', 6)],
  ],
  CRANKING_DIP: one(coast, '/brief/electrical/batteryV', 9),

  RUNS_KEY_OFF: withRule({ needsIgnition: false }),
  RUNS_AFTER_CRASH: [plain, setRule(plain, { ...ALWAYS, needsInertia: false })],
  RUNS_STALLED: [ruled, [remove('/wiring/triggers')]],
  NEVER_STOPS_AT_IDLE: staged({ above: -80e3, below: -90e3 }),
  CHATTERS: staged({ above: 35e3, below: 34e3 }),
  SIGNAL_BEFORE_THROTTLE: staged({ point: 'before-throttle' }),
  NO_PRIME: withRule({ primeS: 0 }),

  WIRED_KEY_OFF: [
    plain,
    [feedOrder('fuse', 'feed-1', 'feed-2', 'plug'), remove(`${CIRCUIT}/segments/relay`)],
  ],
  WIRED_CRASH: [
    drawnTwin,
    rewired(drawnTwin, (w) =>
      key(w.from) === 'inertia-ignition.b' ? { from: at('inertia-ignition.a') } : {},
    ),
  ],
  // The pump's feed on battery minus: a short behind its fuse.
  WIRED_OVERLOAD: [
    drawn(plain),
    rewired(drawn(plain), (w) => (key(w.to) === 'load-pump.plus' ? { to: at('battery.minus') } : {})),
  ],
  WIRED_REVERSED: [drawnTwin, exchanged(drawnTwin, 'load-pump-1.plus', 'load-pump-1.minus')],
  WIRED_RUNS: [
    drawnTwin,
    rewired(drawnTwin, (w) => (w.from.terminal === 'no' ? { from: { ...w.from, terminal: 'nc' } } : {})),
  ],
  WIRED_DEAD: [
    drawnTwin,
    rewired(drawnTwin, (w) => (w.from.terminal === 'no' ? { from: { ...w.from, terminal: 'nc' } } : {})),
  ],
  WIRED_BUZZING: [
    drawnTwin,
    [
      replace('/wiring/harness/devices/relay-pump-1/changeover', true),
      ...rewired(drawnTwin, (w) => (key(w.to) === 'relay-pump-1.86' ? { from: at('relay-pump-1.87a') } : {})),
    ],
  ],
  WIRING_NOT_TRIED: [
    ruled,
    setRule(ruled, {
      ...RULE,
      any: Array.from({ length: 12 }, (_, i) => ({
        all: [{ kind: 'panel' as const, name: `switch ${i}`, not: false }],
      })),
    }),
  ],
  DRIVER_UNCLAMPED: one(coast, '/wiring/circuits/circuit/segments/relay/suppression', 'none'),
  BRANCH_AHEAD_OF_FUSE: [
    drawnTwin,
    rewired(drawnTwin, (w) => (key(w.from) === 'fuse-pump-2.b' ? { from: at('battery.plus') } : {})),
  ],
  RELAY_30_87_TURNED: [drawnTwin, exchanged(drawnTwin, 'relay-pump-1.30', 'relay-pump-1.87')],
  HARNESS_BEHIND: [
    drawnTwin,
    [
      add('/wiring/circuits/circuit-1/segments/bulkhead', {
        kind: 'connector',
        name: 'Bulkhead plug',
        ohms: 0.002,
      }),
      add('/wiring/circuits/circuit-1/feed/-', 'bulkhead'),
    ],
  ],
  LATER_GOAL: [plain, [add('/brief/laterPowerW', 900 * 745.7)]],
  CAPPED_RAILS: inPattern('returnless', '/brief/pull/3/powerW', 700 * 745.7),
  MIXTURE_SHIFT: [plain, [add('/brief/controllerBasePa', 400e3)]],
};
