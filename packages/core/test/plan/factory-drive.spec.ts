import { describe, expect, test } from '@jest/globals';
import { type JobDocument, PATTERNS, rulesOf } from '../../src/public/document.ts';
import { driveLanes, driveMoments, drivePressure, railDips, standardDrive } from '../../src/public/replay.ts';
import { applied } from '../support/examples.ts';

const addOn = PATTERNS.find((p) => p.id === 'supplementary')!.job('x');
const drive = (doc: JobDocument) => {
  const moments = driveMoments(doc, standardDrive());
  const rails = drivePressure(doc, moments, driveLanes(rulesOf(doc), moments));
  return { moments, rails, dips: railDips(moments, rails) };
};

describe('a drive on an add-on supply', () => {
  test('the factory pump feeds while the second one waits: nobody is told that nothing runs', () => {
    const { moments, rails, dips } = drive(addOn);
    expect(dips.filter((d) => !Number.isFinite(d.depth))).toEqual([]);
    const idle = rails.filter((_, i) => moments[i]!.kind === 'idle' && !moments[i]!.starter);
    expect(idle.length).toBeGreaterThan(5);
    for (const r of idle) expect(r.rail!).toBeGreaterThan(0.9 * r.required);
  });

  test('with the key off or after a crash it feeds nothing either', () => {
    const { moments, rails } = drive(addOn);
    const off = rails.filter((_, i) => !moments[i]!.ignition || moments[i]!.crashed);
    expect(off.length).toBeGreaterThan(5);
    expect(off.every((r) => r.rail === null || r.running.length > 0)).toBe(true);
  });

  test('what it cannot carry alone is a dip of so many psi, not of everything', () => {
    const factory = Object.entries(addOn.plumbing.junctions).find(([, j]) => j.kind === 'factory')![0];
    const weak = applied(addOn, [
      { op: 'replace', path: `/plumbing/junctions/${factory}/capacityM3s`, value: 60e-3 / 3600 },
    ]);
    const { dips } = drive(weak);
    expect(dips.length).toBeGreaterThan(0);
    for (const d of dips) expect(Number.isFinite(d.depth)).toBe(true);
  });
});
