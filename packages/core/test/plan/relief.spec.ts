import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { PATTERNS } from '../../src/public/document.ts';
import { applied, found } from '../support/examples.ts';
import { replace } from '../support/finding-cases.ts';

const plain = PATTERNS.find((p) => p.id === 'full-return')!.job('x');
const relief = (pa: number, doc = plain) => applied(doc, [replace('/plumbing/elements/pump/reliefPa', pa)]);
const told = (pa: number, doc = plain) => found(evaluatePlan(relief(pa, doc)).findings, 'RELIEF_LOW');

describe('a relief valve in the pump below the pressure wanted', () => {
  test('is named with both pressures, also while demand is still met', () => {
    // The plan asks 408 kPa of the pump at the most.
    expect(told(425e3)).toBeUndefined();
    const close = told(400e3)!;
    expect(close.severity).toBe('fix');
    expect(close.title).toMatch(
      /relief valve of .* opens at 58\.0 psi \(400\.0 kPa\); pull at 6500 rpm needs 59\.\d psi/,
    );
  });

  test('comes alone where nothing else is short: no larger pump with the same valve, and no smaller one, is offered', () => {
    for (const pa of [300e3, 250e3]) {
      const { findings } = evaluatePlan(relief(pa));
      const { severity, fixes } = found(findings, 'RELIEF_LOW')!;
      expect(severity).toBe('stop');
      expect(findings.map((f) => f.code)).not.toContain('SUPPLY_SHORT');
      expect(fixes.map((f) => f.label)).not.toContainEqual(expect.stringContaining('255 class'));
      expect(fixes.length).toBeGreaterThan(0);
      for (const fix of fixes) {
        const after = evaluatePlan(applied(relief(pa), fix.patch), 'none').findings;
        expect(found(after, 'RELIEF_LOW')).toBeUndefined();
        expect(found(after, 'SUPPLY_SHORT')).toBeUndefined();
      }
    }
  });

  test('a supply that is too small all the same is told beside it', () => {
    const hungry = applied(plain, [replace('/brief/pull/3/powerW', 900e3)]);
    const codes = evaluatePlan(relief(300e3, hungry), 'none').findings.map((f) => f.code);
    expect(codes).toEqual(expect.arrayContaining(['RELIEF_LOW', 'SUPPLY_SHORT']));
  });

  test('a line too narrow presses against the valve: the line is told, not the valve', () => {
    const hard = PATTERNS.find((p) => p.id === 'hard-line')!.job('x');
    const narrow = applied(hard, [{ op: 'add', path: '/plumbing/elements/feed/boreM', value: 0.002 }]);
    const { findings } = evaluatePlan(narrow);
    expect(found(findings, 'RELIEF_LOW')).toBeUndefined();
    expect(found(findings, 'SUPPLY_SHORT')!.severity).toBe('stop');
  });

  test('what piles up behind a blocking regulator is no pressure the plan wants', () => {
    const blocking = PATTERNS.find((p) => p.id === 'blocking')!.job('x');
    const deadHead = evaluatePlan(blocking, 'none').states.find((s) => s.state.kind === 'idle')!.values!
      .pumps[0]!.rise;
    const wanted = 480e3;
    expect(deadHead).toBeGreaterThan(wanted);
    expect(told(wanted, blocking)).toBeUndefined();
  });
});
