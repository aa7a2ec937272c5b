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

  const formed = (doc: JobDocument, form: string) =>
    applied(doc, [{ op: 'add', path: '/plumbing/junctions/split/form', value: form }]);

  test.each(['tee', 'y'] as const)('a %s loses in its legs by their share of the flow', (form) => {
    const twin = PATTERNS.find((p) => p.id === 'rails-parallel')!.job('x');
    const legs = (doc: JobDocument) =>
      Object.values(doc.plumbing.paths)
        .filter((p) => p.from === 'split')
        .map((p) => runAt(doc, p.order[0]!, 'pull-3'));
    const runs = legs(formed(twin, form));
    const feed = runAt(formed(twin, form), 'feed', 'pull-3');
    const all = runs.reduce((sum, r) => sum + r.flow, 0);
    expect(all).toBeCloseTo(feed.flow, 12);
    // Ports of one part at the same flows lose only what the hose does.
    const bare = legs(formed(twin, 'ports'));
    runs.forEach((r, i) => {
      const s = r.flow / all;
      const own = bare[i]!.run!.loss * (r.flow / bare[i]!.flow) ** 1.9;
      const head = (740 * feed.run!.velocity ** 2) / 2;
      const k =
        form === 'y'
          ? (r.run!.velocity / feed.run!.velocity - 0.866) ** 2 + 0.25 + 0.232 * s * s
          : i === 0
            ? 0.4 * (1 - s) ** 2 + 0.3 * s * s
            : 1 + 0.3 * (r.run!.velocity / feed.run!.velocity) ** 2;
      expect(Math.abs((r.run!.loss - own) / head - k)).toBeLessThan(0.1);
      // What is told of the hose is what the solve has lost over it.
      const lift = 740 * 9.80665 * (r.zUp - r.zDown);
      expect(Math.abs(r.pUp - r.pDown + lift - r.run!.loss)).toBeLessThan(0.01 * r.run!.loss + 30);
    });
  });

  test('the leg of a pump that is off has what the other pump’s flow makes of it, not nothing', () => {
    const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    const [pathId, path] = Object.entries(twin.plumbing.paths).find(([, p]) => p.order.includes('pump-2'))!;
    const hose = { ...(twin.plumbing.elements['feed'] as object), name: 'Hose of pump 2', lengthM: 0.3 };
    const doc = applied(twin, [
      { op: 'add', path: '/plumbing/junctions/hanger/form', value: 'tee' },
      { op: 'add', path: '/plumbing/elements/hose-2', value: hose },
      { op: 'replace', path: `/plumbing/paths/${pathId}/order`, value: [...path.order, 'hose-2'] },
    ]);
    const states = evaluateStates(doc);
    expect(states.map((s) => s.converged)).not.toContain(false);
    const idle = states.find((s) => s.state.id === 'idle')!.values!;
    const still = idle.stations.filter((s) => s.run && Math.abs(s.flow) < 1 * LPH);
    const feed = idle.stations.find((s) => s.elementId === 'feed')!;
    const head = (740 * feed.run!.velocity ** 2) / 2;
    expect(still.length).toBeGreaterThan(0);
    expect(Math.max(...still.map((s) => Math.abs(s.run!.loss)))).toBeGreaterThan(0.3 * head);
    for (const s of still) expect(Number.isFinite(s.run!.equivalentLength)).toBe(true);
  });
});
