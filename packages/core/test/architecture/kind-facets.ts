/**
 * Checked by the compiler alone (tsconfig.test.json): a kind without one of its facets is no kind, and a registry line
 * under another kind’s name yields no part. Each `@ts-expect-error` fails the build on the day its line compiles.
 */
import type { JunctionKind, PlumbingKind } from '../../src/kinds/contract.ts';
import type { ElementKind, ElementOf, Junction } from '../../src/kinds/index.ts';
import type { SegmentFacets, DeviceFacets, WiringKind } from '../../src/kinds/wiring/contract.ts';
import type { PulsationDamper } from '../../src/kinds/plumbing/pulsation-damper/shape.ts';

type SenderPart = { readonly kind: 'sender'; readonly name: string };
type WiringOnly = WiringKind<never, SenderPart, never>;

declare const whole: PlumbingKind<PulsationDamper>;
declare const junction: JunctionKind<Junction>;
declare const device: DeviceFacets<SenderPart>;
declare const segment: SegmentFacets<{ readonly kind: 'fuse' }, never>;
declare const wiring: WiringOnly;

/** All facets but one. */
type Without<T, K extends keyof T> = { readonly [P in Exclude<keyof T, K>]: T[P] };
const without = <T, K extends keyof T>(kind: T, _facet: K): Without<T, K> => kind;

export const complete: PlumbingKind<PulsationDamper> = whole;

// @ts-expect-error no law
export const lawless: PlumbingKind<PulsationDamper> = without(whole, 'law');
// @ts-expect-error no shape
export const shapeless: PlumbingKind<PulsationDamper> = without(whole, 'shape');
// @ts-expect-error no way out for pressure said
export const reliefless: PlumbingKind<PulsationDamper> = without(whole, 'relief');
// @ts-expect-error no give
export const stiff: PlumbingKind<PulsationDamper> = without(whole, 'give');
// @ts-expect-error no better size
export const stepless: PlumbingKind<PulsationDamper> = without(whole, 'step');
// @ts-expect-error nothing on the order list
export const unlisted: PlumbingKind<PulsationDamper> = without(whole, 'lines');
// @ts-expect-error no caption
export const nameless: PlumbingKind<PulsationDamper> = without(whole, 'caption');
// @ts-expect-error not on offer
export const unoffered: PlumbingKind<PulsationDamper> = without(whole, 'offers');
// @ts-expect-error no ports
export const portless: PlumbingKind<PulsationDamper> = without(whole, 'ports');

// @ts-expect-error a junction that does not say what it holds
export const leaky: JunctionKind<Junction> = without(junction, 'held');
// @ts-expect-error a junction without a shape
export const formless: JunctionKind<Junction> = without(junction, 'shape');

// @ts-expect-error a device without terminals
export const unwired: WiringOnly['device'] = without(device, 'terminals');
// @ts-expect-error a device that does nothing
export const idle: WiringOnly['device'] = without(device, 'behavior');
// @ts-expect-error a piece that meets no current
export const current: SegmentFacets<{ readonly kind: 'fuse' }, never> = without(segment, 'meets');
// @ts-expect-error a wiring kind that does not say whether it is a load
export const half: WiringOnly = without(wiring, 'load');

/** The part of a kind has that kind’s figures. */
export const cushion = (e: ElementOf<'pulsation-damper'>): number => e.gasM3;
// @ts-expect-error no such kind
export const unknown: ElementKind = 'carburetor';
