import { describe, expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { BRANCH_ENDS, branchAt, removePath } from '../../src/public/edit.ts';
import { checkJob } from '../../src/public/formats.ts';
import { sayEnding } from '../../src/public/say.ts';
import { imbalance } from '../support/balance.ts';
import { applied } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

describe('branches', () => {
  const doc = fullReturnJob('x');

  test('a Y to a second rail: both rails share the draw, and taking the branch out gives the plan back', () => {
    const added = branchAt(doc, 'filter', 'new-rail');
    const two = applied(doc, added.patch);
    const pull = evaluateStates(two).find((s) => s.state.id === 'pull-3')!.values!;
    const branch = pull.stations.find((s) => s.pathId === added.pathId)!;
    expect(Math.abs(branch.flow / (pull.injectorFlow / 2) - 1)).toBeLessThan(1e-6);
    expect(applied(two, removePath(two, added.pathId)).plumbing).toEqual(doc.plumbing);
  });

  test('another pump beside the first brings strainer, check valve and circuit, and adds its flow', () => {
    const two = applied(doc, branchAt(doc, 'check', 'new-pump').patch);
    const before = evaluateStates(doc).find((s) => s.state.id === 'pull-3')!.values!;
    const after = evaluateStates(two).find((s) => s.state.id === 'pull-3')!.values!;
    expect(after.available!).toBeGreaterThan(before.available! * 1.4);
    expect(Object.keys(two.wiring.circuits)).toHaveLength(2);
    // And a third.
    const three = applied(two, branchAt(two, 'check', 'new-pump').patch);
    expect(evaluateStates(three).find((s) => s.state.id === 'pull-3')!.values!.pumps).toHaveLength(3);
    expect(Object.values(three.plumbing.junctions).filter((j) => j.kind === 'tee')).toHaveLength(1);
  });

  test('behind a surge tank the other pump draws from the surge tank', () => {
    const surge = PATTERNS.find((p) => p.id === 'surge-tank')!.job('x');
    const { patch, pathId } = branchAt(surge, 'check', 'new-pump');
    const two = applied(surge, patch);
    expect(two.plumbing.paths[pathId]!.from).toBe('surge');
    const third = branchAt(two, two.plumbing.paths[pathId]!.order.at(-1)!, 'new-pump');
    expect(applied(two, third.patch).plumbing.paths[third.pathId]!.from).toBe('surge');
    const fed = evaluateStates(two).find((s) => s.state.id === 'pull-3')!.values!;
    expect(fed.pumps.filter((p) => p.flow > 1e-5)).toHaveLength(3);
  });

  test('the factory supply and a second return are branches too', () => {
    const both = applied(doc, branchAt(doc, 'feed', 'new-factory').patch);
    expect(Object.values(both.plumbing.junctions).some((j) => j.kind === 'factory')).toBe(true);
    const back = applied(doc, branchAt(doc, 'regulator', 'tank').patch);
    const idle = evaluateStates(back).find((s) => s.state.kind === 'idle')!.values!;
    const returned = idle.stations.filter((s) => s.kind === 'run' && s.elementId !== 'feed');
    expect(returned.every((s) => s.flow > 1e-6)).toBe(true);
  });

  test('nowhere to put it, nothing done', () => {
    expect(branchAt(doc, 'nothing', 'new-rail').patch).toEqual([]);
    expect(branchAt(doc, 'feed', 'no-such-junction').patch).toEqual([]);
    expect(removePath(doc, 'nothing')).toEqual([]);
  });

  test('whatever is branched and taken out stays a readable job that is solved or says why not', () => {
    const step = fc.record({ out: fc.boolean(), at: fc.nat(40), end: fc.nat(BRANCH_ENDS.length - 1) });
    fc.assert(
      fc.property(fc.nat(PATTERNS.length - 1), fc.array(step, { maxLength: 5 }), (pattern, steps) => {
        let job: JobDocument = PATTERNS[pattern]!.job('x');
        for (const s of steps) {
          const paths = Object.keys(job.plumbing.paths);
          const ids = Object.keys(job.plumbing.elements);
          const patch = s.out
            ? removePath(job, paths[s.at % paths.length]!)
            : branchAt(job, ids[s.at % Math.max(1, ids.length)] ?? '', BRANCH_ENDS[s.end]!.key).patch;
          job = applied(job, patch);
        }
        expect(checkJob(job)).toMatchObject({ ok: true });
        for (const s of evaluateStates(job)) {
          expect(sayEnding(s.ending)).not.toBe('');
          if (s.values && s.state.pumpsOn) expect(imbalance(s)).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 80 },
    );
  });
});
