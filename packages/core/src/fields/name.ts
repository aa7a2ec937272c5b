import { labelled, text } from './shape.ts';

/** What a thing is called in a plan. */
const NAME_LENGTH = 80;
export const name = labelled('Name', text(NAME_LENGTH, 1));
/** The key of a thing in a plan: shown by that thing's name. */
export const id = { ...text(40, 1), refers: true as const };
