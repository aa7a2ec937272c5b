import type { PumpTrigger } from '@venula/core/document';
import type { UnitSystem } from '@venula/core/quantities';
import { isLevel } from '@venula/core/trigger';
import { signalWords } from './signal-words.ts';

/** A trigger rule in one sentence, for paper. */
export function ruleWords(rule: PumpTrigger, units: UnitSystem): string {
  const ways = rule.any.map(({ all }) =>
    all
      .map((t) => {
        const words = signalWords(t, units);
        return isLevel(t) && !t.not ? `${words} and above` : words;
      })
      .join(' and '),
  );
  const when =
    ways.length === 0 ? 'never' : ways.includes('') ? 'always with the key on' : `on ${ways.join(', or ')}`;
  return [
    when,
    rule.primeS > 0 ? `prime ${rule.primeS} s` : '',
    rule.needsIgnition ? '' : 'NOT stopped by the key',
    rule.needsInertia ? 'stops after a crash' : '',
  ]
    .filter(Boolean)
    .join('; ');
}
