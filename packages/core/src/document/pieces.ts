import { inKeyOrder } from '../fields/key-order.ts';
import { makeBypassRegulator } from '../kinds/plumbing/bypass-regulator/shape.ts';
import { makeCheckValve } from '../kinds/plumbing/check-valve/shape.ts';
import { makeFilter } from '../kinds/plumbing/filter/shape.ts';
import { makePump } from '../kinds/plumbing/pump/shape.ts';
import { makeRun } from '../kinds/plumbing/run/shape.ts';
import { makeWire } from '../kinds/wiring/wire/segment.ts';
import { makeStrainer } from '../kinds/plumbing/strainer/shape.ts';
import type { WireSize } from '../kinds/wiring/wire/wire.ts';
import { withDistinctNames } from './distinct-names.ts';
import { JOB_FORMAT, JOB_VERSION, type Circuit, type JobDocument, type Segment } from './job-document.ts';
import { HP, LPH, PSI, POUND_PER_HP_HOUR } from '../quantities/constants.ts';

/** Pieces patterns are made of: new ones each time, since two plans must not share a part. */
export const pumpElement = makePump;
export const run = makeRun;

/** The usual circuit of one pump; a tag tells its parts from those of another. */
export const pumpCircuit = (loadId: string, tag = ''): Circuit => ({
  name: `Pump${tag} feed`,
  loadId,
  supply: 'battery',
  feed: ['fuse', 'feed-1', 'relay', 'feed-2', 'plug'],
  ground: ['ground-1', 'chassis'],
  segments: {
    fuse: { kind: 'fuse', name: `Fuse at the battery${tag}`, ratingA: 30, distanceM: 0.15 },
    'feed-1': makeWire(`Battery to relay${tag}`, 'red', 1.2, 'engine-bay'),
    relay: {
      kind: 'relay',
      name: `Pump relay${tag}`,
      ratingA: 40,
      contactOhms: 0.005,
      suppression: 'resistor',
    },
    'feed-2': makeWire(`Relay to pump${tag}`, 'red/white', 4.5, 'under-body'),
    plug: { kind: 'connector', name: `Pump plug${tag}`, ohms: 0.002 },
    'ground-1': makeWire(`Pump to chassis${tag}`, 'black', 0.5, 'under-body'),
    chassis: { kind: 'chassis', name: `Chassis ground${tag}`, ohms: 0.003 },
  },
});

const thinWire = (name: string, wire: string, color: string, lengthM: number) => ({
  ...makeWire(`${name} ${wire}`, color, lengthM, 'cabin'),
  size: 'awg-18' as const,
});

/** In the plug of the device that reads a sensor. */
const READER_PIN = { terminal: 'sealed connector pin', joint: 'crimp', shrink: true } as const;

/** A sender the device that reads it feeds: two wires to its 5 V and its sensor ground, or the one wire of a sender that grounds by its body. */
export const senderCircuit = (loadId: string, name: string, fed: '5V' | 'one-wire'): Circuit => {
  const single = fed === 'one-wire';
  const feed = single ? thinWire(name, 'signal', 'white', 1.5) : thinWire(name, '5 V supply', 'gray', 1.5);
  return {
    name: `${name} feed`,
    loadId,
    supply: 'ignition',
    feed: ['feed-1'],
    ground: single ? [] : ['ground-1'],
    segments: {
      'feed-1': { ...feed, endA: READER_PIN },
      ...(single
        ? {}
        : { 'ground-1': { ...thinWire(name, 'sensor ground', 'black/white', 1.5), endB: READER_PIN } }),
    },
  };
};

/** A gauge, sender or sensor: its own small fuse on a feed that is live with the key, its own ground, no relay. */
export const smallCircuit = (loadId: string, name: string): Circuit => {
  return {
    name: `${name} feed`,
    loadId,
    supply: 'ignition',
    feed: ['fuse', 'feed-1'],
    ground: ['ground-1', 'chassis'],
    segments: {
      fuse: { kind: 'fuse', name: `${name} fuse`, ratingA: 5, distanceM: 0.15 },
      'feed-1': thinWire(name, 'feed', 'pink', 1.5),
      'ground-1': thinWire(name, 'ground', 'black', 0.9),
      chassis: { kind: 'chassis', name: `${name} ground`, ohms: 0.003 },
    },
  };
};

/** A brushless pump: heavy wire from a fused stud through its controller; what enables it is a small wire. */
export const controllerCircuit = (
  loadId: string,
  { size, fuseA, controllerA }: { size: WireSize; fuseA: number; controllerA: number },
): Circuit => {
  const usual = pumpCircuit(loadId);
  const { relay: _relay, ...rest } = usual.segments;
  const segments = Object.fromEntries(
    Object.entries(rest).map(([id, s]): [string, Segment] => [
      id,
      s.kind === 'wire' ? { ...s, size } : s.kind === 'fuse' ? { ...s, ratingA: fuseA } : s,
    ]),
  );
  return {
    ...usual,
    feed: ['fuse', 'feed-1', 'controller', 'feed-2', 'plug'],
    segments: {
      ...segments,
      'feed-1': { ...segments['feed-1']!, name: 'Battery to controller' },
      controller: { kind: 'pump-controller', name: 'Pump controller', ratingA: controllerA, ohms: 0.002 },
      'feed-2': { ...segments['feed-2']!, name: 'Controller to pump' },
    },
  };
};

/** A pump the factory’s driver module feeds: the wires from the module and back to it, which are in the car. */
export const driverCircuit = (loadId: string): Circuit => {
  const { 'feed-2': feed, plug, 'ground-1': ground, chassis } = pumpCircuit(loadId).segments;
  return {
    name: 'Pump feed, factory',
    loadId,
    supply: 'battery',
    feed: ['feed-2', 'plug'],
    ground: ['ground-1', 'chassis'],
    segments: {
      'feed-2': { ...feed!, name: 'Driver module to pump' },
      plug: plug!,
      'ground-1': { ...ground!, name: 'Pump to driver module' },
      chassis: { ...chassis!, name: 'Ground of the driver module' },
    },
  };
};

/** What every pattern starts from: a brief worth changing, and plumbing and wiring of its own. */
export const jobWith = (
  title: string,
  plumbing: JobDocument['plumbing'],
  circuits: JobDocument['wiring']['circuits'] = { 'pump-circuit': pumpCircuit('pump') },
  triggers?: JobDocument['wiring']['triggers'],
): JobDocument =>
  withDistinctNames(
    inKeyOrder({
      format: JOB_FORMAT,
      version: JOB_VERSION,
      title,
      customer: '',
      vehicle: { description: '', engine: '', induction: 'mild-boost', asFound: '' },
      brief: {
        fuel: { ethanol: 0.1, gasolineDensity15: 745, rvpPa: 62e3 },
        fuelK: 308.15,
        barometricPa: 101_325,
        powerBasis: 'crank',
        drivetrainLoss: 0.15,
        bsfc: 0.6 * POUND_PER_HP_HOUR,
        pull: [
          { rpm: 2500, powerW: 110 * HP, boostPa: 4 * PSI },
          { rpm: 4000, powerW: 250 * HP, boostPa: 14 * PSI },
          { rpm: 5500, powerW: 350 * HP, boostPa: 14 * PSI },
          { rpm: 6500, powerW: 400 * HP, boostPa: 14 * PSI },
          { rpm: 7000, powerW: 385 * HP, boostPa: 13 * PSI },
        ],
        basePressurePa: 300e3,
        designMargin: 0.15,
        idle: { rpm: 850, manifoldPa: -10 * PSI, drawM3s: 4 * LPH },
        cruise: { rpm: 2500, manifoldPa: -6 * PSI, drawM3s: 14 * LPH },
        injectors: {
          count: 4,
          staticFlowM3s: 1000e-6 / 60,
          ratedPa: 300e3,
          dutyLimit: 0.85,
          maxDifferentialPa: 700e3,
        },
        electrical: {
          batteryV: 12.4,
          chargingV: 14.2,
          sourceOhms: 0.01,
          engineBayK: 353.15,
          underBodyK: 323.15,
          cabinK: 303.15,
        },
      },
      plumbing,
      wiring: { circuits, ...(triggers ? { triggers } : {}) },
    }),
  );

export const tank = () => ({ kind: 'tank', name: 'Tank', elevationM: 0 }) as const;
export const rail = (name = 'Rail') => ({ kind: 'rail', name, elevationM: 0.3, volumeM3: 0.12e-3 }) as const;
export const tee = (name: string, elevationM: number) => ({ kind: 'tee', name, elevationM }) as const;
export const yFitting = (name: string, elevationM: number) =>
  ({ kind: 'tee', name, elevationM, form: 'y' }) as const;
/** Where lines meet in one part: the inlets of a regulator, the outlets of a tank unit. */
export const portsOf = (name: string, elevationM: number) =>
  ({ kind: 'tee', name, elevationM, form: 'ports' }) as const;
export const strainer = makeStrainer;
export const checkValve = makeCheckValve;
export const filter = makeFilter;
export const bypassRegulator = makeBypassRegulator;
