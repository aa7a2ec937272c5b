import { describe, expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { applied } from '../support/examples.ts';
import { LPH } from '../support/units.ts';

/** What a hose loses where it meets its neighbours, seen in what the plan reports. */

const runAt = (doc: JobDocument, id: string, state = 'idle') =>
  evaluateStates(doc)
    .find((s) => s.state.id === state)!
    .values!.stations.find((s) => s.elementId === id)!;

describe('where hoses meet their neighbours', () => {
  test('a -4 return into the tank loses its whole velocity head there: some 13 kPa at 375 L/h of gasoline', () => {
    const doc = applied(fullReturnJob('x'), [
      { op: 'replace', path: '/brief/fuel/ethanol', value: 0 },
      { op: 'replace', path: '/brief/fuelK', value: 288.15 },
      { op: 'replace', path: '/plumbing/elements/return/dash', value: 4 },
      { op: 'replace', path: '/plumbing/elements/return/ends', value: ['open', 'open'] },
      { op: 'replace', path: '/plumbing/elements/return/bendDegrees', value: 0 },
    ]);
    const { run, flow } = runAt(doc, 'return');
    // By hand: 375 L/h in 4.8 mm is 5.76 m/s; 745 kg/m³ · 5.76²/2 = 12.3 kPa.
    const head = (745 * run!.velocity ** 2) / 2;
    expect((head * (375 * LPH) ** 2) / flow ** 2 / 1000).toBeCloseTo(12.3, 0);
    const minor = (run!.equivalentLength / (run!.equivalentLength + 4.5)) * run!.loss;
    expect(minor / head).toBeCloseTo(1, 1);
  });

  test('a narrower piece in a line costs its step out and its step in', () => {
    const spliced = (dash: number): JobDocument =>
      applied(fullReturnJob('x'), [
        {
          op: 'add',
          path: '/plumbing/elements/piece',
          value: { ...fullReturnJob('x').plumbing.elements['feed']!, lengthM: 0.01, bendDegrees: 0, dash },
        },
        { op: 'replace', path: '/plumbing/elements/piece/ends', value: ['open', 'open'] },
        {
          op: 'replace',
          path: '/plumbing/paths/feed/order',
          value: ['strainer', 'pump', 'check', 'filter', 'feed', 'piece'],
        },
      ]);
    const k = (dash: number): number => {
      const { run } = runAt(spliced(dash), 'piece', 'pull-3');
      return (run!.equivalentLength / (run!.equivalentLength + 0.01)) * (run!.loss / run!.velocity ** 2);
    };
    // On the narrower bore, 7.9 of 10.3 mm: √sin 59° · 0.5·(1 − 0.588) into it; the exit into the rail stands beside.
    expect(k(6) / k(8)).toBeCloseTo(1 + 0.926 * 0.5 * (1 - (7.9 / 10.3) ** 2), 2);
  });

  test.each(['tee', 'y', 'ports'] as const)('a %s loses in its legs what its form loses', (form) => {
    const twin = PATTERNS.find((p) => p.id === 'rails-parallel')!.job('x');
    const at = (f: string | undefined) =>
      applied(twin, [{ op: 'add', path: '/plumbing/junctions/split/form', value: f }]);
    const loss = (doc: JobDocument) => {
      const legs = Object.values(doc.plumbing.paths)
        .filter((p) => p.from === 'split')
        .map((p) => runAt(doc, p.order[0]!, 'pull-3').run!);
      return legs.map((r) => r.loss / r.velocity ** 2);
    };
    const [plain, formed] = [loss(at('ports')), loss(at(form))];
    const rho = plain.map((p, i) => 2 * (formed[i]! - p));
    const [straight, side] = { tee: [0.3, 1.3], y: [0.5, 0.5], ports: [0, 0] }[form];
    // On the density of the fuel, some 740 kg/m³; what friction changes with the flow lies within the band.
    expect(rho[0]! / 740).toBeCloseTo(straight!, 1);
    expect(rho[1]! / 740).toBeCloseTo(side!, 1);
  });
});
