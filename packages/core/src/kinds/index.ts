import type { JunctionKind, PlumbingKind } from './contract.ts';
import { factory } from './junctions/factory/index.ts';
import { highPressurePump } from './junctions/high-pressure-pump/index.ts';
import { rail } from './junctions/rail/index.ts';
import { surge } from './junctions/surge/index.ts';
import { tank } from './junctions/tank/index.ts';
import { tee } from './junctions/tee/index.ts';
import { blockingRegulator } from './plumbing/blocking-regulator/index.ts';
import { bypassRegulator } from './plumbing/bypass-regulator/index.ts';
import { checkValve } from './plumbing/check-valve/index.ts';
import { component } from './plumbing/component/index.ts';
import { filter } from './plumbing/filter/index.ts';
import { jet } from './plumbing/jet/index.ts';
import { pulsationDamper } from './plumbing/pulsation-damper/index.ts';
import { pump } from './plumbing/pump/index.ts';
import { risingRate } from './plumbing/rising-rate/index.ts';
import { run } from './plumbing/run/index.ts';
import { strainer } from './plumbing/strainer/index.ts';

/**
 * Every kind of part that stands in a path, in the order they are offered. A new kind is its folder and its line here; a forgotten facet does not compile.
 */
export const PLUMBING = {
  run,
  filter,
  'check-valve': checkValve,
  strainer,
  pump,
  'bypass-regulator': bypassRegulator,
  'blocking-regulator': blockingRegulator,
  'rising-rate': risingRate,
  jet,
  component,
  'pulsation-damper': pulsationDamper,
} as const;

/** Every kind of place where paths meet. */
export const JUNCTIONS = {
  tank,
  rail,
  tee,
  surge,
  factory,
  'high-pressure-pump': highPressurePump,
} as const;

type PartOf<T> = T extends PlumbingKind<infer E> ? E : T extends JunctionKind<infer J> ? J : never;
/** Parts by kind: a registry key that is not its part's `kind` drops out here, and its uses do not compile. */
type ByKind<R> = { [K in keyof R]: Extract<PartOf<R[K]>, { readonly kind: K }> };

type Elements = ByKind<typeof PLUMBING>;
type Junctions = ByKind<typeof JUNCTIONS>;

export type ElementKind = keyof Elements;
export type ElementOf<K extends ElementKind> = Elements[K];
export type PlumbingElement = Elements[ElementKind];
export type JunctionOf<K extends keyof Junctions> = Junctions[K];
export type Junction = Junctions[keyof Junctions];

/**
 * What is known of a part’s kind.
 * @param e part
 * @returns its facets
 * Validity: every kind of the registry.
 * @throws nothing
 * @source own convention
 * @example plumbingKind(fullReturnJob('x').plumbing.elements.feed).open // => true
 */
export const plumbingKind = <E extends PlumbingElement>(e: E): PlumbingKind<E> =>
  PLUMBING[e.kind] as unknown as PlumbingKind<E>;

/** What is known of a junction’s kind. */
export const junctionKind = <J extends Junction>(j: J): JunctionKind<J> =>
  JUNCTIONS[j.kind] as unknown as JunctionKind<J>;

/** Shapes of a registry, for the document. */
export const shapesOf = <R extends Readonly<Record<string, { readonly shape: unknown }>>>(
  registry: R,
): { [K in keyof R]: R[K]['shape'] } =>
  Object.fromEntries(Object.entries(registry).map(([k, v]) => [k, v.shape])) as {
    [K in keyof R]: R[K]['shape'];
  };
