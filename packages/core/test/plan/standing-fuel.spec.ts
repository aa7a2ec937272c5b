import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { applied } from '../support/examples.ts';

const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
const pumps = Object.entries(twin.plumbing.elements).filter(([, e]) => e.kind === 'pump');
/** The pump that waits for boost, and the way it stands in. */
const [waiting] = pumps.at(-1)!;
const [, way] = Object.entries(twin.plumbing.paths).find(([, p]) => p.order.includes(waiting))!;

const checked = (doc: JobDocument, outletCheck: boolean): JobDocument => {
  const patch: PatchOperation[] = [
    { op: 'replace', path: `/plumbing/elements/${waiting}/outletCheck`, value: outletCheck },
  ];
  return applied(doc, patch);
};

describe('fuel that stands still behind a stopped pump', () => {
  test('stands at the tank’s pressure, with a check valve in the pump or without: not halfway to the rail', () => {
    for (const own of [true, false]) {
      const idle = evaluatePlan(checked(twin, own)).states.find((s) => s.state.kind === 'idle')!;
      const rail = idle.values!.railGauge;
      const behind = way.order
        .slice(way.order.indexOf(waiting))
        .map((id) => idle.values!.stations.find((s) => s.elementId === id)!)
        .find((s) => s.kind === 'check-valve');
      if (!behind) throw new Error('the pattern keeps a check valve behind its second pump');
      expect(rail).toBeGreaterThan(150e3);
      expect(Math.abs(behind.pUp)).toBeLessThan(0.03 * rail);
      expect(behind.pDown).toBeGreaterThan(0.9 * rail);
      expect(Math.abs(behind.flow) * 3.6e6).toBeLessThan(0.2);
    }
  });
});
