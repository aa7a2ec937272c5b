import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { applied } from '../support/examples.ts';

const CC = 1e-6 / 60;
const duty = (doc: JobDocument) => evaluatePlan(doc).findings.find((f) => f.code === 'INJECTOR_DUTY');
const small = (cc: number, dutyLimit = 0.85): JobDocument =>
  applied(fullReturnJob('x'), [
    { op: 'replace', path: '/brief/injectors/staticFlowM3s', value: cc * CC },
    { op: 'replace', path: '/brief/injectors/dutyLimit', value: dutyLimit },
  ]);

describe('injectors too small', () => {
  test.each([300, 420, 550, 700])('%d cc/min: the size offered is the next one that does it', (cc) => {
    for (const limit of [0.7, 0.85]) {
      const doc = small(cc, limit);
      const finding = duty(doc);
      if (!finding) continue;
      const [fix] = finding.fixes;
      expect(fix!.label).toMatch(/^Fit \d injectors of \d+ lb\/hr \(\d+ cc\/min\)$/);
      const [, pounds, said] = /of (\d+) lb\/hr \((\d+) cc/.exec(fix!.label)!.map(Number);
      expect(said! % 50).toBe(0);
      // 10.5 cc/min of gasoline to the pound an hour (common practice).
      expect(pounds).toBe(Math.round(said! / 10.5));
      const mended = applied(doc, fix!.patch);
      expect(duty(mended)).toBeUndefined();
      // A step smaller would not do.
      expect(duty(small(said! - 50, limit))).toBeDefined();
    }
  });

  test('where no injector is that large none is offered', () => {
    const alone = (limit: number): JobDocument =>
      applied(small(600, limit), [{ op: 'replace', path: '/brief/injectors/count', value: 1 }]);
    expect(duty(alone(0.85))!.fixes[0]!.label).toMatch(/^Fit an injector of \d+ lb\/hr \(3\d[05]0 cc\/min\)/);
    const doc = alone(0.4);
    const finding = duty(doc);
    expect(finding!.fixes).toEqual([]);
  });
});
