import { describe, expect, test } from '@jest/globals';
import { crankingVolts } from '../../src/engine/states.ts';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS, type PumpTrigger, ruleOf, rulesOf } from '../../src/public/document.ts';
import {
  driveLanes,
  driveMoments,
  drivePressure,
  railDips,
  stagingAdvice,
  standardDrive,
} from '../../src/public/replay.ts';
import { applied, found } from '../support/examples.ts';
import { rising, twinPump, twinPumpAt, withClauses } from '../support/twin-pump.ts';
import { PSI } from '../support/units.ts';

/** The rule is blamed where the rule is wrong, and pumps where pumps are. */
/** More than one pump can feed, less than both can. */
const hungry = twinPumpAt(1.6, rising);
const boost = (above: number) => ({ kind: 'boost' as const, above, below: above - PSI, not: false });
const codes = (doc: JobDocument) => evaluatePlan(doc).findings.map((f) => f.code);
const late = (doc: JobDocument) => found(evaluatePlan(doc).findings, 'STAGING_LATE');

describe('a second pump that is not on', () => {
  const CASES: readonly (readonly [string, PumpTrigger['any'], string])[] = [
    ['a threshold the pull never reaches', [{ all: [boost(25 * PSI)] }], 'the setting is what to change'],
    [
      'a second condition that comes late',
      [{ all: [boost(3 * PSI), { kind: 'rpm', above: 6900, below: 6600, not: false }] }],
      'loosen the rule',
    ],
    [
      'engine speed alone, too high',
      [{ all: [{ kind: 'rpm', above: 6900, below: 6600, not: false }] }],
      'the rule is',
    ],
  ];

  test.each(CASES)(
    '%s: a stop that blames the rule, offers no larger pump, and is cured in one',
    (_, any, words) => {
      const doc = withClauses(hungry, any);
      const finding = late(doc)!;
      expect(finding.severity).toBe('stop');
      expect(finding.why.text).toContain(words);
      expect(codes(doc)).not.toContain('SUPPLY_SHORT');
      expect(codes(doc)).not.toContain('RAIL_SAG');
      expect(finding.fixes.map((f) => f.label).join()).not.toMatch(/Fit|Make/);
      const after = applied(doc, finding.fixes[0]!.patch);
      expect(late(after)).toBeUndefined();
      expect(codes(after)).not.toContain('SUPPLY_SHORT');
    },
  );

  test('where both pumps together are short, it is the supply that is blamed', () => {
    const greedy = {
      ...hungry,
      brief: { ...hungry.brief, pull: hungry.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 2 })) },
    };
    expect(codes(greedy)).toContain('SUPPLY_SHORT');
  });

  test('without the first one the engine does not start, and that is said', () => {
    const dead = evaluatePlan(hungry).findings.filter((f) => f.code === 'ONE_PUMP_DEAD');
    expect(dead.find((f) => f.place.id === 'pump-1')!.title).toContain('does not start');
    // One that also runs while cranking is a spare.
    const spare = withClauses(hungry, [
      { all: [boost(3 * PSI)] },
      { all: [{ kind: 'starter', not: false }] },
    ]);
    const idling = withClauses(spare, [{ all: [{ kind: 'engine-turning', not: false }] }]);
    for (const f of evaluatePlan(idling).findings.filter((x) => x.code === 'ONE_PUMP_DEAD'))
      expect(f.title).not.toContain('does not start');
  });
});

describe('a switch latches', () => {
  /** Boost comes up to 14 psi and falls away while the engine goes on asking. */
  const falling: JobDocument = {
    ...hungry,
    brief: {
      ...hungry.brief,
      pull: hungry.brief.pull.map((p, i) => ({ ...p, boostPa: [6, 14, 12, 9, 8][i]! * PSI })),
    },
  };
  const runs = (doc: JobDocument) =>
    evaluateStates(doc)
      .filter((s) => s.state.kind === 'pull')
      .map((s) => s.values!.pumps.some((p) => p.id === 'pump-2' && p.volts > 0));

  test('once on it stays on down to where it lets go, not down to where it came on', () => {
    const wide = (below: number) =>
      withClauses(falling, [{ all: [{ kind: 'boost', above: 11 * PSI, below: below * PSI, not: false }] }]);
    expect(runs(wide(7))).toEqual([false, true, true, true, true]);
    expect(runs(wide(8.5))).toEqual([false, true, true, true, false]);
    expect(runs(wide(10))).toEqual([false, true, true, false, false]);
  });

  test('one that lets go while it is needed is late as well', () => {
    const doc = withClauses(falling, [
      { all: [{ kind: 'boost', above: 5 * PSI, below: 4 * PSI, not: false }] },
    ]);
    expect(late(doc)).toBeUndefined();
    const early = withClauses(falling, [
      { all: [{ kind: 'boost', above: 13 * PSI, below: 10 * PSI, not: false }] },
    ]);
    expect(late(early)).toBeDefined();
    const { set } = stagingAdvice(early, 'pump-2');
    expect(set!.below).toBeLessThan(8 * PSI);
  });
});

describe('the setting that is recommended', () => {
  test('is early: 2 psi where cruise and idle allow it, in half psi; the latest is only a limit', () => {
    const { set, latest } = stagingAdvice(hungry, 'pump-2');
    expect(set!.above / PSI).toBeCloseTo(2, 6);
    expect(latest).toBeGreaterThan(set!.above);
    // What lies between is the shop's choice.
    const between = withClauses(hungry, [{ all: [boost((set!.above + latest) / 2)] }]);
    expect(late(between)).toBeUndefined();
  });

  test('stays a psi clear of a boosted cruise', () => {
    const cruise = { ...hungry.brief.cruise, manifoldPa: 3 * PSI };
    const doc = { ...hungry, brief: { ...hungry.brief, cruise } };
    const { set, earliest } = stagingAdvice(doc, 'pump-2');
    expect(set!.below).toBeGreaterThan(earliest - 1);
    expect((set!.above / PSI) % 0.5).toBeCloseTo(0, 6);
  });
});

describe('a dip along the drive', () => {
  const dips = (doc: JobDocument) => {
    const moments = driveMoments(doc, standardDrive());
    return railDips(moments, drivePressure(doc, moments, driveLanes(rulesOf(doc), moments)));
  };

  test('is the rule’s where every pump on would hold the rail, else the supply’s', () => {
    const lateOn = withClauses(hungry, [{ all: [boost(25 * PSI)] }]);
    expect(new Set(dips(lateOn).map((d) => d.cause))).toEqual(new Set(['rules']));
    const thin = applied(withClauses(hungry, [{ all: [boost(2 * PSI)] }]), [
      { op: 'replace', path: '/plumbing/elements/feed/dash', value: 3 },
    ]);
    const lost = dips(thin);
    expect(lost.length).toBeGreaterThan(0);
    expect(new Set(lost.map((d) => d.cause))).toEqual(new Set(['supply']));
  });
});

describe('cranking', () => {
  test('a state of its own: the battery sags by the starter, what primes or turns with the engine runs', () => {
    const doc = applied(twinPump, [{ op: 'add', path: '/brief/electrical/crankingA', value: 300 }]);
    expect(crankingVolts(doc)).toBeCloseTo(12.4 - 300 * 0.006, 9);
    const cranking = evaluateStates(doc).find((s) => s.state.kind === 'cranking')!;
    expect(cranking.state.supplyVolts).toBeCloseTo(10.6, 9);
    expect(cranking.values!.pumps.find((p) => p.id === 'pump-1')!.volts).toBeLessThan(10.6);
    // The pump turns slower than on a charged battery, and the rail stands all the same.
    expect(cranking.values!.railGauge).toBeGreaterThan(0.9 * doc.brief.basePressurePa);
    expect(ruleOf(doc, 'pump-2').rule.primeS).toBe(0);
    expect(cranking.values!.pumps.find((p) => p.id === 'pump-2')!.volts).toBe(0);
  });
});

describe('states that do not last', () => {
  const loop = PATTERNS.find((p) => p.id === 'suction-tee')!.job('x');

  test.each(['lift-off', 'forced', 'cranking'])('%s: no warmer than its seconds can make it', (kind) => {
    const state = evaluateStates(loop).find((s) => s.state.kind === kind)!;
    const seconds = { 'lift-off': 5, forced: 30, cranking: 5 }[kind]!;
    const watts = state.values!.pumps.reduce((w, p) => w + p.volts * p.current, 0);
    // All of its electric power into the least fuel a loop holds, a quarter liter of some 2 kJ/kg and 0.74 kg/L.
    const most = (watts * seconds) / (0.25 * 0.74 * 2000);
    for (const p of state.values!.pumps) expect(p.inletK - loop.brief.fuelK).toBeLessThan(most + 1);
  });
});
