import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, verdictOf, worstOf } from '../../src/public/advise.ts';
import { fullReturnJob, PATTERNS } from '../../src/public/document.ts';
import { sayAgain } from '../../src/public/say.ts';
import { applyPatch } from '../../src/public/edit.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { CASES } from '../support/finding-cases.ts';

const answer = (path = '', value: unknown = null) => {
  const doc = fullReturnJob('x');
  const changed = applyPatch(doc, path === '' ? [] : [{ op: 'add', path, value }]);
  if (!changed.ok) throw new Error(path);
  return verdictOf(evaluatePlan(changed.value), 'us');
};

describe('the one verdict of a job', () => {
  test('enough: how much, where, and what gives out first', () => {
    expect(answer()).toMatchObject({
      tone: 'good',
      sentence: expect.stringMatching(/^Enough for the pull, with \d+% to spare at \d+ rpm\.$/),
      second: expect.stringMatching(/^Gives out first: .+ gains \d+%\.$/),
    });
  });

  test('is never “enough” while the pressure is missing', () => {
    const deaf = answer('/plumbing/elements/regulator/referenced', false);
    expect(deaf.tone).toBe('fix');
    expect(deaf.sentence).toMatch(/does not feel the boost/);
    expect(deaf.second).toMatch(/% to spare/);
    const low = answer('/plumbing/elements/regulator/setPa', 200e3);
    expect([low.tone, low.sentence]).toEqual(['fix', expect.stringMatching(/^The rail is [\d.]+ psi low/)]);
  });

  test('a stop comes before everything, a shortage before what is merely asked for', () => {
    expect(answer('/plumbing/elements/return/dash', 3)).toMatchObject({
      tone: 'stop',
      sentence: expect.stringMatching(/^The return is overrun at idle.*: the rail climbs to [\d.]+ psi\.$/),
    });
    expect(answer('/brief/designMargin', 1)).toMatchObject({
      tone: 'fix',
      sentence: expect.stringMatching(/^Only \d+% to spare at \d+ rpm; \d+% wanted\.$/),
    });
    expect(answer('/brief/pull/3/powerW', 2e6).tone).toBe('stop');
  });

  test('is never “enough” while injectors, their pressure or the wiring stop the engine', () => {
    const small = answer('/brief/injectors/staticFlowM3s', 5e-6);
    expect([small.tone, small.sentence]).toEqual(['stop', expect.stringMatching(/^Injectors wide open/)]);
    const wire = answer('/wiring/circuits/pump-circuit/segments/fuse/ratingA', 100);
    expect([wire.tone, wire.sentence]).toEqual(['stop', expect.stringMatching(/^Wiring: A 100 A fuse/)]);
    expect(wire.second).toMatch(/% to spare/);
  });

  test('is never better than the worst finding, whatever the plan, and says that finding', () => {
    const rank = { stop: 0, fix: 1, good: 2 } as const;
    const plans = [
      ...PATTERNS.map((p) => p.job('x')),
      ...demoJobs().map(([, doc]) => doc),
      ...Object.values(CASES).map(([without, change]) => applied(without, change)),
    ];
    for (const doc of plans) {
      const plan = evaluatePlan(doc, 'none');
      const verdict = verdictOf(plan, 'us');
      const own = plan.findings.filter((f) => ['plumb', 'parts', 'brief'].includes(f.stage));
      const stops = plan.findings.some((f) => f.severity === 'stop');
      const fixes = own.some((f) => f.severity === 'fix');
      expect(rank[verdict.tone]).toBeLessThanOrEqual(stops ? 0 : fixes ? 1 : 2);
      if (verdict.finding) expect(verdict.sentence).toContain(sayAgain(verdict.finding, 'us').title);
      else expect(stops).toBe(false);
    }
  });

  test('the worst of a view is a stop, else a fix, of that view alone', () => {
    const of = (severity: 'stop' | 'fix' | 'note', stage: 'plumb' | 'wire', code: string) => ({
      severity,
      stage,
      code,
    });
    const findings = [of('stop', 'wire', 'A'), of('fix', 'plumb', 'B'), of('note', 'plumb', 'C')];
    expect(worstOf(findings, ['plumb'])?.code).toBe('B');
    expect(worstOf(findings, ['wire'])?.code).toBe('A');
    expect(worstOf(findings, ['plumb'], ['A'])?.code).toBe('A');
    expect(worstOf(findings.slice(2), ['plumb', 'wire'])).toBeUndefined();
  });
});
