import { labelled, oneOf, optional } from '../../fields/shape.ts';
import { faceName, PART_FACE_IDS } from './faces.ts';

const port = (label: string) =>
  optional(labelled(label, oneOf(PART_FACE_IDS, faceName)), 'taken as its kind usually has it');

/** What a part with two ends offers at each; not known until the part is on the bench. */
export const portFields = { inlet: port('Inlet port'), outlet: port('Outlet port') };

/** What a place where lines meet offers to each of them. */
export const junctionPort = { port: port('Its ports') };
