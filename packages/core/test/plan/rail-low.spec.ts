import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, sizingChoices, SizingSearch } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { applied } from '../support/examples.ts';
import { PSI } from '../support/units.ts';

const plain = fullReturnJob('x');
const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const add = (path: string, value: unknown): PatchOperation => ({ op: 'add', path, value });
const set = (doc: JobDocument, field: string, value: unknown, id = 'regulator'): JobDocument =>
  applied(doc, [add(`/plumbing/elements/${id}/${field}`, value)]);
const boosted = (doc: JobDocument, boostPa: number): JobDocument =>
  applied(
    doc,
    doc.brief.pull.map((_, i) => add(`/brief/pull/${i}/boostPa`, boostPa)),
  );
const found = (doc: JobDocument, code: string) => evaluatePlan(doc).findings.find((f) => f.code === code);
const margin = (doc: JobDocument): number => {
  const plan = evaluatePlan(doc);
  return plan.states.find((s) => s.state.id === plan.tightest)!.values!.margin!;
};

describe('a regulator that does not feel the boost', () => {
  const deaf = set(boosted(plain, 20 * PSI), 'referenced', false);

  test('is found with what is left over the injectors, and its fix gives them their pressure back', () => {
    const finding = found(deaf, 'UNREFERENCED')!;
    // The rail stays where it was set: what is left is set less boost, less what the diaphragm lets go.
    expect(finding.value / PSI).toBeGreaterThan(300e3 / PSI - 20 - 3);
    expect(finding.value / PSI).toBeLessThan(300e3 / PSI - 20 + 3);
    expect(finding.severity).toBe('fix');
    const mended = applied(deaf, finding.fixes[0]!.patch);
    expect(found(mended, 'UNREFERENCED')).toBeUndefined();
    const hardest = evaluatePlan(mended)
      .states.filter((s) => s.state.kind === 'pull')
      .at(-1)!;
    expect(hardest.values!.railDifferential).toBeGreaterThan(280e3);
  });

  test('never makes the supply look better than one that does: the margin is at the pressure that is wanted', () => {
    for (const boost of [2, 5, 10, 20, 30])
      expect(margin(set(boosted(plain, boost * PSI), 'referenced', false))).toBeLessThanOrEqual(
        margin(boosted(plain, boost * PSI)) + 1e-5,
      );
  });

  test('is silent without boost worth the name, on an add-on supply, and where a rising-rate unit feels it', () => {
    expect(found(set(boosted(plain, 1 * PSI), 'referenced', false), 'UNREFERENCED')).toBeUndefined();
    expect(found(set(boosted(plain, 2 * PSI), 'referenced', false), 'UNREFERENCED')).toBeDefined();
    expect(found(boosted(pattern('supplementary'), 10 * PSI), 'UNREFERENCED')).toBeUndefined();
    expect(found(boosted(pattern('rising-rate'), 5 * PSI), 'UNREFERENCED')).toBeUndefined();
  });

  test('fails every choice of sizes: no hose mends it', () => {
    const search = new SizingSearch(deaf);
    const some = sizingChoices(deaf).filter((_, i) => i % 101 === 0);
    for (const choice of some) expect(search.judge(choice).fails).not.toBeNull();
  });
});

describe('a rail that is low while fuel goes home past the regulator', () => {
  test('set too low: found with set, regulator and rail; taken back by the first fix', () => {
    const finding = found(set(plain, 'setPa', 200e3), 'RAIL_LOW')!;
    expect(finding.why.text).toContain('set too low');
    expect(finding.fixes[0]!.label).toBe('Set it to the base pressure');
    const mended = applied(set(plain, 'setPa', 200e3), finding.fixes[0]!.patch);
    expect(found(mended, 'RAIL_LOW')).toBeUndefined();
  });

  test('a setting within a tenth of the base is somebody’s own decision', () => {
    expect(found(set(plain, 'setPa', 275e3), 'RAIL_LOW')).toBeUndefined();
    expect(found(set(plain, 'setPa', 265e3), 'RAIL_LOW')).toBeDefined();
  });

  test('a diaphragm that falls away: a larger seat is what helps', () => {
    const soft = set(set(plain, 'droop', 1.5e9), 'setFlowM3s', 500e-3 / 3600);
    const finding = found(soft, 'RAIL_LOW');
    if (!finding) throw new Error('so soft a regulator should let the rail fall');
    expect(finding.why.text).toMatch(/diaphragm lets the pressure fall|set too low/);
    for (const fix of finding.fixes) expect(found(applied(soft, fix.patch), 'RAIL_LOW')).toBeUndefined();
    expect(finding.fixes.length).toBeGreaterThan(0);
  });

  test('over every bypass style, setting and boost: no rail is 20 kPa low past an open bypass without a word', () => {
    const styles = PATTERNS.map((p) => p.job('x')).filter((doc) =>
      Object.values(doc.plumbing.elements).some((e) => e.kind === 'bypass-regulator'),
    );
    let low = 0;
    for (const doc of styles) {
      const [id] = Object.entries(doc.plumbing.elements).find(([, e]) => e.kind === 'bypass-regulator')!;
      for (const setPa of [150e3, 220e3, 300e3])
        for (const boost of [0, 10, 25])
          for (const referenced of [true, false]) {
            const tried = set(
              set(boosted(doc, boost * PSI), 'setPa', setPa, id),
              'referenced',
              referenced,
              id,
            );
            const plan = evaluatePlan(tried, 'none');
            const short = plan.states.some(
              (s) =>
                s.values?.regulator?.valve === 'regulating' &&
                s.state.pumpsOn &&
                s.values.required - s.values.railGauge > 0.1 * 300e3 + 20e3,
            );
            if (!short || Object.values(doc.plumbing.junctions).some((j) => j.kind === 'factory')) continue;
            low++;
            const codes = plan.findings.map((f) => f.code);
            expect([doc.plumbing.style, setPa, boost, referenced, codes]).toEqual([
              doc.plumbing.style,
              setPa,
              boost,
              referenced,
              expect.arrayContaining([expect.stringMatching(/^(RAIL_LOW|UNREFERENCED)$/)]),
            ]);
          }
    }
    expect(low).toBeGreaterThan(40);
  });
});

describe('a regulator ahead of the rail on a long run', () => {
  const spurred = (id: string, dash: number, lengthM: number): JobDocument => {
    const doc = pattern(id);
    const spur = doc.plumbing.elements['spur'] ? 'spur' : 'feed';
    return applied(doc, [
      { op: 'replace', path: `/plumbing/elements/${spur}/dash`, value: dash },
      { op: 'replace', path: `/plumbing/elements/${spur}/lengthM`, value: lengthM },
    ]);
  };

  test.each([
    ['returnless', 4, 5],
    ['returnless', 5, 8],
    ['regulator-before-rail', 4, 8],
    ['regulator-before-rail', 5, 5],
  ])(
    '%s, -%d over %d m: the line’s loss is named, and the next larger line that does is the first fix',
    (id, dash, m) => {
      const doc = spurred(id, dash, m);
      const low = found(doc, 'RAIL_LOW')!;
      expect(low.why.text).toMatch(/ loses [\d.]+ psi .*between regulator and rail\./);
      const [fix] = low.fixes;
      const size = Number(/^Make .* -(\d+)$/.exec(fix!.label)![1]);
      expect(size).toBeGreaterThan(dash);
      expect(found(applied(doc, fix!.patch), 'RAIL_LOW')).toBeUndefined();
      if (size > dash + 2) expect(found(spurred(id, size - 2, m), 'RAIL_LOW')).toBeDefined();
    },
  );

  test('just inside the limit nothing is said', () => {
    expect(found(spurred('returnless', 5, 5), 'RAIL_LOW')).toBeUndefined();
  });
});
