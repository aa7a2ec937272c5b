import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { sayMade } from '../../src/public/edit.ts';
import { adaptersBetween, billOfMaterials, JOINT_RULES, jointList } from '../../src/public/supply.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { jointOf, withTaper } from '../support/joint-cases.ts';

const codesOf = (doc: JobDocument): string[] =>
  evaluatePlan(doc)
    .findings.map((f) => f.code)
    .filter((c) => c.startsWith('JOINT_'));
const plain = fullReturnJob('x');

describe('How joints are made', () => {
  // Every kind of joint against every dressing: only a taper thread wants something on it (SAE J514, J1926, ASME B1.20.1).
  test.each(['cone', 'o-ring'] as const)(
    'tape and sealant are told on a %s, nothing and oil are not',
    (kind) => {
      const joint = jointOf(plain, kind);
      const told = (['bare', 'oil', 'sealant', 'tape'] as const).map(
        (thread) => codesOf(applied(plain, sayMade(plain, joint, { thread }))).length,
      );
      expect(told).toEqual([0, 0, 1, 1]);
    },
  );

  test('a taper thread wants sealant; tape is a matter of schools', () => {
    const joint = jointOf(withTaper, 'taper');
    const told = (['bare', 'oil', 'sealant', 'tape'] as const).map(
      (thread) => codesOf(applied(withTaper, sayMade(withTaper, joint, { thread })))[0],
    );
    expect(told).toEqual(['JOINT_DRY', 'JOINT_DRY', undefined, 'JOINT_TAPE']);
  });

  test('a cone has no seal to use again', () => {
    expect(codesOf(applied(plain, sayMade(plain, jointOf(plain, 'cone'), { seal: 'used' })))).toEqual([]);
  });

  test('what was said is taken back without a trace, and a joint that is gone is not judged', () => {
    const joint = jointOf(plain, 'o-ring');
    const said = applied(plain, sayMade(plain, joint, { thread: 'tape', seal: 'used' }));
    const less = applied(said, sayMade(said, joint, { thread: undefined }));
    expect(less.plumbing.made).toEqual([{ joint, seal: 'used' }]);
    expect(applied(less, sayMade(less, joint, { seal: undefined })).plumbing.made).toEqual([]);
    expect(codesOf(applied(plain, sayMade(plain, 'feed:gone:away', { thread: 'tape' })))).toEqual([]);
  });

  test('every joint of every demo job can be said to be taped, and the finding names it', () => {
    for (const [, doc] of demoJobs()) {
      const joints = jointList(doc).filter((j) => j.kind && j.kind !== 'taper' && j.kind !== 'in-tank');
      const all = joints.reduce((d, j) => applied(d, sayMade(d, j.id, { thread: 'tape' })), doc);
      const found = evaluatePlan(all).findings.filter((f) => f.code === 'JOINT_DRESSED');
      expect(new Set(found.map((f) => f.place.id))).toEqual(new Set(joints.map((j) => j.id)));
    }
  });
});

describe('Bolted flanges', () => {
  test('a regulator bolted to its rail wants a gasket, which is ordered, and no bracket', () => {
    const order = plain.plumbing.paths['return']!.order;
    expect(order[0]).toBe('regulator');
    const bolted = applied(plain, [
      { op: 'add', path: '/plumbing/elements/regulator/inlet', value: 'flange' },
      { op: 'add', path: '/plumbing/junctions/rail/port', value: 'flange' },
    ]);
    const parts = billOfMaterials(bolted).map((l) => l.part);
    expect(parts).toContain('Flange gasket or O-ring, fuel-rated');
    expect(parts.some((p) => p.startsWith('Regulator bracket'))).toBe(false);
    expect(billOfMaterials(plain).some((l) => l.part.startsWith('Regulator bracket'))).toBe(true);
    expect(JOINT_RULES.flange.never).toMatch(/old gasket/);
  });

  test('onto a hose it goes by a flange adapter', () => {
    const found = adaptersBetween('flange', 'flare-8-f');
    expect(found.ok && found.chains[0]!.fittings.map((f) => f.name)).toEqual([
      'Flange adapter, two bolts, to -8 flare',
    ]);
  });
});

describe('Old hose', () => {
  test('is told past its years, and its fix buys new hose', () => {
    const old = (years: number): JobDocument =>
      applied(plain, [
        { op: 'replace', path: '/plumbing/elements/return/hose', value: 'rubber-braid' },
        { op: 'replace', path: '/plumbing/elements/return/existing', value: true },
        { op: 'add', path: '/plumbing/elements/return/ageYears', value: years },
      ]);
    const found = (doc: JobDocument) => evaluatePlan(doc).findings.find((f) => f.code === 'HOSE_OLD');
    expect(found(old(6))).toBeUndefined();
    const told = found(old(7))!;
    expect(told.title).toMatch(/7 years old/);
    const fixed = applied(old(7), told.fixes[0]!.patch);
    expect(found(fixed)).toBeUndefined();
    expect(billOfMaterials(fixed).some((l) => l.group === 'hose' && l.part.includes('Rubber'))).toBe(true);
  });
});
