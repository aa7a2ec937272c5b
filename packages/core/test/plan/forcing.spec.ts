import { expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { waysToForce } from '../../src/public/prove.ts';
import { applied, demoJobs } from '../support/examples.ts';

const ruled = (any: unknown, overrideS = 0): JobDocument =>
  applied(fullReturnJob('x'), [
    {
      op: 'add',
      path: '/wiring/triggers',
      value: {
        rule: {
          any,
          primeS: 2,
          minOnS: 0,
          minOffS: 0,
          needsIgnition: true,
          needsInertia: true,
          overrideS,
          loadId: 'pump',
        },
      },
    },
  ]);
const how = (any: unknown, overrideS = 0): string => waysToForce(ruled(any, overrideS))[0]!.how;
const one = (term: object) => [{ all: [term] }];

test('each car is forced by the way it has, the safest first', () => {
  const turning = one({ kind: 'engine-turning', not: false });
  expect(how([{ all: [] }])).toBe('Key on: it runs.');
  expect(how(turning, 30)).toMatch(/^Service override of the controller, at most 30 s/);
  expect(how(one({ kind: 'ecu', name: 'Pump 2', not: false }))).toMatch(
    /^Output test of the controller, “Pump 2”/,
  );
  expect(how(one({ kind: 'panel', name: 'Pump', not: false }))).toBe('Switch “Pump” on, key on.');
  expect(how(one({ kind: 'boost', above: 35e3, below: 28e3, not: false }))).toMatch(
    /^Jumper from NO to common/,
  );
  expect(how(turning)).toMatch(/^Fused jumper in place of its relay/);
  // What two things bring about together no single switch forces.
  expect(
    how([
      {
        all: [
          { kind: 'panel', name: 'Pump', not: false },
          { kind: 'engine-turning', not: false },
        ],
      },
    ]),
  ).toMatch(/^Fused jumper/);
  expect(how(one({ kind: 'panel', name: 'Stop', not: true }))).toMatch(/^Fused jumper/);
});

test.each([...PATTERNS.map((p) => [p.id, p.job(p.name)] as const), ...demoJobs()])(
  '%s: every pump has a way',
  (_, doc) => {
    const pumps = Object.values(doc.plumbing.elements).filter((e) => e.kind === 'pump');
    expect(waysToForce(doc).map((w) => w.name)).toEqual(pumps.map((p) => p.name));
  },
);
