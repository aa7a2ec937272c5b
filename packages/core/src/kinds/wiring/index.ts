import { battery } from './battery/index.ts';
import { chassis } from './chassis/index.ts';
import { connector } from './connector/index.ts';
import { constant } from './constant/index.ts';
import type { DeviceFacets, LoadFacets, SegmentFacets } from './contract.ts';
import { ecuOutput } from './ecu-output/index.ts';
import { fuse } from './fuse/index.ts';
import { ground } from './ground/index.ts';
import { ignition } from './ignition/index.ts';
import { inertia } from './inertia/index.ts';
import { load } from './load/index.ts';
import { controller, fan, gauge, heater, other, sensor } from './loads/index.ts';
import { pumpController } from './pump-controller/index.ts';
import { relay } from './relay/index.ts';
import { sender } from './sender/index.ts';
import { splice } from './splice/index.ts';
import { panelSwitch } from './switch/index.ts';
import { wire } from './wire/index.ts';

/**
 * Every kind of wiring, in the order it is offered. A new kind is its folder and its line here; a forgotten facet does not
 * compile.
 */
export const WIRING = {
  wire,
  fuse,
  relay,
  'pump-controller': pumpController,
  connector,
  switch: panelSwitch,
  'ecu-output': ecuOutput,
  inertia,
  ground,
  splice,
  ignition,
  constant,
  chassis,
  battery,
  load,
  fan,
  controller,
  sensor,
  gauge,
  heater,
  other,
  sender,
} as const;

type Kinds = typeof WIRING;
/** What a kind is as a piece, as a drawn part, as a load; never where it is none. */
interface Roles<T> {
  readonly segment: T extends { readonly segment: SegmentFacets<infer S, infer _D> } ? S : never;
  readonly device: T extends { readonly device: DeviceFacets<infer D> } ? D : never;
  readonly load: T extends { readonly load: LoadFacets<infer L> } ? L : never;
}

/** By kind: a registry key that is not its part's `kind` drops out here, and its uses do not compile. */
type Having<R extends keyof Roles<never>> = {
  [
    K in keyof Kinds as [Roles<Kinds[K]>[R]] extends [never]
      ? never
      : Roles<Kinds[K]>[R] extends { kind: K }
        ? K
        : never
  ]: Roles<Kinds[K]>[R];
};
type Segments = Having<'segment'>;
type Devices = Having<'device'>;
type Loads = Having<'load'>;

export type Segment = Segments[keyof Segments];
export type SegmentOf<K extends keyof Segments> = Segments[K];
export type Device = Devices[keyof Devices];
export type DeviceOf<K extends keyof Devices> = Devices[K];
export type ElectricLoad = Loads[keyof Loads];

/**
 * What is known of the kind of a piece of a circuit.
 * @param s piece
 * @returns its facets
 * Validity: every kind of the registry.
 * @throws nothing
 * @source own convention
 * @example segmentKind(fullReturnJob('x').wiring.circuits['pump-circuit'].segments.fuse).meets.as // => 'joint'
 */
export const segmentKind = <S extends Segment>(s: S): SegmentFacets<S, Device> =>
  WIRING[s.kind].segment as unknown as SegmentFacets<S, Device>;
export const deviceKind = <D extends Device>(d: D): DeviceFacets<D> =>
  WIRING[d.kind].device as unknown as DeviceFacets<D>;
export const loadKind = <L extends ElectricLoad>(l: L): LoadFacets<L> =>
  WIRING[l.kind].load as unknown as LoadFacets<L>;

const facets = <F extends 'segment' | 'device' | 'load'>(facet: F) =>
  Object.entries(WIRING).flatMap(([kind, k]): [string, NonNullable<(typeof k)[F]>][] => {
    const f = k[facet];
    return f ? [[kind, f]] : [];
  });

/** Shapes of the kinds that have a facet, for the document. */
export const shapesWith = <F extends 'segment' | 'device' | 'load'>(facet: F) =>
  Object.fromEntries(facets(facet).map(([kind, f]) => [kind, f.shape])) as unknown as {
    segment: { [K in keyof Segments]: SegmentFacets<Segments[K], Device>['shape'] };
    device: { [K in keyof Devices]: DeviceFacets<Devices[K]>['shape'] };
    load: { [K in keyof Loads]: LoadFacets<Loads[K]>['shape'] };
  }[F];

/** What can be put into a circuit, into a drawing, onto the wiring. */
export const SEGMENT_OFFERS = facets('segment').flatMap(([kind, f]) =>
  f.offers.map((o) => ({ kind: kind as Segment['kind'], name: o.name, make: o.make })),
);
export const DEVICE_OFFERS = facets('device').flatMap(([, f]) =>
  f.offers.map((o) => ({ name: o.name, make: o.make })),
);
export const LOAD_OFFERS = facets('load').map(([kind, f]) => ({
  kind: kind as ElectricLoad['kind'],
  name: f.offer.name,
  make: f.offer.make,
}));
