import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type ElementOf, type JobDocument, PATTERNS, ruleOf, setRule } from '../../src/public/document.ts';
import { applied, found } from '../support/examples.ts';
import { replace } from '../support/finding-cases.ts';

const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
/** Pump 2, staged, without its valve: neither in it nor behind it. */
const open = (doc: JobDocument) =>
  applied(doc, [
    replace('/plumbing/elements/pump-2/outletCheck', false),
    replace('/plumbing/paths/lift-2/order', ['strainer-2', 'pump-2']),
  ]);
/** What follows from fuel that runs back, and is no cause. */
const FOLLOWING = ['STAGING_LATE', 'STAGING_BY_BOOST', 'SUPPLY_SHORT', 'RAIL_SAG', 'RAIL_LOW', 'RAIL_DRY'];

describe('a pump that is off and has no check valve', () => {
  test('is named as the cause, alone, with the valve at that pump as the fix, which clears it', () => {
    const plan = open(twin);
    const { findings } = evaluatePlan(plan);
    const back = found(findings, 'RUNS_BACK')!;
    expect(back).toMatchObject({ severity: 'stop', place: { id: 'pump-2' } });
    expect(back.title).toBe('Pump 1 pumps back through pump 2, which is off and has no check valve.');
    expect(findings.map((f) => f.code)).not.toEqual(
      expect.arrayContaining([expect.stringMatching(FOLLOWING.join('|'))]),
    );
    expect(back.fixes.map((f) => f.label)).toEqual(['Add a check valve after pump 2, staged']);
    const after = applied(plan, back.fixes[0]!.patch);
    expect(after.plumbing.paths['lift-2']!.order.at(-1)).toMatch(/^check/);
    expect(found(evaluatePlan(after).findings, 'RUNS_BACK')).toBeUndefined();
  });

  test('either valve is enough, the one in the pump or the one behind it', () => {
    for (const one of [
      [replace('/plumbing/elements/pump-2/outletCheck', false)],
      [replace('/plumbing/paths/lift-2/order', ['strainer-2', 'pump-2'])],
    ])
      expect(found(evaluatePlan(applied(twin, one), 'none').findings, 'RUNS_BACK')).toBeUndefined();
  });

  test('a rule that is late all the same is told beside it', () => {
    const late = applied(twin, [replace('/brief/cruise/drawM3s', 8.3e-5)]);
    expect(found(evaluatePlan(late, 'none').findings, 'STAGING_BY_BOOST')).toBeDefined();
    const { findings } = evaluatePlan(open(late), 'none');
    expect(found(findings, 'RUNS_BACK')).toBeDefined();
    expect(found(findings, 'STAGING_BY_BOOST')).toBeDefined();
  });

  test('a single pump without a valve has nothing that pushes fuel back through it', () => {
    const plain = PATTERNS.find((p) => p.id === 'full-return')!.job('x');
    const bare = applied(plain, [
      replace('/plumbing/elements/pump/outletCheck', false),
      replace('/plumbing/paths/feed/order', ['strainer', 'pump', 'filter', 'feed']),
    ]);
    expect(found(evaluatePlan(bare, 'none').findings, 'RUNS_BACK')).toBeUndefined();
  });
});

describe('a pump that pushes into the suction of another', () => {
  const { curve } = twin.plumbing.elements['pump-1'] as ElementOf<'pump'>;
  /** Pump 2 draws from the hanger that a larger pump 1 fills, and by a strainer of its own; both run with the key. */
  const piped = applied(twin, [
    ...setRule(twin, { ...ruleOf(twin, 'pump-2').rule, any: [{ all: [] }] }),
    replace('/plumbing/elements/pump-1/curve', { ...curve, flows: curve.flows.map((q) => 1.6 * q) }),
    replace('/plumbing/paths/lift-2/order', ['strainer-2']),
    { op: 'remove', path: '/plumbing/elements/check-2' },
    replace('/plumbing/paths/feed/order', ['pump-2', 'filter', 'feed']),
  ]);

  test('is named with the line, and a check valve in that line clears it', () => {
    const told = found(evaluatePlan(piped).findings, 'PUSHES_INTO_SUCTION')!;
    expect(told).toMatchObject({ place: { of: 'path', id: 'lift-2' } });
    expect(told.title).toBe('Pump 1 pushes fuel back to the tank through the line by which pump 2 draws.');
    expect(told.fixes).toHaveLength(1);
    const after = evaluatePlan(applied(piped, told.fixes[0]!.patch), 'none').findings;
    expect(found(after, 'PUSHES_INTO_SUCTION')).toBeUndefined();
  });

  test('two pumps side by side do not', () => {
    expect(found(evaluatePlan(twin, 'none').findings, 'PUSHES_INTO_SUCTION')).toBeUndefined();
  });
});
