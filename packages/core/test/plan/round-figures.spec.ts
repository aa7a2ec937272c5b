import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { inRoundFigures, PATTERNS } from '../../src/public/document.ts';
import {
  addedInRoundFigures,
  addLoad,
  applyPatch,
  BRANCH_ENDS,
  branchAt,
  insertPart,
  insertSegment,
  NEW_LOADS,
  NEW_PARTS,
  NEW_SEGMENTS,
} from '../../src/public/edit.ts';
import { checkJob, diffDocuments, fieldAt, valueAt } from '../../src/public/formats.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { editText } from '../../src/public/quantities.ts';
import { demoJobs } from '../support/examples.ts';

describe('a new plan begins with figures somebody would say', () => {
  test.each(PATTERNS.map((p) => p.id))('%s in US units', (id) => {
    const metric = PATTERNS.find((p) => p.id === id)!.job('x');
    const us = inRoundFigures(metric, 'us');
    const changed = diffDocuments(metric, us);
    expect(changed.length).toBeGreaterThan(5);
    for (const { path, value } of changed) {
      const field = fieldAt(us, path)!;
      const said = editText(field.dimension, value as number, 'us', 5);
      // Halves at most: "14 ft", "1 ft 9 in", "6 1/2 in", "43.5 psi", "9 psi".
      expect([path, said]).toEqual([
        path,
        expect.stringMatching(/^[-−]?(\d+ ft( \d+ in)?|\d+( 1\/2)? in|1\/2 in|\d+(\.\d)? psi)$/),
      ]);
      const before = valueAt(metric, path) as number;
      expect(Math.abs((value as number) - before)).toBeLessThanOrEqual(
        field.dimension === 'length' ? 0.1524 : 0.51 * 3447.4,
      );
    }
    expect(checkJob(us).ok).toBe(true);
    // Rounding the figures changes none of what is said of the plan, but for a volt-drop note right at its mark.
    const codes = (doc: typeof us) =>
      evaluatePlan(doc)
        .findings.filter((f) => f.code !== 'WIRE_DROP' || f.severity !== 'note')
        .map((f) => f.code);
    expect(codes(us)).toEqual(codes(metric));
  });

  test('metric figures are round already, and rounding twice changes nothing', () => {
    for (const p of PATTERNS) {
      const doc = p.job('x');
      expect(inRoundFigures(doc, 'metric')).toBe(doc);
      const once = inRoundFigures(doc, 'us');
      expect(diffDocuments(once, inRoundFigures(once, 'us'))).toEqual([]);
    }
  });

  test('what was measured stays as it was measured, and curves as they were given', () => {
    for (const [id, doc] of demoJobs()) {
      const us = inRoundFigures(doc, 'us');
      for (const { path } of diffDocuments(doc, us)) {
        expect([id, path]).not.toEqual([id, expect.stringMatching(/\/(curve|moreCurves|speed)\//)]);
        expect([id, path, valueAt(us, `${path}From`)]).toEqual([id, path, undefined]);
      }
    }
  });
});

describe('what is added to a plan', () => {
  const doc = inRoundFigures(PATTERNS.find((p) => p.id === 'full-return')!.job('x'), 'us');
  const circuit = doc.wiring.circuits['pump-circuit']!;
  const added: (readonly [string, readonly PatchOperation[]])[] = [
    ...NEW_PARTS.map((p) => [p.name, insertPart(doc, 'feed', p).patch] as const),
    ...BRANCH_ENDS.map((e) => [e.name, branchAt(doc, 'feed', e.key).patch] as const),
    ...NEW_SEGMENTS.map(
      (s) => [s.name, insertSegment(doc, 'pump-circuit', circuit.feed[0]!, s.kind).patch] as const,
    ),
    ...NEW_LOADS.map((l) => [l.name, addLoad(doc, l.kind).patch] as const),
  ];

  test.each(added)('%s: its lengths and pressures are round, and it is the same thing', (_, patch) => {
    const plain = applyPatch(doc, patch);
    const round = applyPatch(doc, addedInRoundFigures(doc, patch, 'us'));
    if (!plain.ok || !round.ok) throw new Error('it could not be added');
    expect(diffDocuments(round.value, inRoundFigures(round.value, 'us'))).toEqual([]);
    for (const op of diffDocuments(plain.value, round.value)) expect(op.op).toBe('replace');
    expect(addedInRoundFigures(doc, patch, 'metric')).toBe(patch);
  });
});
