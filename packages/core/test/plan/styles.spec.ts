import { describe, expect, test } from '@jest/globals';
import { trappedVolumes } from '../../src/engine/trapped.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS, type PlumbingElement } from '../../src/public/document.ts';
import { checkJob } from '../../src/public/formats.ts';
import { billOfMaterials, jointList } from '../../src/public/supply.ts';
import { applied, found } from '../support/examples.ts';
import { imbalance } from '../support/balance.ts';
import { LPH, PSI } from '../support/units.ts';

const job = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const state = (doc: JobDocument, id: string) =>
  evaluatePlan(doc).states.find((s) => s.state.id === id)!.values!;
const check: PlumbingElement = {
  kind: 'check-valve',
  name: 'Added check',
  crackPa: 2000,
  k: 2.5,
  boreM: 0.0103,
};

describe.each(PATTERNS.map((p) => [p.id, p] as const))('pattern %s', (_id, pattern) => {
  const doc = pattern.job('x');
  const plan = evaluatePlan(doc);

  test('is a valid job of its own style that settles in every state with mass in balance', () => {
    expect(checkJob(doc).ok).toBe(true);
    expect(doc.plumbing.style).toBe(pattern.id);
    for (const s of plan.states) {
      if (s.state.kind === 'hot-soak' && trappedVolumes(doc).length > 0) {
        // Closed in: told by the finding, never by a made-up pressure.
        expect(s.values).toBeNull();
        continue;
      }
      expect(s.ending.how).toBe('settled');
      expect(s.state.pumpsOn ? imbalance(s) : 0).toBeLessThan(1e-6);
    }
  });

  test('supplies its own pull with the margin wanted', () => {
    expect(found(plan.findings, 'SUPPLY_SHORT')).toBeUndefined();
    expect(plan.tightest).not.toBeNull();
    expect(jointList(doc).length).toBeGreaterThan(10);
    expect(billOfMaterials(doc).length).toBeGreaterThan(8);
  });
});

describe('what the styles are known for (common practice)', () => {
  test('a capped rail sees less than its regulator by the loss of its spur, more so at high flow', () => {
    const doc = job('regulator-before-rail');
    const loss = (id: string) => state(doc, id).junctions['tee']! - state(doc, id).railGauge;
    // Elevation of 0.1 m between tee and rail is in both.
    expect(loss('pull-3')).toBeGreaterThan(loss('idle'));
  });

  test('a blocking regulator leaves the pump near its shut-off pressure at idle and passes only what is taken', () => {
    const v = state(job('blocking'), 'idle');
    expect(v.pumpFlow).toBeCloseTo(v.injectorFlow, 9);
    expect(v.pumps[0]!.rise).toBeGreaterThan(800e3);
    expect(Math.abs(v.railGauge - v.required)).toBeLessThan(2e3);
  });

  test('returnless: line loss is not compensated, the rail sags with flow', () => {
    const doc = job('returnless');
    const sag = state(doc, 'idle').railGauge - state(doc, 'pull-3').railGauge;
    expect(sag).toBeGreaterThan(4e3);
    expect(sag).toBeLessThan(40e3);
  });

  test('rails in series: the far rail sees less; in parallel they see the same', () => {
    const series = state(job('rails-series'), 'pull-3').junctions;
    expect(series['left']! - series['right']!).toBeGreaterThan(500);
    const parallel = state(job('rails-parallel'), 'pull-3').junctions;
    expect(Math.abs(parallel['left']! - parallel['right']!)).toBeLessThan(5);
  });

  test('a cross-over two sizes smaller and long holds the first rail up by its own loss at idle', () => {
    const doc = applied(job('rails-series'), [
      { op: 'replace', path: '/plumbing/elements/cross/dash', value: 4 },
      { op: 'replace', path: '/plumbing/elements/cross/lengthM', value: 3 },
    ]);
    // The cross-over carries bypass and the right rail's fuel: small, it holds the left rail up.
    const v = state(doc, 'idle');
    expect(v.junctions['left']! - v.junctions['right']!).toBeGreaterThan(100e3);
  });
});

describe('two pumps', () => {
  const doc = job('twin-pump');

  test('the second stays shut behind its check valve until its boost, then both share the load', () => {
    expect(Math.abs(state(doc, 'idle').pumps.find((p) => p.id === 'pump-2')!.flow) / LPH).toBeLessThan(0.01);
    const [a, b] = state(doc, 'pull-3').pumps;
    expect(Math.abs(a!.flow / b!.flow - 1)).toBeLessThan(1e-3);
  });

  test('without its check valve the idle pump leaks the running one away', () => {
    const bare = applied(doc, [
      { op: 'replace', path: '/plumbing/paths/lift-2/order', value: ['strainer-2', 'pump-2'] },
      { op: 'remove', path: '/plumbing/elements/check-2' },
      { op: 'replace', path: '/plumbing/elements/pump-2/outletCheck', value: false },
    ]);
    const back = state(bare, 'idle').pumps.find((p) => p.id === 'pump-2')!;
    expect(back.flow / LPH).toBeLessThan(-50);
  });

  test('a second pump too late is found, with the boost it must be on before, and the fix clears it', () => {
    const hungry = applied(doc, [
      { op: 'replace', path: '/wiring/triggers/rule-1/any/0/all/0/above', value: 13.9 * PSI },
      ...doc.brief.pull.map((p, i) => ({
        op: 'replace' as const,
        path: `/brief/pull/${i}/powerW`,
        value: p.powerW * 1.55,
      })),
      { op: 'replace', path: '/brief/pull/1/boostPa', value: 10 * PSI },
    ]);
    const late = found(evaluatePlan(hungry).findings, 'STAGING_LATE');
    expect(late).toBeDefined();
    expect(late!.limit).toBeGreaterThan(4 * PSI);
    expect(late!.limit).toBeLessThan(13.9 * PSI);
    expect(
      found(evaluatePlan(applied(hungry, late!.fixes[0]!.patch)).findings, 'STAGING_LATE'),
    ).toBeUndefined();
  });

  test('says what one dead pump leaves', () => {
    const notes = evaluatePlan(doc).findings.filter((f) => f.code === 'ONE_PUMP_DEAD');
    expect(notes.map((n) => n.severity)).toEqual(['note', 'note']);
    // The second waits for boost: without the first the engine does not start.
    expect(notes.find((n) => n.place.id === 'pump-1')!.title).toContain('does not start');
    expect(notes.find((n) => n.place.id === 'pump-2')!.value).toBeGreaterThan(400 * 745.7);
  });
});

describe('trapped volume', () => {
  const withCheck = (doc: JobDocument, path: string, order: string[]) =>
    applied(doc, [
      { op: 'add', path: '/plumbing/elements/added', value: check },
      { op: 'replace', path: `/plumbing/paths/${path}/order`, value: order },
    ]);

  test('a check valve between an in-tank regulator and the rail is found, and cleared when the valve goes', () => {
    const doc = withCheck(job('returnless'), 'feed', ['added', 'feed']);
    const finding = found(evaluatePlan(doc).findings, 'TRAPPED_VOLUME')!;
    expect(finding.place.id).toBe('added');
    expect(trappedVolumes(doc)[0]!.runs).toEqual(['feed']);
    const after = applied(doc, finding.fixes[0]!.patch);
    expect(trappedVolumes(after)).toEqual([]);
    expect(found(evaluatePlan(after).findings, 'TRAPPED_VOLUME')).toBeUndefined();
  });

  test('the same valve upstream of a bypass regulator raises nothing', () => {
    expect(trappedVolumes(job('full-return'))).toEqual([]);
    expect(trappedVolumes(job('twin-pump'))).toEqual([]);
    expect(
      trappedVolumes(
        withCheck(job('regulator-before-rail'), 'feed', [
          'strainer',
          'pump',
          'check',
          'filter',
          'added',
          'feed',
        ]),
      ),
    ).toEqual([]);
  });

  test('a check valve on the way to a capped rail traps it; a blocking regulator traps by itself and offers no valve to take out', () => {
    expect(trappedVolumes(withCheck(job('regulator-before-rail'), 'spur', ['added', 'spur']))).toHaveLength(
      1,
    );
    const blocked = found(evaluatePlan(job('blocking')).findings, 'TRAPPED_VOLUME')!;
    expect(blocked.fixes.map((f) => f.label)).toEqual([
      'Turn the plan into “Full return, regulator after the rail” (new: return hose, regulator; goes: hose to the rail, blocking regulator)',
    ]);
  });

  test('0.25 L in rubber braid heated 40 K rises about 1.5 MPa, in PTFE braid about 7.5 MPa (worked by hand)', () => {
    // 0.25 L, gasoline: β 1.213e-3 /K, K 0.85 GPa; ΔP = β·40/(1/K + C).
    for (const [hose, expected] of [
      ['rubber-braid', 1.55e6],
      ['ptfe', 7.85e6],
    ] as const) {
      const base = withCheck(job('regulator-before-rail'), 'spur', ['added', 'spur']);
      const doc = applied(base, [
        { op: 'replace', path: '/brief/fuel/ethanol', value: 0 },
        { op: 'replace', path: '/plumbing/elements/spur/hose', value: hose },
        { op: 'add', path: '/plumbing/elements/spur/boreM', value: 0.01 },
        { op: 'replace', path: '/plumbing/elements/spur/lengthM', value: 0.25e-3 / (Math.PI * 0.25e-4) },
        { op: 'replace', path: '/plumbing/junctions/rail/volumeM3', value: 1e-6 },
      ]);
      expect(Math.abs(trappedVolumes(doc)[0]!.rise / expected - 1)).toBeLessThan(0.05);
    }
  });
});
