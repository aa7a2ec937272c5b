import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { changeStyle } from '../../src/public/edit.ts';
import { readJob } from '../../src/public/formats.ts';
import { applied } from '../support/examples.ts';

const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const turned = (doc: JobDocument, style: (typeof PATTERNS)[number]['id']): JobDocument =>
  applied(doc, changeStyle(doc, style));

/** A twin-pump plan somebody has worked on. */
const worked = (): JobDocument =>
  applied(pattern('twin-pump'), [
    { op: 'replace', path: '/plumbing/elements/pump-1/name', value: 'Pump out of the wagon' },
    { op: 'replace', path: '/plumbing/elements/feed/lengthM', value: 5.2 },
    { op: 'replace', path: '/plumbing/junctions/tank/name', value: 'Old tank' },
    { op: 'replace', path: '/wiring/circuits/circuit-1/segments/feed-2/lengthM', value: 6.1 },
    { op: 'replace', path: '/brief/fuel/ethanol', value: 0.7 },
  ]);

describe('another style', () => {
  test.each(PATTERNS.map((p) => p.id))(
    '%s becomes any other: accepted, solved, no part left hanging',
    (from) => {
      for (const { id } of PATTERNS) {
        const doc = turned(pattern(from), id);
        const read = readJob(JSON.stringify(doc));
        expect([id, read.ok ? [] : read.errors]).toEqual([id, []]);
        const placed = new Set(Object.values(doc.plumbing.paths).flatMap((p) => p.order));
        expect([id, Object.keys(doc.plumbing.elements).filter((e) => !placed.has(e))]).toEqual([id, []]);
        const pumps = Object.entries(doc.plumbing.elements).filter(([, e]) => e.kind === 'pump');
        const fed = Object.values(doc.wiring.circuits).map((c) => c.loadId);
        expect([id, fed.toSorted()]).toEqual([
          id,
          fed.filter((l) => pumps.some(([p]) => p === l)).toSorted(),
        ]);
        expect([
          id,
          evaluateStates(doc)
            .filter((s) => !s.converged)
            .map((s) => s.state.id),
        ]).toEqual([id, []]);
        const broken = evaluatePlan(doc, 'none').findings.filter((f) =>
          ['OPEN_PATH', 'UNCONNECTED', 'MISSING_PART', 'NO_CIRCUIT', 'NO_GROUND', 'TAP_LOST'].includes(
            f.code,
          ),
        );
        expect([id, broken.map((f) => f.title)]).toEqual([id, []]);
      }
    },
  );

  test('keeps what was entered', () => {
    const before = worked();
    const after = turned(before, 'full-return');
    expect(after.brief).toEqual(before.brief);
    expect(after.plumbing.elements['pump-1']!.name).toBe('Pump out of the wagon');
    expect(after.plumbing.elements['feed']).toEqual(before.plumbing.elements['feed']);
    expect(after.plumbing.junctions['tank']!.name).toBe('Old tank');
    expect(after.wiring.circuits['circuit-1']).toEqual(before.wiring.circuits['circuit-1']);
    expect(Object.keys(after.wiring.circuits)).toEqual(['circuit-1']);
    // The rule of the pump that went goes with it.
    expect(Object.values(after.wiring.triggers ?? {}).map((r) => r.loadId)).not.toContain('pump-2');
  });

  test('and back again brings a second pump with its own circuit and rule', () => {
    const there = turned(worked(), 'full-return');
    const back = turned(there, 'twin-pump');
    expect(Object.values(back.plumbing.elements).filter((e) => e.kind === 'pump')).toHaveLength(2);
    expect(new Set(Object.values(back.wiring.circuits).map((c) => c.loadId)).size).toBe(2);
    expect(Object.values(back.wiring.triggers ?? {})).toHaveLength(1);
  });

  test('is offered where the style itself is the trouble', () => {
    const blocking = evaluatePlan(pattern('blocking')).findings.find((f) => f.code === 'TRAPPED_VOLUME');
    expect(blocking?.fixes.map((f) => f.label)).toContainEqual(expect.stringContaining('Turn the plan into'));
  });
});
