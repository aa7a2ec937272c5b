import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { addLoad, BRANCH_ENDS, branchAt } from '../../src/public/edit.ts';
import { wiringSheet } from '../../src/public/harness.ts';
import { buildOutcome, jobSheet } from '../../src/public/prove.ts';
import { connectionsOf, jointList } from '../../src/public/supply.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const jobs: readonly (readonly [string, JobDocument])[] = [
  ...PATTERNS.map((p) => [p.id, p.job(p.name)] as const),
  ...demoJobs(),
];

/** In an order that can be done, and with everything of the plan in it. */
function complete(doc: JobDocument): void {
  const steps = jobSheet(doc);
  const made = new Set<string>();
  for (const s of steps) {
    expect([s.id, s.needs.filter((n) => !made.has(n))]).toEqual([s.id, []]);
    s.makes.forEach((m) => made.add(m));
    expect(`${s.does} ${s.how ?? ''}`).not.toMatch(/undefined|NaN|null/);
    for (const f of s.figures ?? []) expect(Number.isFinite(f.value) && f.value > 0).toBe(true);
  }
  expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  const kept = new Set(connectionsOf(doc).flatMap((c) => (c.kept ? [c.id] : [])));
  const joints = jointList(doc).filter((j) => j.care && !kept.has(j.id));
  expect(joints.filter((j) => !made.has(`joint:${j.id}`)).map((j) => j.id)).toEqual([]);
  expect(wiringSheet(doc).wires.filter((w) => !made.has(`wire:${w.id}`))).toEqual([]);
  const placed = new Set(Object.values(doc.plumbing.paths).flatMap((p) => p.order));
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    if (!placed.has(id) || (e.kind === 'run' && e.existing)) continue;
    expect([id, made.has(e.kind === 'run' ? `line:${id}` : `part:${id}`)]).toEqual([id, true]);
  }
  for (const id of Object.keys(doc.plumbing.vents ?? {})) expect(made.has(`vent:${id}`)).toBe(true);
  // An add-on supply leaves the rail and its injectors alone.
  expect(made.has('injectors')).toBe(doc.plumbing.style !== 'supplementary');
}

describe('The job sheet', () => {
  test.each(jobs)('%s: nothing needs what comes later, and everything of the plan is in it', (_, doc) => {
    complete(doc);
  });

  test('so it stays whatever is branched off', () => {
    const doc = fullReturnJob('x');
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(doc.plumbing.elements)),
        fc.constantFrom(...BRANCH_ENDS.map((e) => e.key)),
        (after, end) => complete(applied(doc, branchAt(doc, after, end).patch)),
      ),
      { numRuns: 30 },
    );
  });

  test('a sensor in a brake line: it is bled before the car moves, and only then asked for', () => {
    const doc = fullReturnJob('x');
    const wired = applied(doc, addLoad(doc, 'sender').patch);
    const [id] = Object.keys(wired.wiring.loads!);
    const reading = (reads: string) =>
      applied(wired, [{ op: 'replace', path: `/wiring/loads/${id}/reads`, value: reads }]);
    expect(jobSheet(reading('fuel')).map((s) => s.id)).not.toContain('brakes');
    const tapped = reading('brake');
    complete(tapped);
    expect(jobSheet(tapped).find((s) => s.id === 'brakes')).toMatchObject({
      hold: 'brakes',
      needs: ['refitted'],
      how: expect.stringContaining('ABS'),
    });
  });

  test('only what this job needs: no tank opened where nothing lies in it, no hose made that stays', () => {
    const doc = applied(fullReturnJob('x'), [
      { op: 'replace', path: '/plumbing/elements/return/existing', value: true },
    ]);
    const ids = jobSheet(doc).map((s) => s.id);
    expect(ids).toContain('make:feed');
    expect(ids).not.toContain('make:return');
    const inLine = PATTERNS.map((p) => p.job('x')).find(
      (d) => !jobSheet(d).some((s) => s.id === 'tank-open'),
    );
    if (inLine) expect(jobSheet(inLine).some((s) => s.id === 'tank-close')).toBe(false);
  });

  test('is finished when all is done or left out with its name', () => {
    const steps = jobSheet(fullReturnJob('x'));
    const results = new Map(steps.map((s, i) => [s.id, i === 3 ? 'skipped' : 'done']));
    expect(buildOutcome(steps, results)).toMatchObject({
      verdict: 'pass',
      done: steps.length - 1,
      skipped: [steps[3]!.does],
    });
    expect(buildOutcome(steps, results, ['Air box'])).toMatchObject({
      verdict: 'incomplete',
      off: ['Air box'],
    });
    results.set(steps[5]!.id, 'open');
    expect(buildOutcome(steps, results)).toMatchObject({ verdict: 'incomplete', open: 1 });
  });
});

describe('A tank with a port of its own', () => {
  const steps = (doc: JobDocument) => jobSheet(doc).filter((s) => s.section === 'Tank');
  // A pump outside the tank, drawing through a line from the tank's port.
  const outside = applied(fullReturnJob('x'), [
    { op: 'add', path: '/plumbing/elements/pump/standsIn', value: 'under-body' },
    {
      op: 'replace',
      path: '/plumbing/paths/feed/order',
      value: fullReturnJob('x').plumbing.paths['feed']!.order.filter((id) => id !== 'strainer'),
    },
    { op: 'remove', path: '/plumbing/elements/strainer' },
  ]);
  const ported = applied(outside, [{ op: 'add', path: '/plumbing/junctions/tank/port', value: 'npt-1/2-f' }]);

  test('is still run down and held before a line is screwed into it', () => {
    const [low, ...ports] = steps(ported);
    expect(low).toMatchObject({ id: 'tank-low', caution: 'fuel' });
    expect(ports.length).toBe(2);
    for (const p of ports) expect(p).toMatchObject({ caution: 'fuel', needs: ['tank-held'] });
    expect(ports[0]!.does).toContain('1/2 NPT, female');
    complete(ported);
  });

  test('keeps every step of what lies in it: naming a port takes none away', () => {
    for (const [, doc] of jobs) {
      const [id] = Object.entries(doc.plumbing.junctions).find(([, j]) => j.kind === 'tank') ?? [];
      if (id === undefined) continue;
      const named = applied(doc, [{ op: 'add', path: `/plumbing/junctions/${id}/port`, value: 'npt-1/2-f' }]);
      const before = steps(doc).filter((s) => !s.id.startsWith('bulkhead:'));
      const had = before.length > 0 || steps(doc).length > 0;
      if (had) expect(steps(named).length).toBeGreaterThan(0);
      if (before.some((s) => s.id.startsWith('tank-part:') || s.id.startsWith('tank-hose:')))
        expect(steps(named).map((s) => s.id)).toEqual(expect.arrayContaining(before.map((s) => s.id)));
    }
  });
});
