import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf } from '../../../fields/shape.ts';
import { ratingA } from '../fields.ts';

/** Volts the currents of loads are given at. */
export const LOAD_VOLTS = 13.5;

/** What a load is described by: taken as a resistance or as a steady current. */
export const loadFields = <const K extends string>(kind: K) => ({
  kind: oneOf([kind]),
  name,
  amps: ratingA('Takes at 13.5 V', 0.001, { max: 200 }),
  draws: labelled('Behaves as', choice({ resistance: 'a resistance', current: 'a steady current' })),
  when: labelled(
    'Is on',
    choice({ key: 'with the key', running: 'while the engine runs', always: 'always' }),
  ),
});

export const loadShape = <const K extends string>(kind: K) => withSources(loadFields(kind));
