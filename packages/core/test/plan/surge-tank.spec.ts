import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type ElementOf, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { applied, found } from '../support/examples.ts';
import { remove, replace } from '../support/finding-cases.ts';

const plan = PATTERNS.find((p) => p.id === 'surge-tank')!.job('x');
const returnsToTank = (doc: JobDocument) => applied(doc, [replace('/plumbing/paths/return/to', 'tank')]);
/** A lift pump that moves so much of what it did. */
const weaker = (doc: JobDocument, share: number) => {
  const { curve } = doc.plumbing.elements['lift'] as ElementOf<'pump'>;
  return applied(doc, [
    replace('/plumbing/elements/lift/curve', { ...curve, flows: curve.flows.map((q) => q * share) }),
  ]);
};
const figures = (text: string): number[] =>
  [...text.matchAll(/(−?[\d.]+) L\/h/g)].map((m) => Number(m[1]!.replace('−', '-')));

describe('the balance of a surge tank', () => {
  test('is told flow by flow, each under its name and sign, and adds up', () => {
    const short = found(evaluatePlan(weaker(plan, 0.3)).findings, 'LIFT_SHORT')!;
    expect(short.why.formula).toMatch(/^lift .* \+ returned .* − main pump .* = −/);
    const [lift, returned, main, net] = figures(short.why.formula) as [number, number, number, number];
    expect(lift).toBeGreaterThan(0);
    expect(Math.abs(lift + returned - main - net)).toBeLessThan(2);
    expect(short.why.text).toContain('stays in the surge tank');
  });

  test('with the return in the main tank the lift pump carries all the main pump moves: short at idle, and the return is the first fix', () => {
    const weak = returnsToTank(weaker(plan, 0.8));
    expect(found(evaluatePlan(weaker(plan, 0.8)).findings, 'LIFT_SHORT')).toBeUndefined();
    const short = found(evaluatePlan(weak).findings, 'LIFT_SHORT')!;
    expect(short).toMatchObject({ severity: 'stop', stateId: 'idle' });
    expect(short.title).toMatch(/empties at idle, hot: gone in \d+ s/);
    expect(short.why.text).toContain('The return goes to tank');
    expect(short.why.text).not.toContain('stays in the surge tank');
    expect(short.fixes[0]!.label).toBe('Take return into surge tank');
    const after = evaluatePlan(applied(weak, short.fixes[0]!.patch), 'none').findings;
    expect(found(after, 'LIFT_SHORT')).toBeUndefined();
  });

  test('a lift pump that carries all of it, with the margin asked for, is enough wherever the return goes', () => {
    expect(found(evaluatePlan(returnsToTank(plan), 'none').findings, 'LIFT_SHORT')).toBeUndefined();
  });
});

describe('a surge tank without an overflow', () => {
  const closed = applied(plan, [remove('/plumbing/paths/overflow'), remove('/plumbing/elements/overflow')]);

  test('is the finding, ahead of the overrun and the high rail that follow from it; an overflow clears it', () => {
    const { findings } = evaluatePlan(closed);
    const stop = found(findings, 'SURGE_CLOSED')!;
    expect(findings[0]).toBe(stop);
    expect(stop.title).toBe('Surge tank has no overflow: lift pump pressurizes it.');
    const open = evaluatePlan(plan, 'none').findings.map((f) => f.code);
    expect(findings.map((f) => f.code).filter((c) => c !== 'SURGE_CLOSED')).toEqual(open);
    expect(stop.fixes.map((f) => f.label)).toEqual(['Run an overflow from surge tank back to the tank']);
    const after = evaluatePlan(applied(closed, stop.fixes[0]!.patch), 'none');
    expect(found(after.findings, 'SURGE_CLOSED')).toBeUndefined();
    expect(found(after.findings, 'RETURN_OVERRUN')).toBeUndefined();
  });

  test('what is wrong besides is still told', () => {
    const narrow = applied(closed, [replace('/plumbing/elements/return/dash', 4)]);
    expect(found(evaluatePlan(narrow, 'none').findings, 'RETURN_OVERRUN')).toBeDefined();
  });
});
