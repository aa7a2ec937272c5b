import { describe, expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { insertPart, movePart, NEW_PARTS, removePart, splitRun } from '../../src/public/edit.ts';
import { checkJob } from '../../src/public/formats.ts';
import { sayEnding } from '../../src/public/say.ts';
import { applied } from '../support/examples.ts';
import { imbalance } from '../support/balance.ts';
import { fc } from '../support/sweep.ts';

const order = (doc: JobDocument, path = 'feed') => doc.plumbing.paths[path]!.order.join(' ');

describe('editing the track', () => {
  const doc = fullReturnJob('x');

  test('insert, move, split, remove', () => {
    const added = insertPart(
      doc,
      'filter',
      NEW_PARTS.find((p) => p.key === 'check')!,
    );
    expect(added.id).toBe('check-2');
    expect(order(applied(doc, added.patch))).toBe('strainer pump check filter check-2 feed');
    expect(order(applied(doc, movePart(doc, 'filter', -2)))).toBe('strainer filter pump check feed');
    expect(movePart(doc, 'feed', 1)).toEqual([]);
    const split = applied(doc, splitRun(doc, 'feed').patch);
    expect(order(split)).toBe('strainer pump check filter feed feed-2');
    expect(splitRun(doc, 'filter').patch).toEqual([]);
    expect(order(applied(doc, removePart(doc, 'check')))).toBe('strainer pump filter feed');
    expect(removePart(doc, 'ghost')).toEqual([]);
    expect(insertPart(doc, 'ghost', NEW_PARTS[0]!).patch).toEqual([]);
  });

  test('a split run loses as much as before but for its new union', () => {
    const rail = (d: JobDocument) =>
      evaluateStates(d).find((s) => s.state.id === 'pull-3')!.values!.railGauge;
    const after = rail(applied(doc, splitRun(doc, 'feed').patch));
    expect(Math.abs(after - rail(doc))).toBeLessThan(1000);
  });

  test('a pump brings its circuit and takes it away again', () => {
    const two = applied(
      doc,
      insertPart(
        doc,
        'strainer',
        NEW_PARTS.find((p) => p.key === 'pump')!,
      ).patch,
    );
    expect(Object.values(two.wiring.circuits).map((c) => c.loadId)).toEqual(['pump', 'pump-2']);
    const none = applied(doc, removePart(doc, 'pump'));
    expect(none.wiring.circuits).toEqual({});
  });

  test('whatever is done on the track stays a readable job that is solved or says why not', () => {
    const step = fc.record({
      act: fc.nat(3),
      at: fc.nat(40),
      part: fc.nat(NEW_PARTS.length - 1),
      by: fc.integer({ min: -3, max: 3 }),
    });
    fc.assert(
      fc.property(fc.nat(PATTERNS.length - 1), fc.array(step, { maxLength: 8 }), (pattern, steps) => {
        let job = PATTERNS[pattern]!.job('x');
        for (const s of steps) {
          const ids = Object.keys(job.plumbing.elements);
          const id = ids[s.at % Math.max(1, ids.length)] ?? '';
          const patch = [
            () => insertPart(job, id, NEW_PARTS[s.part]!).patch,
            () => removePart(job, id),
            () => movePart(job, id, s.by),
            () => splitRun(job, id).patch,
          ][s.act]!();
          job = applied(job, patch);
        }
        expect(checkJob(job)).toMatchObject({ ok: true });
        for (const s of evaluateStates(job)) {
          expect(sayEnding(s.ending)).not.toBe('');
          if (!s.values || !s.state.pumpsOn) continue;
          expect(imbalance(s)).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 80 },
    );
  });
});
