import { integer, labelled, object, optional, text, type Infer } from './shape.ts';

const reference = object({ id: text(36, 36), revision: integer(1, 1_000_000), name: text(80, 1) });
/** Which entry of the shop’s library, and which state of it. */
export type LibraryRef = Infer<typeof reference>;

/** Where a thing’s figures were taken from: they are the job’s own copy, and stay what they were when the library moves on. */
export const fromLibrary = optional(labelled('From the library', reference));
