import { describe, expect, test } from '@jest/globals';
import type { JobDocument } from '../../src/public/document.ts';
import { recordSheet } from '../../src/public/formats.ts';
import { wiringSheet } from '../../src/public/harness.ts';
import { cutLength } from '../../src/public/kinds.ts';
import { jobSheet } from '../../src/public/prove.ts';
import { formatQuantity } from '../../src/public/quantities.ts';
import { billOfMaterials, connectionsOf, jointList, toolList } from '../../src/public/supply.ts';
import { startingJobs } from '../support/random-documents.ts';
import { randomStyledJob } from '../support/random-styles.ts';
import { fc, runs } from '../support/sweep.ts';

/**
 * What a technician holds in two hands says one thing: order list, joints, tools, job sheet, wiring sheet with its labels, and the
 * record, pair by pair, on counts, names and sizes.
 */

const NOTHING = { runs: [], acceptances: [], revisions: [] };
const sorted = (texts: readonly string[]): string[] => [...texts].sort();
/** Spares come on top: one of each. */
const spared = (note: string): number => (note.includes('to spare') ? 1 : 0);

function agree(doc: JobDocument): void {
  const bill = billOfMaterials(doc);
  const steps = jobSheet(doc);
  const { harness, wires } = wiringSheet(doc);
  const joints = jointList(doc);
  const tools = toolList(doc).map((t) => t.name);
  const record = recordSheet(doc, NOTHING, 'us').record;
  const rows = (title: string) => record.find((s) => s.title === title)!.table!.rows;
  const bought = (part: RegExp): number =>
    bill.filter((l) => part.test(l.part)).reduce((n, l) => n + l.quantity - spared(l.note), 0);
  const devices = Object.values(harness.devices);
  const named = (kinds: readonly string[]) =>
    devices.filter((d) => kinds.includes(d.kind)).map((d) => d.name);
  const stepsOf = (kind: string) => steps.filter((s) => s.id.startsWith(`${kind}:`));

  // Order list and wiring sheet: parts and wire by size and color.
  expect(bought(/^Fuse \d/)).toBe(named(['fuse']).length);
  expect(bought(/^Relay( \d|,| with)/)).toBe(named(['relay']).length);
  expect(bought(/^Controller for a brushless pump/)).toBe(named(['pump-controller']).length);
  expect(bill.filter((l) => l.group === 'terminals').reduce((n, l) => n + l.quantity, 0)).toBe(
    2 * wires.length,
  );

  // Wiring sheet and job sheet: every wire and every device once, by name and cut length.
  expect(stepsOf('wire').map((s) => [s.does.split(':')[0], s.figures![0]!.value])).toEqual(
    wires.map((w) => [w.name, w.lengthM]),
  );
  expect(sorted(stepsOf('device').map((s) => s.does.split(' mounted')[0]!))).toEqual(
    sorted(named(['fuse', 'relay', 'inertia', 'pump-controller'])),
  );

  // Wiring sheet and record: labels, names, lengths.
  expect(
    rows('Wiring')
      .filter(([label]) => label !== '')
      .map(([label, name, , length]) => [label, name, length]),
  ).toEqual(wires.map((w) => [w.label, w.name, formatQuantity('tape', w.lengthM, 'us').text]));
  expect(
    sorted(
      rows('Wiring')
        .filter(([label]) => label === '')
        .map(([, name]) => name!),
    ),
  ).toEqual(sorted(named(['fuse', 'relay', 'pump-controller'])));

  // Lines: job sheet, record and order list.
  const lines = Object.values(doc.plumbing.elements).flatMap((e) => (e.kind === 'run' ? [e] : []));
  const placed = new Set(Object.values(doc.plumbing.paths).flatMap((p) => p.order));
  const made = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'run' && !e.existing && placed.has(id) ? [e] : [],
  );
  const makes = [...stepsOf('make'), ...stepsOf('tank-hose')];
  expect(sorted(makes.map((s) => s.does.split(':')[0]!))).toEqual(sorted(made.map((e) => e.name)));
  for (const e of made) {
    const step = makes.find((s) => s.does.startsWith(`${e.name}:`))!;
    expect([e.name, step.figures![0]!.value]).toEqual([e.name, cutLength(e)]);
    const row = rows('Lines').find(([name]) => name === e.name)!;
    expect(`${row[2]}`.includes('not measured')).toBe(step.unmeasured === true);
    const own = bill.find((l) => l.group === 'hose' && l.note.includes(e.name))!;
    expect([e.name, (own.toMeasure ?? 0) > 0 || step.unmeasured !== true]).toEqual([e.name, true]);
  }
  expect(rows('Lines').length).toBe(lines.length);
  const hoseEnds = bill.filter((l) => l.group === 'ends').reduce((n, l) => n + l.quantity, 0);
  const onLines = joints.filter((j) => /:end-[12]$/.test(j.id));
  const onMade = onLines.filter((j) => made.some((e) => j.where.startsWith(`${e.name}, `)));
  const inTank = made
    .filter((e) => e.zone === 'in-tank')
    .flatMap((e) => e.ends.filter((end) => end !== 'open'));
  const vents = Object.values(doc.plumbing.vents ?? {}).length;
  expect(hoseEnds).toBeGreaterThanOrEqual(onMade.length);
  expect(hoseEnds).toBeLessThanOrEqual(onMade.length + inTank.length + 2 * vents);

  // Joints and job sheet: each is tightened once, by the same words.
  const kept = new Set(connectionsOf(doc).flatMap((c) => (c.kept ? [c.id] : [])));
  expect(stepsOf('tighten').map((s) => s.does)).toEqual(
    joints.filter((j) => j.care && !kept.has(j.id)).map((j) => j.where),
  );

  // Tools and job sheet.
  const has = (id: string): boolean => steps.some((s) => s.id === id);
  expect(tools.includes('Jack and board under the tank')).toBe(has('tank-low'));
  expect(tools.includes('Lock-ring tool that does not spark')).toBe(has('tank-open'));
  expect(tools.includes('Crimp tool for each kind of terminal')).toBe(wires.length > 0);
  expect(tools.includes('Flaring tool, 37° single flare')).toBe(
    stepsOf('make').some((s) => s.how!.includes('37° single flare')),
  );

  // Order list and record.
  for (const l of bill.filter((x) => ['components', 'adapters', 'electrical'].includes(x.group)))
    expect(rows('Parts').some(([, part]) => part === l.part)).toBe(true);
}

describe('two lists of one job never differ', () => {
  test.each(startingJobs())('%s', (_, doc) => agree(doc));

  test('whatever the plan: 100 at random', () => {
    fc.assert(fc.property(randomStyledJob, agree), { numRuns: runs(100) });
  });
});
