import { sayEnding } from '../support/core.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { evaluateStates } from '../support/core.ts';
import { imbalance } from '../support/balance.ts';
import { randomStyledJob } from '../support/random-styles.ts';

test('2,000 systems of every style with every part drawn at random settle, with mass in balance to 1e-6, or say why not', () => {
  fc.assert(
    fc.property(randomStyledJob, (doc) => {
      for (const s of evaluateStates(doc)) {
        if (!s.values) expect(sayEnding(s.ending)).not.toBe('');
        else if (s.state.pumpsOn) expect(imbalance(s)).toBeLessThan(1e-6);
      }
    }),
    { numRuns: 2000 },
  );
});
