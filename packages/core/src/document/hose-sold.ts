import { quantity } from '../fields/field.ts';
import { labelled, list, object } from '../fields/shape.ts';

/** Shortest and longest roll anybody sells, m. */
export const ROLL_LIMITS = { min: 0.3048, max: 100 } as const;

const length = (label: string, usual?: number) =>
  quantity({
    label,
    dimension: 'length',
    unit: 'm',
    ...ROLL_LIMITS,
    ...(usual === undefined ? {} : { usual }),
  });

const LONGEST = length('Longest single piece', 15.24);

/** How the shop buys hose: in rolls of these lengths, else by the foot or half meter up to the longest single piece; m. */
export const hoseSoldShape = object({
  rollsM: labelled('Roll lengths', list(length('Roll length'), 0, 8)),
  longestM: LONGEST,
});
export interface HoseSold {
  readonly rollsM: readonly number[];
  readonly longestM: number;
}

/** What a form asks of it: label, range. */
export const LONGEST_PIECE = LONGEST.field;

/** By the foot, up to 50 ft in one piece (common practice). */
export const USUAL_HOSE_SOLD: HoseSold = { rollsM: [], longestM: 15.24 };
