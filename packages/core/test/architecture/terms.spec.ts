import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { explained, TERMS } from '../../src/public/say.ts';

const ROOT = resolve(__dirname, '../../../..');
const sources = (dir: string): string =>
  readdirSync(join(ROOT, dir), { recursive: true })
    .map(String)
    .filter((f) => /\.tsx?$/.test(f))
    .map((f) => readFileSync(join(ROOT, dir, f), 'utf8'))
    .join('\n');
/** Labels of fields, bars and columns: where a word stands without a sentence round it. */
const LABELS = [
  ...new Set(
    [
      ...`${sources('packages/core/src')}${sources('apps/web/src')}`.matchAll(
        /(?:label(?:=|: )|labelled\(|jointOhms\(|pressure\()["'`{]+([A-Z][^"'`}]{2,60})["'`]/g,
      ),
    ].map((m) => m[1]!),
  ),
];

describe('words of the field, explained where they are met', () => {
  test.each(Object.entries(TERMS))('%s: two sentences, with what is usual', (_, { words, says }) => {
    const sentences = says.split(/(?<=[.])\s+(?=[A-Z0-9])/);
    expect(sentences).toHaveLength(2);
    expect(says.length).toBeLessThan(330);
    expect(says).toMatch(/\d/);
    for (const word of words) expect(explained(word).some((p) => p.term !== undefined)).toBe(true);
  });

  test('abbreviations and words nobody is born with are explained wherever a label has one', () => {
    expect(LABELS.length).toBeGreaterThan(100);
    const HARD =
      /\b(?:BSFC|RVP|Cv|[Dd]uty|[Dd]roop|87a|Armature|[Bb]ack-pressure|Base pressure|Loss coefficient|Flow coefficient|Vapor pressure|[Bb]rake specific)\b/;
    const hard = LABELS.filter((label) => HARD.test(label));
    expect(hard.length).toBeGreaterThan(6);
    expect(hard.filter((label) => !explained(label).some((p) => p.term !== undefined))).toEqual([]);
  });

  test('a text is the same in pieces; a word is explained once in it', () => {
    const text =
      'Back-pressure above 35% leaves the regulator little: its Cv and the Cv of the return decide.';
    const parts = explained(text);
    expect(parts.map((p) => p.text).join('')).toBe(text);
    expect(parts.filter((p) => p.term === 'cv')).toHaveLength(1);
    expect(explained('OK, kilometers and k')).toEqual([{ text: 'OK, kilometers and k' }]);
  });
});
