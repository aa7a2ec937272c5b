import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, evaluateStates } from '../../src/public/advise.ts';
import {
  type ElementOf,
  isStartingFigure,
  type JobDocument,
  PATTERNS,
  sharedNames,
} from '../../src/public/document.ts';
import { changeStyle, styleChange } from '../../src/public/edit.ts';
import { takesHoseEnds } from '../../src/public/kinds.ts';
import { readJob } from '../../src/public/formats.ts';
import { applied, example } from '../support/examples.ts';

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

  const pumpsOf = (doc: JobDocument): string[] =>
    Object.entries(doc.plumbing.elements).flatMap(([id, e]) => (e.kind === 'pump' ? [id] : []));
  const runLength = (
    doc: JobDocument,
    of: (path: JobDocument['plumbing']['paths'][string]) => boolean,
  ): number =>
    Object.values(doc.plumbing.paths)
      .filter(of)
      .flatMap((p) => p.order)
      .reduce((sum, id) => {
        const e = doc.plumbing.elements[id];
        return sum + (e?.kind === 'run' && e.zone !== 'in-tank' ? e.lengthM : 0);
      }, 0);
  /** Longest hose on the way to the engine. */
  const feedOf = (doc: JobDocument): number =>
    Math.max(
      ...Object.values(doc.plumbing.paths)
        .filter((p) => p.role === 'feed')
        .flatMap((p) => p.order)
        .map((id) => {
          const e = doc.plumbing.elements[id];
          return e?.kind === 'run' ? e.lengthM : 0;
        }),
    );

  test.each(PATTERNS.map((p) => p.id))(
    '%s becomes any other: no pump lost, no return too short, every part named',
    (from) => {
      // A car whose feed is no pattern's: 6.3 m.
      const before = applied(pattern(from), [
        ...Object.entries(pattern(from).plumbing.elements).flatMap(([id, e]) =>
          e.kind === 'run' && e.lengthM >= 3.6 && !e.existing
            ? [{ op: 'replace' as const, path: `/plumbing/elements/${id}/lengthM`, value: 6.3 }]
            : [],
        ),
      ]);
      for (const { id } of PATTERNS.filter((p) => p.id !== from)) {
        const { patch, kept, added, dropped } = styleChange(before, id);
        const doc = applied(before, patch);
        expect([id, pumpsOf(before).filter((p) => !pumpsOf(doc).includes(p))]).toEqual([id, []]);
        // Each pump is fed, by its own circuit.
        const fed = Object.values(doc.wiring.circuits).map((c) => c.loadId);
        expect([id, pumpsOf(doc).toSorted()]).toEqual([
          id,
          fed.filter((l) => pumpsOf(doc).includes(l)).toSorted(),
        ]);
        // A return that begins at the engine leads all the way back.
        for (const [pathId, p] of Object.entries(doc.plumbing.paths)) {
          const begins = doc.plumbing.junctions[p.from]?.kind;
          if (p.role !== 'return' || begins !== 'rail') continue;
          expect([id, pathId, runLength(doc, (q) => q === p) >= feedOf(doc) / 2]).toEqual([id, pathId, true]);
        }
        expect([id, sharedNames(doc)]).toEqual([id, []]);
        for (const name of [...kept, ...added, ...dropped]) expect(name.trim()).not.toBe('');
        const all = Object.keys(doc.plumbing.elements).length + Object.keys(doc.plumbing.junctions).length;
        expect(kept.length + added.length).toBe(all);
        // Every line can be made: ends of its own, and a place for each.
        for (const e of Object.values(doc.plumbing.elements))
          if (e.kind === 'run' && !e.existing && e.zone !== 'in-tank' && takesHoseEnds(e.hose))
            expect([id, e.name, e.ends.includes('open')]).toEqual([id, e.name, false]);
      }
    },
  );

  test('a new return has the feed’s length and is not measured; one that was there keeps its own', () => {
    const returnless = applied(pattern('returnless'), [
      { op: 'replace', path: '/plumbing/elements/feed/lengthM', value: 6.3 },
    ]);
    const line = (doc: JobDocument, id: string) => doc.plumbing.elements[id] as ElementOf<'run'>;
    const full = turned(returnless, 'full-return');
    expect(line(full, 'return')).toMatchObject({
      lengthM: 6.3,
      ends: ['straight', 'elbow-45'],
      zone: 'under-body',
    });
    expect(isStartingFigure(line(full, 'return'), 'lengthM')).toBe(true);
    const twin = applied(pattern('twin-pump'), [
      { op: 'replace', path: '/plumbing/elements/return/lengthM', value: 5 },
      { op: 'add', path: '/plumbing/elements/return/lengthMFrom', value: { origin: 'string', value: 5 } },
    ]);
    expect(line(turned(twin, 'full-return'), 'return')).toMatchObject({
      lengthM: 5,
      lengthMFrom: { origin: 'string' },
    });
  });

  test('names follow the style, but those somebody gave', () => {
    const full = turned(pattern('supplementary'), 'full-return');
    expect(full.plumbing.elements['pump']!.name).toBe('In-tank turbine, 255 class');
    expect(full.plumbing.elements['regulator']!.name).toBe('Regulator');
    const own = applied(pattern('supplementary'), [
      { op: 'replace', path: '/plumbing/elements/pump/name', value: 'The loud one' },
    ]);
    expect(turned(own, 'full-return').plumbing.elements['pump']!.name).toBe('The loud one');
  });

  test('the main line stays the main line, whatever its key', () => {
    const coupe = example('hill-climb-coupe');
    const { dropped } = styleChange(coupe, 'returnless');
    expect(dropped).toContain('Suction hose');
    expect(turned(coupe, 'returnless').plumbing.elements['feed']).toMatchObject({ lengthM: 3.2, dash: 8 });
  });

  test('a factory return that is made new is no factory return any more', () => {
    const coupe = applied(example('hill-climb-coupe'), [
      { op: 'replace', path: '/plumbing/elements/return/name', value: 'Return line, factory' },
      { op: 'add', path: '/plumbing/elements/return/ageYears', value: 12 },
    ]);
    const fix = evaluatePlan(coupe).findings.find((f) => f.code === 'RETURN_OVERRUN')!.fixes[0]!;
    const made = applied(coupe, fix.patch).plumbing.elements['return']!;
    expect(made).toMatchObject({ name: 'Return hose', existing: false, dash: 6 });
    expect(made).not.toHaveProperty('ageYears');
  });

  test('says first what is kept, new and dropped', () => {
    const { kept, added, dropped } = styleChange(pattern('returnless'), 'full-return');
    expect(kept).toContain('Feed hose');
    expect(added).toContain('Return hose');
    expect(dropped).toContain('Outlet into the tank');
  });

  test('keeps what was entered', () => {
    const before = worked();
    const after = turned(before, 'full-return');
    expect(after.brief).toEqual(before.brief);
    expect(after.plumbing.elements['pump-1']!.name).toBe('Pump out of the wagon');
    expect(after.plumbing.elements['feed']).toEqual(before.plumbing.elements['feed']);
    expect(after.plumbing.junctions['tank']!.name).toBe('Old tank');
    expect(after.wiring.circuits['circuit-1']).toEqual(before.wiring.circuits['circuit-1']);
    // The second pump stays, beside the first, with its circuit and its rule.
    expect(Object.keys(after.wiring.circuits)).toEqual(['circuit-1', 'circuit-2']);
    expect(Object.values(after.wiring.triggers ?? {}).map((r) => r.loadId)).toContain('pump-2');
  });

  test('and back again has both pumps, each with its own circuit and rule', () => {
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
