import { hardest, type Loaded } from '../../engine/electric/electric-load.ts';
import type { FindingContext } from '../context.ts';

const loaded = new WeakMap<FindingContext, Loaded[]>();

/** Every circuit at the state in which it carries most: worked out once a judging. */
export function loadedCircuits(context: FindingContext): readonly Loaded[] {
  const known = loaded.get(context);
  if (known) return known;
  const { doc, states } = context;
  const all = Object.keys(doc.wiring.circuits).flatMap((id) => hardest(doc, states, id) ?? []);
  loaded.set(context, all);
  return all;
}
