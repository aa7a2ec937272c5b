import { quantity } from '../../../fields/field.ts';
import { flag, optional } from '../../../fields/shape.ts';
import { REGULATORS } from './seats.ts';

/** Fields regulators have in common. */
export const ratio = (min: number, max: number, usual: number) =>
  quantity({
    label: 'Rise per unit of boost',
    dimension: 'coefficient',
    unit: '',
    min,
    max,
    usual,
    why: '1 keeps the differential over the injectors',
  });

/** Whether the reference port sees the manifold. */
export const referenced = flag({ true: 'to the manifold', false: 'open to air' });

export const setPa = optional(
  quantity({
    label: 'Its own setting',
    dimension: 'pressure',
    unit: 'Pa',
    min: 10e3,
    max: 1e6,
    absent: 'base pressure',
    why: 'where it is set to something else than the base pressure',
  }),
);

export const droop = quantity({
  label: 'Rise with flow',
  dimension: 'droop',
  unit: 'Pa per m³/s',
  min: 1e5,
  max: 1e10,
  usual: REGULATORS.medium.droop,
  why: 'estimate by size of seat',
});

export const cv = quantity({
  label: 'Flow coefficient, wide open',
  dimension: 'coefficient',
  unit: 'US gpm/√psi',
  min: 0.05,
  max: 20,
  usual: REGULATORS.medium.cv,
  why: 'ISA 75.01; by size of seat until the maker’s figure is known',
});
