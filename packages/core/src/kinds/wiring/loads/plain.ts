import type { Infer } from '../../../fields/shape.ts';
import type { WiringKind } from '../contract.ts';
import { loadShape } from './fields.ts';

type PlainLoad<K extends string> = Infer<ReturnType<typeof loadShape<K>>>;

/** A load that is no more than its current. */
export function plainLoad<const K extends string>(
  kind: K,
  name: string,
  usual: {
    readonly amps: number;
    readonly draws: 'resistance' | 'current';
    readonly when: 'key' | 'running' | 'always';
  },
  fedBy: 'relay' | 'small-fuse',
  /** Winding as a share of what its running current looks like; absent: no motor. */
  windingOhms?: (amps: number) => number,
): WiringKind<never, never, PlainLoad<K>> {
  return {
    segment: null,
    device: null,
    load: {
      shape: loadShape(kind),
      winding: (l: { readonly amps: number }) => windingOhms?.(l.amps) ?? null,
      fedBy,
      offer: { name, make: () => ({ kind, name, ...usual }) },
    },
  };
}
