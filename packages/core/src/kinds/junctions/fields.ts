import { quantity } from '../../fields/field.ts';

export const elevation = quantity({
  label: 'Height, tank floor is 0',
  dimension: 'length',
  unit: 'm',
  min: -3,
  max: 5,
  usual: 0,
  why: 'above the tank’s floor',
});

/** Walls of what stands on the engine, per volume and pressure 1/Pa and 1/K (estimates): an extruded section, and thin tube. */
export const WALLS = {
  aluminum: { compliance: 3e-11, expansion: 23e-6 },
  steel: { compliance: 5e-11, expansion: 12e-6 },
} as const;
