import { describe, expect, test } from '@jest/globals';
import { inKeyOrder } from '../../src/fields/key-order.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { applyPatch, changeStyle } from '../../src/public/edit.ts';
import { checkJob, diffDocuments, readJob } from '../../src/public/formats.ts';
import { findingKey } from '../../src/public/outcome.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { randomDocument } from '../support/random-documents.ts';
import { fc, newSeeds } from '../support/sweep.ts';

/** As PostgreSQL hands a JSONB value back: keys by length, then by byte. Written without the function that is tested. */
const stored = <T>(value: T): T => {
  if (Array.isArray(value)) return value.map((v: unknown) => stored(v)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const keys = Object.keys(value).sort((a, b) =>
    a.length === b.length ? Buffer.compare(Buffer.from(a), Buffer.from(b)) : a.length - b.length,
  );
  return Object.fromEntries(keys.map((key) => [key, stored((value as Record<string, unknown>)[key])])) as T;
};
const mixed = <T>(value: T): T =>
  JSON.parse(
    JSON.stringify(value, (_key, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v)
        ? Object.fromEntries(Object.entries(v).reverse())
        : v,
    ),
  ) as T;
const text = (value: unknown): string => JSON.stringify(value);

const starting = [...PATTERNS.map((p) => [p.id, p.job('x')] as const), ...demoJobs()];

describe('a document reads the same before it was stored and after', () => {
  test('any JSON: the keys are put as the database puts them, nothing else changes, and what is in order is left alone', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
        const ascii = JSON.parse(JSON.stringify(value).replaceAll(/[^ -~]/g, '?')) as unknown;
        const ordered = inKeyOrder(mixed(ascii));
        expect(text(ordered)).toBe(text(stored(ascii)));
        expect(text(inKeyOrder(ordered))).toBe(text(ordered));
      }),
      { numRuns: 200 },
    );
  });

  test.each(starting)(
    '%s starts in order, and is read back in order from a file of any order',
    (_id, doc) => {
      expect(text(doc)).toBe(text(stored(doc)));
      const read = readJob(text(mixed(doc)));
      expect(read.ok && text(read.value)).toBe(text(doc));
    },
  );

  test.each(PATTERNS.map((p) => [p.id, p.job('x')] as const))(
    '%s: a part or a whole style put in stands where it will stand tomorrow',
    (_id, doc) => {
      for (const { id } of PATTERNS) {
        const turned = applied(doc, changeStyle(doc, id));
        expect(text(turned)).toBe(text(stored(turned)));
      }
      for (const fix of evaluatePlan(doc).findings.flatMap((f) => f.fixes)) {
        const mended = applied(doc, fix.patch);
        expect(text(mended)).toBe(text(stored(mended)));
      }
    },
  );

  test('findings stay with their parts through any edits and a night in the database', () => {
    for (const seed of newSeeds(20)) {
      const wild = randomDocument(seed);
      const read = checkJob(mixed(wild));
      if (!read.ok) continue;
      const patch = diffDocuments({}, wild);
      const edited = applyPatch({} as JobDocument, patch);
      const keys = (doc: JobDocument) => evaluatePlan(doc, 'none').findings.map(findingKey);
      expect([seed, edited.ok && keys(edited.value)]).toEqual([seed, keys(read.value)]);
      expect([seed, keys(stored(read.value))]).toEqual([seed, keys(read.value)]);
    }
  });

  test('“test” asks for equal, in whatever order (RFC 6902, 4.6)', () => {
    const doc = { a: { x: 1, long: 2 } };
    const op = { op: 'test', path: '/a', value: { long: 2, x: 1 } } as const;
    expect(applyPatch(doc, [op]).ok).toBe(true);
    expect(applyPatch(doc, [{ ...op, path: '', value: { a: op.value } }]).ok).toBe(true);
    expect(applyPatch(doc, [{ ...op, value: { long: 2 } }]).ok).toBe(false);
  });
});

describe('of two rails the lower one is told', () => {
  test('in series the second stands lower, whichever is named first', () => {
    const series = PATTERNS.find((p) => p.id === 'rails-series')!.job('x');
    for (const doc of [series, mixed(series)])
      for (const { values } of evaluatePlan(doc, 'none').states.filter((s) => s.values && s.state.pumpsOn)) {
        const rails = Object.entries(doc.plumbing.junctions).filter(([, j]) => j.kind === 'rail');
        expect(rails).toHaveLength(2);
        expect(values!.railGauge).toBe(Math.min(...rails.map(([id]) => values!.junctions[id]!)));
      }
  });
});
