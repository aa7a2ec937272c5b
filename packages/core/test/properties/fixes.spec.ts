import { expect, test } from '@jest/globals';
import { auditFixes } from '../support/fix-audit.ts';
import { randomFaultyJob } from '../support/random-faults.ts';
import { fc, runs } from '../support/sweep.ts';

/**
 * The full sweep is packages/core/bench/fix-sweep.mjs, 2,000 plans; here as many as the suite has time for. A failure prints the
 * smallest plan and what is wrong with it.
 */
test('plans with mistakes: every change that is offered clears or eases its finding and adds no stop; no two findings contradict', () => {
  let offered = 0;
  fc.assert(
    fc.property(randomFaultyJob, (doc) => {
      const { troubles, fixes } = auditFixes(doc);
      offered += fixes;
      expect(troubles).toEqual([]);
    }),
    { numRuns: runs(30) },
  );
  expect(offered).toBeGreaterThan(30);
});
