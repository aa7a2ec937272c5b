import { count, quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, object, oneOf, optional, text, type Infer } from '../../../fields/shape.ts';
import { WIRE_SIZES, wireSizeName } from './wire.ts';

/** How one end of a wire is made off; absent: as its neighbor asks. */
export const wireEndShape = object({
  terminal: text(40, 1),
  joint: oneOf(['crimp', 'crimp-solder', 'solder']),
  shrink: flag(),
});
export type WireEnd = Infer<typeof wireEndShape>;

const ZONES = { 'engine-bay': 'engine bay', 'under-body': 'under the body', cabin: 'cabin' } as const;

export const wireShape = withSources({
  kind: oneOf(['wire']),
  name,
  size: labelled('Wire size', oneOf(WIRE_SIZES, wireSizeName)),
  conductor: labelled('Conductor', choice({ copper: 'copper', 'copper-clad': 'copper-clad aluminum' })),
  lengthM: quantity({ label: 'Length', dimension: 'length', unit: 'm', min: 0.01, max: 30 }),
  zone: labelled('Runs through', choice(ZONES)),
  bundled: count({ label: 'Wires in the bundle', min: 1, max: 60, usual: 1 }),
  color: labelled('Color on the car', text(30)),
  insulationK: quantity({
    label: 'Insulation good to',
    dimension: 'temperature',
    unit: 'K',
    min: 333,
    max: 523,
    usual: 398.15,
  }),
  /** Vehicle cable runs up to 10 % under the section its gauge names; absent: the full section. */
  cable: optional(
    labelled(
      'Section',
      choice({ full: 'full, as its gauge says', vehicle: 'vehicle cable, up to 10% less' }),
    ),
  ),
  slackM: optional(
    quantity({
      label: 'Slack, for a lid or hat',
      dimension: 'length',
      unit: 'm',
      min: 0,
      max: 3,
      usual: 0.3,
      absent: 'none',
      why: 'left over so that a lid or hat opens; cut longer by it, and it counts in the drop',
    }),
  ),
  endA: optional(wireEndShape),
  endB: optional(wireEndShape),
});
export type Wire = Infer<typeof wireShape>;

export const makeWire = (name: string, color: string, lengthM: number, zone: Wire['zone']): Wire => ({
  kind: 'wire',
  name,
  color,
  size: 'awg-10',
  conductor: 'copper',
  lengthM,
  zone,
  bundled: 1,
  insulationK: 398.15,
});

/**
 * What a wire measures, its slack with it.
 * @param wire length and slack, m
 * @returns m
 * Validity: any wire.
 * @throws nothing
 * @source own convention
 * @example wireLength({ lengthM: 2, slackM: 0.5 }) // => 2.5
 */
export const wireLength = (wire: Wire): number => wire.lengthM + (wire.slackM ?? 0);
