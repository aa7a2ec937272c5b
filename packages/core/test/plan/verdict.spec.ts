import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, verdictOf } from '../../src/public/advise.ts';
import { fullReturnJob } from '../../src/public/document.ts';
import { applyPatch } from '../../src/public/edit.ts';

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
      sentence: expect.stringMatching(/^The rail climbs to [\d.]+ psi at idle; [\d.]+ psi is set\.$/),
    });
    expect(answer('/brief/designMargin', 1)).toMatchObject({
      tone: 'fix',
      sentence: expect.stringMatching(/^Enough, but only \d+% to spare/),
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
});
