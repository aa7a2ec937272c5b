import { quantity } from '../../../fields/field.ts';

/** Loss of a clean element at 400 L/h of gasoline. */
export const lossAt400 = (usual: number) =>
  quantity({
    label: 'Loss at 400 L/h, clean',
    dimension: 'pressure',
    unit: 'Pa',
    min: 0,
    max: 200e3,
    usual,
    why: 'at 400 L/h of gasoline; typical until the maker’s figure is known',
  });

export const clogged = quantity({
  label: 'Clogged',
  dimension: 'fraction',
  unit: '',
  min: 0,
  max: 0.95,
  usual: 0,
  why: 'share of the element’s area that passes nothing',
});
