import { expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob } from '../../src/public/document.ts';
import { applied, found } from '../support/examples.ts';

const ruled = (kind: 'rpm' | 'boost', above: number, below: number) =>
  applied(fullReturnJob('x'), [
    {
      op: 'add',
      path: '/wiring/triggers',
      value: {
        rule: {
          any: [{ all: [{ kind, above, below, not: false }] }],
          primeS: 3,
          minOnS: 0,
          minOffS: 0,
          needsIgnition: true,
          needsInertia: true,
          overrideS: 30,
          loadId: 'pump',
        },
      },
    },
  ]);

test('a pump that runs by engine speed under idle is meant to run there; one by boost under idle is not', () => {
  const { findings } = evaluatePlan(ruled('rpm', 150, 20));
  expect(found(findings, 'NEVER_STOPS_AT_IDLE')).toBeUndefined();
  const vacuum = evaluatePlan(ruled('boost', -90e3, -95e3));
  expect(found(vacuum.findings, 'NEVER_STOPS_AT_IDLE')).toMatchObject({ severity: 'fix' });
});
