import { hardest, type Loaded } from '../../engine/electric/electric-load.ts';
import type { FindingContext } from '../context.ts';

/** Every circuit at the state in which it carries most. */
export const loadedCircuits = ({ doc, states }: FindingContext): Loaded[] =>
  Object.keys(doc.wiring.circuits).flatMap((id) => hardest(doc, states, id) ?? []);
