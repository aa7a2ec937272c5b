import { quantity } from '../fields/field.ts';
import { id, name } from '../fields/name.ts';
import { withSources } from '../fields/provenance.ts';
import { choice, flag, labelled, oneOf, type Infer } from '../fields/shape.ts';
import { DASH_SIZES, HOSE_KINDS, HOSE_KIND_IDS } from '../kinds/plumbing/run/hoses.ts';

/** The line a tank or cell breathes through: air and vapor, no fuel, so no part of the flow. */
export const ventShape = withSources({
  name,
  tankId: labelled('Tank', id),
  hose: labelled(
    'Hose or tube',
    oneOf(HOSE_KIND_IDS, (kind) => HOSE_KINDS[kind].name),
  ),
  dash: labelled(
    'Size',
    oneOf(DASH_SIZES, (dash) => `-${dash}`),
  ),
  lengthM: quantity({ label: 'Length', dimension: 'length', unit: 'm', min: 0.01, max: 10 }),
  rolloverValve: labelled('Rollover valve', flag({ true: 'fitted', false: 'none' })),
  lowLoop: labelled('Sags into a low loop', flag()),
  outlet: labelled(
    'Ends',
    choice({
      above: 'outside, above the fuel',
      below: 'outside, below the fuel',
      inside: 'inside the car',
      canister: 'in the car’s vapor canister',
    }),
  ),
});
export type Vent = Infer<typeof ventShape>;

/**
 * A vent line as it should be: a valve, no low loop, out and above.
 * @param tankId tank or cell it serves
 * @returns a vent of -8 hose, 1.2 m
 * Validity: any tank.
 * @throws nothing
 * @source common practice
 * @example makeVent('tank').outlet // => 'above'
 */
export const makeVent = (tankId: string): Vent => ({
  name: 'Vent line',
  tankId,
  hose: 'ptfe',
  dash: 8,
  lengthM: 1.2192,
  rolloverValve: true,
  lowLoop: false,
  outlet: 'above',
});
