import { renamed, setRule } from '@venula/core/document';
import { isLevel, signalOf } from '@venula/core/trigger';
import type { JobDocument, PumpTrigger } from '@venula/core/document';
import type { PatchOperation } from '@venula/core/outcome';
import type { Term } from '@venula/core/trigger';
import { PSI } from '@venula/core/quantities';

/** What a condition can say, in the order it is offered; "!" is its opposite. */
export const SAYINGS: readonly (readonly [string, string])[] = [
  ['boost', 'boost rises to'],
  ['!boost', 'boost stays under'],
  ['throttle', 'throttle opens to'],
  ['!throttle', 'throttle stays under'],
  ['rpm', 'engine speed reaches'],
  ['!rpm', 'engine speed stays under'],
  ['oil-pressure', 'oil pressure reaches'],
  ['!oil-pressure', 'oil pressure stays under'],
  ['engine-turning', 'the engine turns'],
  ['!engine-turning', 'the engine is stopped'],
  ['starter', 'the starter turns'],
  ['!starter', 'the starter is off'],
  ['panel', 'panel switch is on:'],
  ['!panel', 'panel switch is off:'],
  ['ecu', 'controller output is on:'],
  ['!ecu', 'controller output is off:'],
];

export const sayingOf = (term: Term): string => `${term.not ? '!' : ''}${term.kind}`;

/** A condition of a kind with figures to start from. */
export function newTerm(saying: string): Term {
  const not = saying.startsWith('!');
  const kind = saying.replace('!', '') as Term['kind'];
  switch (kind) {
    case 'boost':
      return { kind, above: 5 * PSI, below: 4 * PSI, not };
    case 'throttle':
      return { kind, above: 0.6, below: 0.5, not };
    case 'rpm':
      return { kind, above: 4000, below: 3700, not };
    case 'oil-pressure':
      return { kind, above: 10 * PSI, below: 6 * PSI, not };
    case 'engine-turning':
    case 'starter':
      return { kind, not };
    case 'panel':
      return { kind, name: 'fuel pump', not };
    case 'ecu':
      return { kind, name: 'output 1', not };
  }
}

/** A level moved up takes its release point along; a release point never passes its level. */
export function withLevel(term: Term, field: 'above' | 'below', value: number): Term {
  if (!isLevel(term)) return term;
  return field === 'above'
    ? { ...term, above: value, below: value - (term.above - term.below) }
    : { ...term, below: Math.min(value, term.above) };
}

/** Patches from one rule to the next; drawn switches keep to the signal that has moved. */
export function ruleChange(doc: JobDocument, before: PumpTrigger, after: PumpTrigger): PatchOperation[] {
  const moves = before.any.flatMap((clause, i) =>
    clause.all.flatMap((term, k) => {
      const now = after.any[i]?.all[k];
      return now && now.kind === term.kind ? renamed(doc, signalOf(term), signalOf(now)) : [];
    }),
  );
  return [...setRule(doc, after), ...moves];
}

export const withTerm = (
  rule: PumpTrigger,
  clause: number,
  index: number,
  term: Term | null,
): PumpTrigger => ({
  ...rule,
  any: rule.any.map((c, i) =>
    i === clause ? { all: c.all.flatMap((t, k) => (k === index ? (term ? [term] : []) : [t])) } : c,
  ),
});

export const addTerm = (rule: PumpTrigger, clause: number, term: Term): PumpTrigger => ({
  ...rule,
  any: rule.any.map((c, i) => (i === clause ? { all: [...c.all, term] } : c)),
});

export const addClause = (rule: PumpTrigger, term: Term): PumpTrigger => ({
  ...rule,
  // "Always, or …" is still always: the first way on takes the place of it.
  any: rule.any.every((c) => c.all.length === 0) ? [{ all: [term] }] : [...rule.any, { all: [term] }],
});

export const dropClause = (rule: PumpTrigger, clause: number): PumpTrigger => ({
  ...rule,
  any: rule.any.length > 1 ? rule.any.filter((_, i) => i !== clause) : [{ all: [] }],
});
