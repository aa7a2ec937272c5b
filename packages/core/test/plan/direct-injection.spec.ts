import { describe, expect, test } from '@jest/globals';
import { highPressureCapacity } from '../../src/kinds/junctions/high-pressure-pump/index.ts';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { branchAt } from '../../src/public/edit.ts';
import { recordSheet } from '../../src/public/formats.ts';
import { MEASURED_IDS, measuredSteps } from '../../src/public/prove.ts';
import { jointList } from '../../src/public/supply.ts';
import { applied, found } from '../support/examples.ts';
import { LPH, PSI } from '../support/units.ts';

/** The low side of direct injection: a floor to keep, a pump behind it with a capacity of its own. */
const base = PATTERNS.find((p) => p.id === 'direct-injection')!.job('x');
const codes = (doc: JobDocument) => evaluatePlan(doc).findings.map((f) => f.code);
const pull = (doc: JobDocument) => evaluateStates(doc).filter((s) => s.state.kind === 'pull');

describe('the capacity of a high-pressure pump', () => {
  // By hand: 0.4 mL × 4 lobes × 3000 turns of the cam a minute × 0.85 = 4.08 L/min = 244.8 L/h at 6000 rpm.
  test.each([
    [0.4, 4, 0.85, 6000, 244.8],
    [0.4, 3, 0.85, 6000, 183.6],
    [0.55, 4, 0.85, 6000, 336.6],
    [0.4, 4, 0.85, 3000, 122.4],
  ])('%d mL, %d lobes, %d at %d rpm: %d L/h', (ml, lobes, efficiency, rpm, lph) => {
    const pump = { sweptM3: ml * 1e-6, lobes, efficiency };
    expect(highPressureCapacity(pump, rpm) / LPH).toBeCloseTo(lph, 6);
  });

  test('too little for the engine is said with the power it ends at, and no low side is offered for it', () => {
    const small = applied(base, [
      { op: 'replace', path: '/plumbing/junctions/high-pressure/sweptM3', value: 0.15e-6 },
    ]);
    const short = found(evaluatePlan(small).findings, 'HIGH_PRESSURE_SHORT')!;
    expect(short.severity).toBe('stop');
    expect(short.title).toMatch(/ends at \d+ hp/);
    expect(short.fixes.map((f) => f.label)).toEqual([expect.stringMatching(/^Fit internals of [\d.]+ mL/)]);
    expect(codes(small)).not.toContain('SUPPLY_SHORT');
    expect(codes(base)).not.toContain('HIGH_PRESSURE_SHORT');
  });

  test('two share by a Y and add up', () => {
    const two = applied(base, branchAt(base, 'last-hose', 'new-high-pressure').patch);
    const small = (doc: JobDocument, id: string) =>
      applied(doc, [{ op: 'replace', path: `/plumbing/junctions/${id}/sweptM3`, value: 0.15e-6 }]);
    const second = Object.keys(two.plumbing.junctions).find((id) => id.startsWith('high-pressure-'))!;
    expect(codes(small(small(two, 'high-pressure'), second))).not.toContain('HIGH_PRESSURE_SHORT');
    for (const s of pull(two)) {
      const inlets = ['high-pressure', second].map((id) => s.values!.junctions[id]!);
      expect(Math.abs(inlets[0]! - inlets[1]!)).toBeLessThan(3e3);
    }
  });
});

describe('the low side', () => {
  test('is judged at its floor, a gauge figure: boost asks for nothing more, no reference is missed', () => {
    for (const s of pull(base)) expect(s.values!.least / PSI).toBeCloseTo(50, 0);
    expect(codes(base)).not.toContain('UNREFERENCED');
    const boosted = applied(
      base,
      base.brief.pull.map((_, i) => ({
        op: 'replace' as const,
        path: `/brief/pull/${i}/boostPa`,
        value: 300e3,
      })),
    );
    const margins = (doc: JobDocument) => pull(doc).map((s) => s.values!.margin!);
    margins(boosted).forEach((m, i) => expect(m).toBeCloseTo(margins(base)[i]!, 9));
  });

  test('a higher floor leaves less to spare; a low side too weak for it is short, and a second in-tank pump cures it', () => {
    const least = (doc: JobDocument) => Math.min(...pull(doc).map((s) => s.values!.margin!));
    const high = applied(base, [
      { op: 'replace', path: '/plumbing/junctions/high-pressure/floorPa', value: 420e3 },
    ]);
    expect(least(high)).toBeLessThan(least(base));
    const hungry = applied(
      base,
      base.brief.pull.map((p, i) => ({
        op: 'replace' as const,
        path: `/brief/pull/${i}/powerW`,
        value: p.powerW * 2.4,
      })),
    );
    const short = found(evaluatePlan(hungry).findings, 'SUPPLY_SHORT')!;
    expect(short.severity).toBe('stop');
    const second = short.fixes.find((f) => f.label.startsWith('Add a second pump'))!;
    expect(second.label).toContain('In-tank turbine');
    expect(codes(applied(hungry, second.patch))).not.toContain('SUPPLY_SHORT');
  });

  test('says low side, not rail; injectors are neither judged nor walked', () => {
    const plan = evaluatePlan(
      applied(base, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: 3 }]),
    );
    for (const f of plan.findings)
      expect(`${f.title} ${f.why.text}`).not.toMatch(/\b[Rr]ail (stands|is|falls|pressure)/);
    const tiny = applied(base, [{ op: 'replace', path: '/brief/injectors/staticFlowM3s', value: 1e-6 }]);
    expect(codes(tiny).filter((c) => c.startsWith('INJECTOR'))).toEqual([]);
    expect(jointList(base).some((j) => j.id.startsWith('injector:'))).toBe(false);
  });
});

test('no step, record or tuner’s line of direct injection reads a rail gauge', () => {
  const doc = PATTERNS.find((p) => p.id === 'direct-injection')!.job('x');
  const steps = MEASURED_IDS.filter((id) => id !== 'high-side').flatMap((id) => measuredSteps(id, doc));
  expect(steps.length).toBeGreaterThan(5);
  for (const { does, how = '' } of steps) expect(`${does} ${how}`).not.toMatch(/\brail\b/i);
  expect(steps.some((s) => s.does.startsWith('Low side'))).toBe(true);
  expect(steps.some((s) => s.id.startsWith('base:'))).toBe(false);
  const { record, tuner } = recordSheet(doc, { runs: [], acceptances: [], revisions: [] }, 'us');
  expect(JSON.stringify(record.find((s) => s.title === 'What it should read'))).not.toMatch(/rail gauge/i);
  expect(JSON.stringify(tuner)).not.toMatch(/below base|\brail\b/i);
});
