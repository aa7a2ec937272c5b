import { describe, expect, test } from '@jest/globals';
import { PATTERNS, type JobDocument } from '@venula/core/document';
import { applyPatch, changeStyle } from '@venula/core/edit';
import { diffDocuments, valueAt } from '@venula/core/formats';
import { formatQuantity, type Dimension } from '@venula/core/quantities';
import { changeWords, placeName } from '../src/job/field-words.ts';

const format = (dimension: Dimension, v: number) => formatQuantity(dimension, v, 'us').text;
const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');

/** Keys of the document that are no words a person would say. */
const keysOf = (doc: JobDocument): string[] =>
  [
    ...Object.keys(doc.plumbing.elements),
    ...Object.keys(doc.plumbing.junctions),
    ...Object.keys(doc.plumbing.paths),
    ...Object.keys(doc.wiring.circuits),
    ...Object.keys(doc.wiring.triggers ?? {}),
    ...Object.values(doc.wiring.circuits).flatMap((c) => Object.keys(c.segments)),
  ].filter((key) => (key.includes('-') && key !== 'high-pressure') || key === 'split');

describe('what changed, in words', () => {
  test('no key of the document is shown, over every change of style', () => {
    for (const { id: from } of PATTERNS)
      for (const { id: to } of PATTERNS) {
        const before = pattern(from);
        const turned = applyPatch(before, changeStyle(before, to));
        if (!turned.ok) throw new Error('does not apply');
        const after = turned.value;
        const keys = [...keysOf(before), ...keysOf(after)];
        for (const op of diffDocuments(before, after)) {
          const doc = op.op === 'remove' ? before : after;
          const words = `${placeName(doc, op.path)}: ${changeWords(
            { doc: before, value: valueAt(before, op.path) },
            { doc: after, value: valueAt(after, op.path) },
            op.path,
            format,
          )}`;
          const shown = keys.filter((key) => new RegExp(`(^|[^\\w-])${key}($|[^\\w-])`).test(words));
          expect([from, to, op.path, words, shown]).toEqual([from, to, op.path, words, []]);
          expect(words).not.toMatch(/[{}[\]]|undefined/);
        }
      }
  });

  test('a line that ends elsewhere says the names of both places', () => {
    const before = pattern('full-return');
    const after = {
      ...before,
      plumbing: { ...before.plumbing, paths: structuredClone(before.plumbing.paths) },
    };
    after.plumbing.paths['feed']!.to = 'tank';
    expect(placeName(after, '/plumbing/paths/feed/to')).toBe('Feed: ends at');
    expect(
      changeWords(
        { doc: before, value: 'rail' },
        { doc: after, value: 'tank' },
        '/plumbing/paths/feed/to',
        format,
      ),
    ).toBe('Rail → Tank');
  });
});
