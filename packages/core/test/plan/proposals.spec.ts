import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, proposals, THERE_NOW } from '../../src/public/advise.ts';
import { readJob } from '../../src/public/formats.ts';
import { HP } from '../support/units.ts';

const start = {
  title: 'x',
  induction: 'mild-boost',
  cylinders: 4,
  powerW: 420 * HP,
  powerBasis: 'crank',
  ethanol: 0.1,
} as const;

describe('proposals for a job', () => {
  test.each(THERE_NOW.map((now) => [now] as const))(
    '%s: each is accepted, solved, and says its answer',
    (now) => {
      const all = proposals({ ...start, now }, 'us');
      expect(all.length).toBeGreaterThanOrEqual(1);
      expect(new Set(all.map((p) => p.style)).size).toBe(all.length);
      for (const p of all) {
        const read = readJob(JSON.stringify(p.document));
        expect([p.style, read.ok ? [] : read.errors]).toEqual([p.style, []]);
        expect(p.document.brief.injectors.count).toBe(4);
        expect(Math.max(...p.document.brief.pull.map((x) => x.powerW)) / start.powerW).toBeCloseTo(1, 2);
        expect(p.verdict.sentence).not.toBe('');
        expect(p.watch).not.toBe('');
      }
      // Where a plan of shipped parts does it, at least one of them is enough.
      expect(all.map((p) => p.verdict.tone)).toContain('good');
    },
  );

  test('what is called enough has no stop', () => {
    for (const powerW of [150 * HP, 420 * HP, 700 * HP])
      for (const p of proposals({ ...start, now: 'return', powerW, ethanol: 0.85 }, 'us')) {
        const stops = evaluatePlan(p.document, 'none').findings.filter((f) => f.severity === 'stop');
        if (p.verdict.tone === 'good')
          expect([p.style, powerW, stops.map((f) => f.title)]).toEqual([p.style, powerW, []]);
      }
  });

  test('injectors are large enough for the pull they are chosen for', () => {
    for (const cylinders of [3, 4, 6, 8, 12])
      for (const p of proposals({ ...start, now: 'return', cylinders }, 'us'))
        expect(evaluatePlan(p.document, 'none').findings.map((f) => f.code)).not.toContain('INJECTOR_DUTY');
  });
});
