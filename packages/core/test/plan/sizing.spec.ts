import { describe, expect, test } from '@jest/globals';
import { judgeChoice, type SizingChoice } from '../../src/advise/sizing.ts';
import { evaluatePlan, paretoFront, sizingChoices, type SizingResult } from '../../src/public/advise.ts';
import { fullReturnJob, PATTERNS } from '../../src/public/document.ts';
import { applied, example } from '../support/examples.ts';

describe('triggers, injectors and wiring are among what is tried', () => {
  const coast = example('coast-road-gt');
  const pass = (doc: typeof coast, some: (c: SizingChoice) => boolean) =>
    sizingChoices(doc)
      .filter(some)
      .slice(0, 1)
      .map((c) => judgeChoice(doc, c));

  test('the staged demo car passes by one setting alone', () => {
    const [asIs] = pass(coast, (c) => !c.early);
    expect(asIs!.fails).toBe('second pump comes in too late');
    const [early] = pass(coast, (c) => c.early);
    expect(early).toMatchObject({ changes: 1, fails: null });
    expect(early!.words[0]).toMatch(/^pump 2, staged on from \d+\.\d psi$/);
    const codes = evaluatePlan(applied(coast, early!.patch)).findings.map((f) => f.code);
    expect(codes).not.toContain('STAGING_LATE');
    expect(codes).not.toContain('SUPPLY_SHORT');
  });

  test('injectors that are too small are a reason, and the size that does is tried', () => {
    const small = applied(fullReturnJob('x'), [
      { op: 'replace', path: '/brief/injectors/staticFlowM3s', value: 700e-6 / 60 },
    ]);
    const [asIs, larger] = [
      pass(small, (c) => c.injectors === null)[0]!,
      pass(small, (c) => c.injectors !== null)[0]!,
    ];
    expect([asIs.fails, larger.fails]).toEqual(['injectors too small', null]);
    expect(evaluatePlan(applied(small, larger.patch)).findings.map((f) => f.code)).not.toContain(
      'INJECTOR_DUTY',
    );
  });

  test('two pumps are exchanged and rewired together, fuse and relay with them', () => {
    const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    const [both] = pass(
      twin,
      (c) => c.pump === 'T470' && c.wire === 'awg-8' && c.feed === null && c.back === null,
    );
    const after = applied(twin, both!.patch);
    const pumps = Object.values(after.plumbing.elements).flatMap((e) =>
      e.kind === 'pump' ? [e.catalogueId] : [],
    );
    expect(pumps).toEqual(['T470', 'T470']);
    const codes = evaluatePlan(after).findings.map((f) => f.code);
    for (const code of ['TERMINAL_SMALL', 'RELAY_LOADED', 'FUSE_LOADED', 'FUSE_OVER_WIRE'])
      expect(codes).not.toContain(code);
  });
});

describe('sizing search', () => {
  const doc = example('hill-climb-coupe');
  const choices = sizingChoices(doc);

  test('tries at least 500 combinations, the plan as it is among them', () => {
    expect(choices.length).toBeGreaterThanOrEqual(500);
    expect(judgeChoice(doc, choices[0]!)).toMatchObject({ changes: 0, fails: 'return overrun' });
  });

  test('what it calls good has no stop or fix when the findings judge it, and its margin is theirs', () => {
    // A spread of the combinations: all of them would take the findings minutes.
    const results = choices.filter((_, i) => i % 9 === 0).map((c) => judgeChoice(doc, c));
    const front = paretoFront(results, 8);
    expect(front.length).toBeGreaterThan(0);
    for (const r of front) {
      const plan = evaluatePlan(applied(doc, r.patch));
      expect(plan.findings.filter((f) => f.severity !== 'note').map((f) => f.code)).toEqual([]);
      const tightest = plan.states.find((s) => s.state.id === plan.tightest)!;
      expect(tightest.values!.margin!).toBeCloseTo(r.margin, 4);
    }
  });

  test('every failure it names is found by the findings too', () => {
    const known: Record<string, string[]> = {
      'return overrun': ['RETURN_OVERRUN'],
      'return back-pressure': ['RETURN_BACK_PRESSURE', 'RETURN_OVERRUN'],
      'too little supply': ['SUPPLY_SHORT'],
      'too much drop in the wiring': ['WIRE_DROP'],
      'rail too high': ['RAIL_HIGH', 'RETURN_OVERRUN'],
      'no fuse fits between load and wire': ['FUSE_OVER_WIRE', 'FUSE_LOADED'],
    };
    for (const c of choices.filter((_, i) => i % 23 === 0)) {
      const r = judgeChoice(doc, c);
      if (!r.fails) continue;
      const codes = evaluatePlan(applied(doc, r.patch)).findings.map((f) => f.code);
      expect([r.fails, codes.some((code) => known[r.fails!]!.includes(code))]).toEqual([r.fails, true]);
    }
  });

  test('a sound plan needs nothing', () => {
    const sound = fullReturnJob('x');
    expect(judgeChoice(sound, sizingChoices(sound)[0]!)).toMatchObject({
      changes: 0,
      fails: null,
      words: [],
      patch: [],
    });
  });

  test('the front leaves out what another beats and what fails', () => {
    const r = (changes: number, margin: number, amps: number, fails: string | null = null): SizingResult => ({
      words: [],
      patch: [],
      changes,
      effort: changes,
      margin,
      amps,
      fails,
    });
    const kept = paretoFront(
      [r(1, 0.2, 10), r(2, 0.1, 12), r(2, 0.5, 14), r(3, 0.5, 9), r(0, 9, 1, 'overrun')],
      8,
    );
    expect(kept.map((k) => [k.changes, k.margin])).toEqual([
      [1, 0.2],
      [2, 0.5],
      [3, 0.5],
    ]);
  });
});
