import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { valueAt } from '../../src/public/formats.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { CASES, replace } from '../support/finding-cases.ts';

const codes = (doc: JobDocument): string[] => evaluatePlan(doc, 'none').findings.map((f) => f.code);

describe('every finding', () => {
  test.each(Object.entries(CASES))('%s appears, says what it means, and goes', (code, [without, change]) => {
    expect(codes(without)).not.toContain(code);
    const found = evaluatePlan(applied(without, change)).findings.find((f) => f.code === code);
    expect(found).toBeDefined();
    const { title, why, place } = found!;
    for (const text of [title, why.text, why.formula, why.source, place.name]) {
      expect(text.trim()).not.toBe('');
      expect(text).not.toMatch(/undefined|NaN|Infinity|\[object/);
    }
    expect(title).toMatch(/[.:!]$/);
  });
});

/** Changes of one number: between the two values lies the edge at which the finding begins. */
const EDGES = Object.entries(CASES).flatMap(([code, [without, change]]) => {
  const [only, ...more] = change;
  if (!only || more.length > 0 || only.op === 'remove' || typeof only.value !== 'number') return [];
  // Hoses come in sizes: nothing lies between two of them.
  if (only.path.endsWith('/dash')) return [];
  const from = valueAt(without, only.path);
  return typeof from === 'number' ? [{ code, without, path: only.path, from, to: only.value }] : [];
});
/** Where what is measured does not stand at its limit when the finding begins, and why. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  PUMP_UNUSABLE: 'a motor fits its curve or does not',
  STAGING_LATE: 'a point of the pull moves the boost at which the pump is needed past a setting in one step',
  STAGING_BY_BOOST: 'the pump is needed at cruise, or is not',
  FUSE_INRUSH: 'what is told is the peak; judged is how long it stays above each multiple of the rating',
};

describe('just inside its limit', () => {
  test('most findings that rest on a number are tried', () => {
    expect(EDGES.length).toBeGreaterThanOrEqual(30);
  });

  test.each(EDGES.map((e) => [e.code, e] as const))('%s is silent', (code, { without, path, from, to }) => {
    const at = (value: number) =>
      evaluatePlan(applied(without, [replace(path, value)]), 'none').findings.find((f) => f.code === code);
    let [silent, told] = [from, to];
    for (let round = 0; round < 26 && Math.abs(told - silent) > 1e-7 * Math.abs(to - from); round++) {
      const middle = (silent + told) / 2;
      if (at(middle)) told = middle;
      else silent = middle;
    }
    expect(at(silent)).toBeUndefined();
    const found = at(told)!;
    // Where it begins, what it measures stands at its limit, and is told apart from it.
    if (!(code in ELSEWHERE) && found.dimension !== 'count')
      expect(Math.abs(found.value - found.limit)).toBeLessThan(0.02 * Math.max(Math.abs(found.limit), 0.05));
    expect(found.title).not.toMatch(/undefined|NaN|Infinity/);
  });
});

describe('every offered fix', () => {
  const plans: (readonly [string, JobDocument])[] = [
    ...PATTERNS.map((p) => [p.id, p.job('x')] as const),
    ...demoJobs(),
    ...Object.entries(CASES).map(([code, [without, change]]) => [code, applied(without, change)] as const),
  ];

  test.each(plans)('%s: clears what it says or softens it, and adds no stop', (_name, doc) => {
    const before = evaluatePlan(doc).findings;
    const stops = new Set(before.filter((f) => f.severity === 'stop').map((f) => `${f.code}@${f.place.id}`));
    const bad = before.flatMap((f) =>
      f.fixes.flatMap((fix) => {
        const after = evaluatePlan(applied(doc, fix.patch), 'none').findings;
        const same = after.find(
          (o) => o.code === f.code && o.place.id === f.place.id && o.place.within === f.place.within,
        );
        const fresh = after
          .filter((o) => o.severity === 'stop' && !stops.has(`${o.code}@${o.place.id}`))
          .map((o) => `${o.code}@${o.place.id}`);
        return [
          ...(same?.severity === f.severity ? [`${f.code}@${f.place.id} “${fix.label}” leaves it`] : []),
          ...(fresh.length > 0 ? [`${f.code}@${f.place.id} “${fix.label}” adds ${fresh.join()}`] : []),
        ];
      }),
    );
    expect(bad).toEqual([]);
  });
});
