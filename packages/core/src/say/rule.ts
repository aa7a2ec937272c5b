import type { Term, TriggerRule } from '../trigger/rule.ts';
import { saySignal } from './signal.ts';
import type { Writer } from './words.ts';

/** “while the engine turns”: what lasts, rather than what is reached. */
const LASTING: Readonly<Partial<Record<Term['kind'], string>>> = {
  'engine-turning': 'the engine turns',
  starter: 'the starter turns',
};

function sayTerms(all: readonly Term[], q: Writer): string {
  const lasting = all.flatMap((t) => {
    const words = LASTING[t.kind];
    return words && !t.not ? [words] : [];
  });
  const reached = all
    .filter((t) => t.not || !LASTING[t.kind])
    .map((t) => `${saySignal(t, q)}${'above' in t && !t.not ? ' and above' : ''}`);
  return [
    ...(reached.length > 0 ? [`on ${reached.join(' and ')}`] : []),
    ...(lasting.length > 0 ? [`while ${lasting.join(' and ')}`] : []),
  ].join(' ');
}

/**
 * A pump's rule in a sentence: “on boost 5.0 psi and above while the engine turns; prime 2 s; stops after a crash”.
 * @param rule when the pump runs
 * @param q writes a quantity
 * @returns half a sentence; what is against the usual is said in it
 * Validity: every rule the checker accepts.
 * @throws nothing
 * @source own convention
 * @example sayRule({ any: [{ all: [{ kind: 'engine-turning', not: false }] }], primeS: 2, minOnS: 0, minOffS: 0, needsIgnition: true, needsInertia: true, overrideS: 0 }, () => '') // => 'while the engine turns; prime 2 s; stops after a crash'
 */
export function sayRule(rule: TriggerRule, q: Writer): string {
  const ways = rule.any.map(({ all }) => sayTerms(all, q));
  const when =
    ways.length === 0 ? 'never' : ways.includes('') ? 'always with the key on' : ways.join(', or ');
  return [
    when,
    ...(rule.primeS > 0 ? [`prime ${rule.primeS} s`] : []),
    ...(rule.needsIgnition ? [] : ['NOT stopped by the key']),
    ...(rule.needsInertia ? ['stops after a crash'] : []),
  ].join('; ');
}
