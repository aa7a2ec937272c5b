import { fromLibrary } from '../../fields/from-library.ts';
import { choice, labelled, optional } from '../../fields/shape.ts';
import { portFields } from '../ports/port-fields.ts';

export const ZONES = {
  'in-tank': 'the tank',
  'under-body': 'under the body',
  'engine-bay': 'engine bay',
  cabin: 'cabin',
} as const;

/** Where a part that is no line stands. */
export const stands = {
  standsIn: optional(labelled('Located in', choice(ZONES)), 'where its hoses run'),
  fromLibrary,
};

/** Of a part with a port at either end. */
export const fitted = { ...stands, ...portFields };
