import { quantity } from '../../fields/field.ts';
import { optional, text } from '../../fields/shape.ts';

export const ratingA = (label: string, min: number, max = 300) =>
  quantity({ label, dimension: 'amps', unit: 'A', min, max });

export const jointOhms = (label: string, max: number, usual: number) =>
  quantity({ label, dimension: 'resistance', unit: 'Ω', min: 0, max, usual, why: 'typical of a sound one' });

/** The piece of a circuit a drawn part stands for, "circuit/piece": its figures are read from there. */
export const of = optional(text(90, 3));
