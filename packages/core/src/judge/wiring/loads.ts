import { hardest, type Loaded } from '../../engine/electric/electric-load.ts';
import type { FindingContext } from '../context.ts';

type Circuits = readonly Loaded[];

/** Every circuit at the state in which it carries most, of those named: worked out once a judging. */
function atTheHardest(of: (context: FindingContext) => FindingContext['states']) {
  const known = new WeakMap<FindingContext, Circuits>();
  return (context: FindingContext): Circuits => {
    const before = known.get(context);
    if (before) return before;
    const states = of(context);
    const all = Object.keys(context.doc.wiring.circuits).flatMap(
      (id) => hardest(context.doc, states, id) ?? [],
    );
    known.set(context, all);
    return all;
  };
}

/** At the state in which it carries most. */
export const loadedCircuits = atTheHardest(({ states }) => states);

/** The same, cranking left out: what is carried for seconds heats nothing. */
export const steadyCircuits = atTheHardest(({ states }) =>
  states.filter(({ state }) => state.kind !== 'cranking'),
);
