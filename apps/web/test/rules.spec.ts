import { describe, expect, test } from '@jest/globals';
import { boostRule, PATTERNS, ruleOf, rulesOf } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { harnessOf, truthTable } from '@venula/core/harness';
import { formatQuantity, PSI } from '@venula/core/quantities';
import { sayRule } from '@venula/core/say';
import type { PumpTrigger } from '@venula/core/document';
import {
  addClause,
  addTerm,
  dropClause,
  newTerm,
  ruleChange,
  SAYINGS,
  sayingOf,
  withLevel,
  withTerm,
} from '../src/features/wire/trigger/rule-edit.ts';
import { signalWords } from '../src/ui/signal-words.ts';

const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');

describe('a rule edited as a sentence', () => {
  test('every saying makes a condition that says the same', () => {
    for (const [saying] of SAYINGS) expect(sayingOf(newTerm(saying))).toBe(saying);
  });

  test('a level takes its release point along, and the release point never passes it', () => {
    const boost = newTerm('boost');
    expect(withLevel(boost, 'above', 10 * PSI)).toMatchObject({ above: 10 * PSI, below: 9 * PSI });
    expect(withLevel(boost, 'below', 20 * PSI)).toMatchObject({ above: 5 * PSI, below: 5 * PSI });
    expect(withLevel(newTerm('starter'), 'above', 1)).toEqual(newTerm('starter'));
  });

  test('the first condition takes the place of always; the last one taken out leaves always', () => {
    const { rule } = ruleOf(twin, 'pump-1');
    const turning = addClause(rule, newTerm('engine-turning'));
    expect(turning.any).toHaveLength(1);
    const both = addTerm(addClause(turning, newTerm('panel')), 1, newTerm('rpm'));
    expect(both.any.map((c) => c.all.map((t) => t.kind))).toEqual([['engine-turning'], ['panel', 'rpm']]);
    expect(withTerm(both, 1, 0, null).any[1]!.all.map((t) => t.kind)).toEqual(['rpm']);
    expect(dropClause(turning, 0).any).toEqual([{ all: [] }]);
  });

  test('a threshold moved in the sentence takes the switch drawn for it along', () => {
    const drawn = applyPatch(twin, [{ op: 'add', path: '/wiring/harness', value: harnessOf(twin) }]);
    if (!drawn.ok) throw new Error('no patch');
    const { rule } = ruleOf(drawn.value, 'pump-2');
    const term = withLevel(rule.any[0]!.all[0]!, 'above', 9 * PSI);
    const after = applyPatch(drawn.value, ruleChange(drawn.value, rule, withTerm(rule, 0, 0, term)));
    if (!after.ok) throw new Error('no patch');
    expect(ruleOf(after.value, 'pump-2').rule.any[0]!.all[0]).toMatchObject({ above: 9 * PSI });
    const rows = truthTable(harnessOf(after.value), rulesOf(after.value));
    expect(rows).toHaveLength(8);
    expect(rows.every((r) => r.right)).toBe(true);
  });
});

describe('rules in words', () => {
  const ruleWords = (rule: PumpTrigger, system: 'us' | 'metric') =>
    sayRule(rule, (dimension, value) => formatQuantity(dimension, value, system).text);

  test('for a drawing, a table and paper, in both unit systems', () => {
    const rule = boostRule('pump-2', 5 * PSI);
    expect(signalWords(rule.any[0]!.all[0]!, 'us')).toBe('boost 5.0 psi');
    expect(ruleWords(rule, 'us')).toBe('on boost 5.0 psi and above; stops after a crash');
    expect(ruleWords({ ...rule, primeS: 2, any: [{ all: [] }] }, 'us')).toContain(
      'always with the key on; prime 2 s',
    );
    expect(ruleWords({ ...rule, any: [], needsIgnition: false }, 'metric')).toContain(
      'NOT stopped by the key',
    );
    expect(ruleWords({ ...rule, any: [{ all: [newTerm('!panel')] }] }, 'us')).toContain(
      'not switch “fuel pump”',
    );
    const turning = newTerm('engine-turning');
    expect(ruleWords({ ...rule, any: [{ all: [turning] }] }, 'us')).toMatch(/^while the engine turns;/);
    expect(ruleWords({ ...rule, any: [{ all: [...rule.any[0]!.all, turning] }] }, 'us')).toMatch(
      /^on boost 5.0 psi and above while the engine turns;/,
    );
  });
});
