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
