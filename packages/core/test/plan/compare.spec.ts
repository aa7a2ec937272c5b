import { describe, expect, test } from '@jest/globals';
import { compareJobs } from '../../src/public/advise.ts';
import { fullReturnJob } from '../../src/public/document.ts';
import { applied, example, taped } from '../support/examples.ts';

describe('comparing two plans', () => {
  test('a plan against itself changes nothing', () => {
    const { parts, answers } = compareJobs(example('hill-climb-coupe'), example('hill-climb-coupe'));
    expect(parts).toEqual([]);
    for (const a of answers) expect(a.after).toBe(a.before);
  });

  test('a larger feed gives back one hose with its ends, adapters, seals and clips and buys the other', () => {
    const doc = taped(fullReturnJob('x'));
    const { parts } = compareJobs(
      doc,
      applied(doc, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: 10 }]),
    );
    const groups = (of: (p: (typeof parts)[number]) => boolean) =>
      [...new Set(parts.filter(of).map((p) => p.group))].sort();
    expect(groups((p) => p.before === 0)).toEqual(['adapters', 'ends', 'hose', 'mounts', 'seals']);
    const hose = parts.find((p) => p.group === 'hose' && p.part.endsWith('-10'))!;
    // 4.5 m less a straight end (32 mm) and a 45° one (16 + 18.7 + 32 mm), and 15 mm for the cut.
    expect(hose.after).toBeCloseTo(4.5 - 0.032 - 0.0667 + 0.015, 4);
    const eight = parts.find((p) => p.group === 'hose' && p.part.endsWith('-8'))!;
    expect(eight.before - eight.after).toBeCloseTo(4.5 - 0.028 - 0.05696 + 0.015, 4);
  });

  test('lines nobody measured are told as lines, not as feet', () => {
    const doc = fullReturnJob('x');
    const larger = applied(doc, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: 10 }]);
    const hose = compareJobs(doc, larger).parts.filter((p) => p.part.startsWith('PTFE'));
    expect(hose.map((p) => [p.part.slice(-3), p.before, p.after, p.toMeasure]).sort()).toEqual(
      [
        ['-10', 0, 0, { before: 0, after: 1 }],
        [' -8', 0, 0, { before: 2, after: 1 }],
      ].sort(),
    );
  });

  test('another fuel shows in the answer: more taken, less to spare', () => {
    const doc = fullReturnJob('x');
    const { answers } = compareJobs(
      doc,
      applied(doc, [{ op: 'replace', path: '/brief/fuel/ethanol', value: 0.85 }]),
    );
    const of = (name: string) => answers.find((a) => a.name === name)!;
    expect(of('engine takes, tightest point').after / of('engine takes, tightest point').before).toBeCloseTo(
      1.412 / 1.036,
      1,
    );
    expect(of('to spare').after).toBeLessThan(of('to spare').before);
  });
});
