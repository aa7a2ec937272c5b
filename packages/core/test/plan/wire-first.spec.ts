import { describe, expect, test } from '@jest/globals';
import { wireLike } from '../support/wires.ts';
import { evaluatePlan, paretoFront, SizingSearch, sizingChoices } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { applied, found } from '../support/examples.ts';
import { replace } from '../support/finding-cases.ts';

const plain = fullReturnJob('x');
const findings = (doc: JobDocument) => evaluatePlan(doc).findings;
const marginOf = (doc: JobDocument) =>
  Math.min(...evaluatePlan(doc, 'none').states.flatMap((s) => s.values?.margin ?? []));

/** Thin copper over some meters; the margin asked for is one that good wire gives and this wire does not. */
const starved = (): JobDocument => {
  const thin = wireLike(plain, 'pump-circuit', { size: 'awg-16', lengthM: 7 });
  const [now, sound] = [marginOf(thin), marginOf(wireLike(thin, 'pump-circuit', { size: 'awg-8' }))];
  return applied(thin, [replace('/brief/designMargin', now + 0.5 * (sound - now))]);
};

describe('better wire', () => {
  test('is offered first where it restores the margin wanted, and is the lightest that does', () => {
    const doc = starved();
    const short = found(findings(doc), 'SUPPLY_SHORT')!;
    const [first] = short.fixes;
    expect(first!.label).toMatch(/^Make the wires of the pump \d+ AWG copper/);
    const after = applied(doc, first!.patch);
    expect(found(findings(after), 'SUPPLY_SHORT')).toBeUndefined();
    const wires = Object.values(after.wiring.circuits['pump-circuit']!.segments).filter(
      (s) => s.kind === 'wire',
    );
    expect(new Set(wires.map((w) => [w.size, w.conductor].join()))).toHaveProperty('size', 1);
    // One size lighter does not do it.
    const gauge = Number(/(\d+) AWG/.exec(first!.label)![1]);
    const lighter = wireLike(after, 'pump-circuit', { size: `awg-${gauge + 2}` });
    expect(found(findings(lighter), 'SUPPLY_SHORT')).toBeDefined();
  });

  test('is not offered where the pump itself is too small', () => {
    const doc = applied(plain, [replace('/brief/pull/3/powerW', 1e6)]);
    const labels = found(findings(doc), 'SUPPLY_SHORT')!.fixes.map((f) => f.label);
    expect(labels.filter((l) => l.includes('wires'))).toEqual([]);
  });
});

describe('copper for copper-clad wire', () => {
  test('says one size for the whole circuit, makes it so, and clears every piece', () => {
    const clad = applied(plain, [
      replace('/wiring/circuits/pump-circuit/segments/feed-2/conductor', 'copper-clad'),
      replace('/wiring/circuits/pump-circuit/segments/feed-1/size', 'awg-8'),
    ]);
    const [fix] = found(findings(clad), 'WIRE_COPPER_CLAD')!.fixes;
    const size = /^Make (?:every wire of it|the wires) (\d+) AWG copper/.exec(fix!.label)?.[1];
    expect(size).toBeDefined();
    const after = applied(clad, fix!.patch);
    const wires = Object.values(after.wiring.circuits['pump-circuit']!.segments).filter(
      (s) => s.kind === 'wire',
    );
    expect(wires.map((w) => [w.size, w.conductor])).toEqual(wires.map(() => [`awg-${size}`, 'copper']));
    expect(findings(after).filter((f) => f.stage === 'wire' && f.severity !== 'note')).toEqual([]);
  });
});

describe('two changes that are offered together', () => {
  test('read as one sentence, and the wire is chosen with the joints made sound', () => {
    const bad = applied(wireLike(plain, 'pump-circuit', { size: 'awg-16', lengthM: 5 }), [
      replace('/wiring/circuits/pump-circuit/segments/chassis/ohms', 0.05),
    ]);
    const drop = found(findings(bad), 'WIRE_DROP')!;
    const both = drop.fixes.find((f) => f.label.includes(' and '))!;
    expect(both.label).toMatch(/^Clean to bare metal.* and make every wire of it \d+ AWG copper$/);
    // No gauge heavier than the pump's 13 A ask for once the joint is sound.
    const gauge = Number(/(\d+) AWG/.exec(both.label)![1]);
    expect(gauge).toBeGreaterThanOrEqual(10);
    expect(both.label).not.toContain('relay');
    expect(found(findings(applied(bad, both.patch)), 'WIRE_DROP')?.severity ?? 'none').not.toBe('fix');
  });

  test('a note about volts gets no fix that needs another relay', () => {
    for (const pattern of PATTERNS)
      for (const lengthM of [4, 5, 6]) {
        const doc = pattern.job('x');
        const [circuitId] = Object.keys(doc.wiring.circuits);
        if (circuitId === undefined) continue;
        for (const f of findings(wireLike(doc, circuitId, { lengthM })))
          if (f.code === 'WIRE_DROP' && f.severity === 'note')
            for (const fix of f.fixes) expect(fix.label).not.toContain('relay');
      }
  });
});

describe('Size it', () => {
  test('ranks the smallest change that passes first', () => {
    const small = applied(plain, [
      replace('/plumbing/elements/return/dash', 4),
      replace('/plumbing/elements/return/lengthM', 6),
    ]);
    const search = new SizingSearch(small);
    const front = paretoFront(
      sizingChoices(small)
        .filter(
          (c) => [c.feed, c.pump, c.regulator, c.wire, c.injectors].filter((x) => x !== null).length <= 1,
        )
        .map((c) => search.judge(c)),
      8,
    );
    // One size up in the return alone cures it: the next size, not the largest.
    expect(front[0]!.words).toEqual([expect.stringMatching(/^return .*-5$/)]);
    for (let i = 1; i < front.length; i++)
      expect(front[i]!.effort).toBeGreaterThanOrEqual(front[i - 1]!.effort);
  });
});
