import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, type JobDocument, sharedNames } from '../../src/public/document.ts';
import {
  addLoad,
  branchAt,
  BRANCH_ENDS,
  insertPart,
  insertSegment,
  namedApart,
  NEW_PARTS,
} from '../../src/public/edit.ts';
import { checkJob } from '../../src/public/formats.ts';
import { dryTest, wiringSheet } from '../../src/public/harness.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { jointList } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import { seeded, startingJobs } from '../support/random-documents.ts';

const twice = (names: readonly string[]): string[] => {
  const seen = new Set<string>();
  return names.filter((n) => seen.has(n.toLowerCase()) || !seen.add(n.toLowerCase()));
};

/** Every list a person picks, tests or walks by. */
function allApart(doc: JobDocument): void {
  const { elements, junctions, vents = {} } = doc.plumbing;
  const { circuits, loads = {} } = doc.wiring;
  const named = (of: Readonly<Record<string, { readonly name: string }>>) =>
    Object.values(of).map((t) => t.name);
  const sheet = wiringSheet(doc);
  const rows = dryTest(doc);
  const lists = {
    parts: [...named(elements), ...named(junctions), ...named(vents), ...named(loads)],
    circuits: named(circuits),
    pieces: Object.values(circuits).flatMap((c) => named(c.segments)),
    drawn: named(sheet.harness.devices),
    pins: sheet.pins.map((p) => p.name),
    labels: sheet.wires.map((w) => w.label),
    joints: jointList(doc).map((j) => j.where),
    tested: rows.flatMap((r) => twice(r.loads.map((l) => l.name))),
    coils: rows.flatMap((r) => twice(r.coils.map((c) => c.name))),
  };
  for (const [list, names] of Object.entries(lists)) expect([list, twice(names)]).toEqual([list, []]);
}

const edited = (doc: JobDocument, patch: readonly PatchOperation[]): JobDocument =>
  applied(doc, namedApart(doc, patch));

describe('no two parts share a name', () => {
  test.each(startingJobs())('%s', (_, doc) => allApart(doc));

  test('whatever is branched off, put in and added: 100 plans', () => {
    const next = seeded(7);
    const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
    for (let n = 0; n < 100; n++) {
      let doc = pick(startingJobs())[1];
      if (Object.keys(doc.plumbing.elements).length === 0) continue;
      for (let step = 0; step < 4; step++) {
        const part = pick(Object.keys(doc.plumbing.elements));
        const circuits = Object.keys(doc.wiring.circuits);
        const change = pick([
          () => branchAt(doc, part, pick(BRANCH_ENDS).key).patch,
          () => insertPart(doc, part, pick(NEW_PARTS)).patch,
          () => addLoad(doc, 'sender').patch,
          () =>
            circuits.length > 0
              ? insertSegment(
                  doc,
                  pick(circuits),
                  null,
                  pick(['relay', 'fuse', 'connector', 'wire'] as const),
                ).patch
              : [],
        ])();
        doc = edited(doc, change);
      }
      expect(checkJob(doc).ok).toBe(true);
      allApart(doc);
    }
  });

  test('a second pump of the same class numbers relays, fuses, plugs, grounds and checks by their pump', () => {
    const doc = fullReturnJob('x');
    const two = edited(doc, branchAt(doc, 'check', 'new-pump').patch);
    const pieces = Object.values(two.wiring.circuits).flatMap((c) =>
      Object.values(c.segments).map((s) => s.name),
    );
    for (const name of [
      'Pump relay 1',
      'Pump relay 2',
      'Pump plug 1',
      'Pump plug 2',
      'Chassis ground 1',
      'Chassis ground 2',
    ])
      expect(pieces).toContain(name);
    const checks = Object.values(two.plumbing.elements).flatMap((e) =>
      e.kind === 'check-valve' ? [e.name] : [],
    );
    expect(checks.sort()).toEqual(['Check valve 1', 'Check valve 2']);
  });

  test('a name typed that another part has is told apart; a stored plan that has one twice is read so', () => {
    const doc = fullReturnJob('x');
    const typed = edited(doc, [
      { op: 'replace', path: '/plumbing/elements/return/name', value: ' feed  HOSE' },
    ]);
    expect(sharedNames(typed)).toEqual([]);
    expect(typed.plumbing.elements['feed']!.name).toBe('Feed hose 1');
    const stored = applied(doc, [
      { op: 'replace', path: '/plumbing/elements/return/name', value: 'Feed hose' },
    ]);
    const read = checkJob(JSON.parse(JSON.stringify(stored)));
    expect(
      read.ok && [read.value.plumbing.elements['feed']!.name, read.value.plumbing.elements['return']!.name],
    ).toEqual(['Feed hose 1', 'Feed hose 2']);
    // Names of eighty characters have room for a number.
    const long = 'N'.repeat(80);
    const both = edited(doc, [
      { op: 'replace', path: '/plumbing/elements/feed/name', value: long },
      { op: 'replace', path: '/plumbing/elements/return/name', value: long },
    ]);
    expect(checkJob(both).ok).toBe(true);
    expect(sharedNames(both)).toEqual([]);
  });
});
