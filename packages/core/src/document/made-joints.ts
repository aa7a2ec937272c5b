import { choice, labelled, list, object, optional, text, type Infer } from '../fields/shape.ts';

/** What is put on the thread or under the nut of a joint. */
export const DRESSINGS = {
  bare: 'nothing',
  oil: 'oil',
  sealant: 'thread sealant',
  tape: 'tape',
} as const;
export type Dressing = keyof typeof DRESSINGS;

const madeJoint = object({
  /** Id of the joint, as the list of joints names it. */
  joint: text(124, 1),
  thread: optional(labelled('On the thread', choice(DRESSINGS)), 'as its kind asks'),
  seal: optional(labelled('Seal', choice({ fresh: 'new', used: 'used again' })), 'new'),
  /** What its two sides are made of: the weaker one says how tight it gets. */
  metal: optional(
    labelled('Nut and fitting', choice({ aluminum: 'aluminum, one or both', steel: 'steel, both' })),
    'aluminum, one or both',
  ),
});
export type MadeJoint = Infer<typeof madeJoint>;

/** How joints are made, where somebody said something other than the usual: as found, or as it is meant to be done. */
export const madeShape = list(madeJoint, 0, 400);
