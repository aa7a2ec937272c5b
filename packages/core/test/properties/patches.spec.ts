import { describe, expect, test } from '@jest/globals';
import { applyPatch as otherApply } from 'rfc6902';
import { fullReturnJob } from '../../src/public/document.ts';
import { applyPatch } from '../../src/public/edit.ts';
import { diffDocuments, overlappingPaths, valueAt, writeJob } from '../../src/public/formats.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { randomJob } from '../support/random-systems.ts';
import { fc } from '../support/sweep.ts';

const plain = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;

describe('patches', () => {
  test('the difference of two jobs, applied, gives the second; an independent implementation (rfc6902) agrees', () => {
    fc.assert(
      fc.property(randomJob, randomJob, (a, b) => {
        const patch = diffDocuments(a, b);
        const mine = applyPatch(a, patch);
        expect(mine.ok && plain(mine.value)).toEqual(plain(b));
        const copy = plain(a);
        expect(otherApply(copy, plain(patch) as never).every((r) => r === null)).toBe(true);
        expect(copy).toEqual(plain(b));
        expect(diffDocuments(b, mine.ok ? mine.value : null)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  test('nothing is written to the document it started from, and untouched parts are shared', () => {
    const doc = fullReturnJob('x');
    const before = writeJob(doc);
    const after = applyPatch(doc, [{ op: 'replace', path: '/brief/fuelK', value: 300 }]);
    expect(writeJob(doc)).toBe(before);
    expect(after.ok && after.value.plumbing).toBe(doc.plumbing);
  });

  test.each<[string, PatchOperation]>([
    ['missing', { op: 'replace', path: '/nope', value: 1 }],
    ['not a pointer', { op: 'replace', path: 'title', value: 1 }],
    ['prototype', { op: 'add', path: '/__proto__/x', value: 1 }],
    ['through text', { op: 'add', path: '/title/x', value: 1 }],
    ['past the list', { op: 'add', path: '/brief/pull/99', value: 1 }],
    ['failed test', { op: 'test', path: '/title', value: 'other' }],
    ['remove nothing', { op: 'remove', path: '/brief/none' }],
  ])('refuses: %s', (_name, op) => {
    expect(applyPatch(fullReturnJob('x'), [op])).toMatchObject({
      ok: false,
      errors: [{ code: 'PATCH_FAILED' }],
    });
  });

  test('lists: add, insert, replace, remove, test; the whole document', () => {
    const run = (op: PatchOperation) => applyPatch({ l: [1, 2] }, [op]);
    expect(run({ op: 'add', path: '/l/-', value: 3 })).toMatchObject({ value: { l: [1, 2, 3] } });
    expect(run({ op: 'add', path: '/l/0', value: 0 })).toMatchObject({ value: { l: [0, 1, 2] } });
    expect(run({ op: 'replace', path: '/l/1', value: 9 })).toMatchObject({ value: { l: [1, 9] } });
    expect(run({ op: 'remove', path: '/l/0' })).toMatchObject({ value: { l: [2] } });
    expect(run({ op: 'test', path: '/l/0', value: 1 }).ok).toBe(true);
    expect(run({ op: 'replace', path: '', value: 7 })).toEqual({ ok: true, value: 7 });
  });

  test('edits at the same place or inside each other overlap; neighbours do not', () => {
    const at = (path: string): PatchOperation => ({ op: 'replace', path, value: 1 });
    expect(overlappingPaths([at('/a/b')], [at('/a/bc')])).toEqual([]);
    expect(overlappingPaths([at('/a/b')], [at('/a/b/c'), at('/x')])).toEqual(['/a/b']);
    // A row that went in or out moves the rows behind it: who means one by its number would hit another.
    const list = (op: 'add' | 'remove', path: string) => ({ op, path, value: 1 }) as const;
    expect(overlappingPaths([at('/pull/3/rpm')], [list('add', '/pull/0')])).toEqual(['/pull/3/rpm']);
    expect(overlappingPaths([list('remove', '/pull/1')], [at('/pull/4')])).toEqual(['/pull/1']);
    expect(overlappingPaths([list('add', '/pull/-')], [list('add', '/pull/-')])).toEqual(['/pull/-']);
    expect(overlappingPaths([at('/pull/3/rpm')], [at('/pull/4/rpm'), list('add', '/pulls/0')])).toEqual([]);
    expect(valueAt({ 'a/b': { '~': [5] } }, '/a~1b/~0/0')).toBe(5);
    expect(valueAt({}, '/a/b')).toBeUndefined();
  });
});
