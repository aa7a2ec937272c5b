import { expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { sayEnding } from '../../src/public/say.ts';
import { circuitImbalance, imbalance, nodeImbalance } from '../support/balance.ts';
import { randomStyledJob } from '../support/random-styles.ts';
import { fc, runs } from '../support/sweep.ts';

test('systems of every style with every part drawn at random settle, with mass in balance to 1e-9, or say why not', () => {
  fc.assert(
    fc.property(randomStyledJob, (doc) => {
      for (const s of evaluateStates(doc)) {
        if (!s.values) expect(sayEnding(s.ending)).not.toBe('');
        else if (s.state.pumpsOn) expect(imbalance(s)).toBeLessThan(1e-9);
      }
    }),
    { numRuns: runs(600) },
  );
});

test('every node of them passes on what it gets, and the volts of every circuit close, to 1e-9', () => {
  fc.assert(
    fc.property(randomStyledJob, (doc) => {
      expect(nodeImbalance(doc)).toBeLessThan(1e-9);
      expect(circuitImbalance(doc, evaluateStates(doc))).toBeLessThan(1e-9);
    }),
    { numRuns: runs(100) },
  );
});
