import { describe, expect, test } from '@jest/globals';
import { JOINT_RULES } from '../../src/supply/joining/joint-rules.ts';
import { FACES } from '../../src/kinds/ports/faces.ts';
import {
  fullReturnJob,
  isStartingFigure,
  type JobDocument,
  makeVent,
  PATTERNS,
} from '../../src/public/document.ts';
import { BRANCH_ENDS, branchAt } from '../../src/public/edit.ts';
import { cutLength } from '../../src/public/kinds.ts';
import { wireSizeName } from '../../src/kinds/wiring/wire/wire.ts';
import { capital } from '../../src/public/quantities.ts';
import { wiringSheet } from '../../src/public/harness.ts';
import {
  type BillLine,
  billOfMaterials,
  connectionsOf,
  cutGroups,
  jointList,
  sold,
  soldWords,
} from '../../src/public/supply.ts';
import { applied, example, taped } from '../support/examples.ts';
import { routed } from '../support/route-cases.ts';
import { fc } from '../support/sweep.ts';

const jobs: [string, JobDocument][] = [
  ...PATTERNS.map((p): [string, JobDocument] => [p.id, p.job(p.name)]),
  ['hill-climb-coupe', example('hill-climb-coupe')],
  ['coast-road-gt', example('coast-road-gt')],
];

const count = (lines: readonly BillLine[], part: (name: string) => boolean): number =>
  lines.filter((l) => part(l.part)).reduce((n, l) => n + l.quantity, 0);

/** One of each kind to spare. */
const spares = (lines: readonly BillLine[], kind: RegExp): number =>
  new Set(lines.filter((l) => kind.test(l.part)).map((l) => l.part)).size;

/** Every port met, every joint with its seal, every electrical part and wire on the list. */
function complete(plan: JobDocument): void {
  const doc = taped(plan);
  const lines = billOfMaterials(doc);
  const connections = connectionsOf(doc);
  const sealsNeeded = connections
    .filter((c) => !c.kept && c.problem === undefined)
    .flatMap((c) => c.meetings)
    .filter((m) => JOINT_RULES[m.kind].seals > 0);
  const rings = sealsNeeded.filter((m) => m.kind === 'o-ring').length;
  const plugRings = count(lines, (p) => p.startsWith('Plug,') && p.includes('O-ring boss'));
  expect(count(lines, (p) => p.startsWith('O-ring -9'))).toBe(
    rings + plugRings + spares(lines, /^O-ring -9/),
  );
  expect(count(lines, (p) => p.startsWith('Fuel-injection clamp'))).toBe(
    2 * sealsNeeded.filter((m) => m.kind === 'clamp').length,
  );
  const adapters = connections.filter((c) => !c.kept).flatMap((c) => c.chains[0]?.fittings ?? []);
  for (const name of new Set(adapters.map((f) => f.name)))
    expect([name, count(lines, (p) => p === name)]).toEqual([
      name,
      adapters.filter((f) => f.name === name).length,
    ]);
  const { harness, wires } = wiringSheet(doc);
  const fuses = Object.values(harness.devices).filter((d) => d.kind === 'fuse').length;
  expect(count(lines, (p) => /^Fuse \d/.test(p))).toBe(fuses + spares(lines, /^Fuse \d/));
  expect(count(lines, (p) => /^Relay \d/.test(p))).toBe(
    Object.values(harness.devices).filter((d) => d.kind === 'relay').length,
  );
  const metres = wires.filter((w) => w.lengthM > 0.06).reduce((m, w) => m + w.lengthM, 0);
  expect(count(lines, (p) => p.startsWith('Wire '))).toBeGreaterThanOrEqual(metres);
  // A terminal for each end of each wire of its own wiring sheet, of that wire's size.
  const ends = wires.flatMap((w) =>
    [w.fromEnd, w.toEnd].map((e) => `${capital(e.terminal)}, ${wireSizeName(w.size)}`),
  );
  for (const name of new Set(ends))
    expect([name, count(lines, (p) => p === name)]).toEqual([name, ends.filter((e) => e === name).length]);
  expect(lines.filter((l) => l.group === 'terminals').reduce((n, l) => n + l.quantity, 0)).toBe(ends.length);
  expect(count(lines, (p) => p.startsWith('Crash switch'))).toBeLessThanOrEqual(1);
  for (const l of lines.filter((line) => /^(Y|Tee),/.test(line.part)))
    expect(l.part).toMatch(/^(Y|Tee), .*(flare|boss|NPT|connector|M1\d|flange|barb)/);
  const pumps = Object.values(doc.plumbing.elements).flatMap((e) => (e.kind === 'pump' ? [e] : []));
  const bought = lines.filter((l) => l.part.startsWith('Fuel pump: '));
  expect(bought.reduce((n, l) => n + l.quantity, 0)).toBe(pumps.length);
  for (const pump of pumps)
    expect(bought.some((l) => / class/.test(l.part) && l.note.includes(pump.name))).toBe(true);
  for (const l of lines) {
    expect([l.part, Number.isFinite(l.quantity) && l.quantity > 0]).toEqual([l.part, true]);
    expect(l.part).not.toMatch(/undefined|NaN|hose end.*hard tube/i);
  }
  // Equal parts on one line.
  const keys = lines.map((l) => `${l.group} ${l.part} ${l.unit}`);
  expect(new Set(keys).size).toBe(keys.length);
}

describe('the order list', () => {
  test.each(jobs)('%s: every port is met and the list is complete', (_, doc) => {
    for (const c of connectionsOf(doc)) expect([c.id, c.problem]).toEqual([c.id, undefined]);
    complete(doc);
  });

  test.each(jobs)('%s: no hose is bought by a length nobody measured', (_, doc) => {
    const hose = (plan: JobDocument) => billOfMaterials(plan).filter((l) => l.group === 'hose');
    for (const l of hose(doc).filter((line) => line.toMeasure))
      expect(soldWords(l, 'us')).toMatch(/^(\d+ ft and )?\d+ lines? to measure$/);
    const cut = cutGroups(doc, 'us');
    const starting = Object.values(doc.plumbing.elements).filter(
      (e) => e.kind === 'run' && !e.existing && isStartingFigure(e, 'lengthM'),
    ).length;
    expect(cut.reduce((n, g) => n + g.toMeasure.length, 0)).toBe(starting);
    expect(hose(taped(doc)).every((l) => l.toMeasure === undefined && l.quantity > 0)).toBe(true);
    expect(cutGroups(taped(doc), 'us').every((g) => g.toMeasure.length === 0)).toBe(true);
  });

  test('stays complete whatever is branched off, sized and fitted', () => {
    const doc = fullReturnJob('x');
    const parts = Object.keys(doc.plumbing.elements).filter(
      (id) => doc.plumbing.elements[id]!.kind !== 'strainer',
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...parts),
        fc.constantFrom(...BRANCH_ENDS.map((e) => e.key)),
        fc.constantFrom(4, 6, 8, 10, 12, 16),
        (after, end, dash) => {
          const branched = applied(doc, branchAt(doc, after, end).patch);
          complete(applied(branched, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: dash }]));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('injectors are bought unless they are in the car; rings stay, but where an add-on supply leaves the rail alone', () => {
    const some = (plan: JobDocument, part: string) => count(billOfMaterials(plan), (p) => p.startsWith(part));
    const doc = fullReturnJob('x');
    expect(some(doc, 'Injector, 95 lb/hr (1000 cc/min)')).toBe(4);
    const kept = applied(doc, [{ op: 'add', path: '/brief/injectors/existing', value: true }]);
    expect([some(kept, 'Injector, '), some(kept, 'Injector O-ring')]).toEqual([0, 9]);
    const addOn = PATTERNS.find((p) => p.id === 'supplementary')!.job('x');
    expect([some(addOn, 'Injector, '), some(addOn, 'Injector O-ring')]).toEqual([0, 0]);
    expect(jointList(addOn).filter((j) => j.id.startsWith('injector'))).toEqual([]);
  });

  test('a check valve on the line is not listed again in the pump', () => {
    const twin = billOfMaterials(PATTERNS.find((p) => p.id === 'twin-pump')!.job('x'));
    expect(twin.filter((l) => l.part.startsWith('Check valve'))).toHaveLength(2);
    expect(twin.filter((l) => /check valve in its outlet/.test(l.note))).toEqual([]);
    const addOn = billOfMaterials(PATTERNS.find((p) => p.id === 'supplementary')!.job('x'));
    expect(addOn.filter((l) => /check valve in its outlet/.test(l.note))).toHaveLength(1);
  });

  test('injection hose goes on barbs with two clamps a joint, and has no hose ends', () => {
    const doc = taped(fullReturnJob('x'));
    const clamped = applied(doc, [
      { op: 'replace', path: '/plumbing/elements/feed/hose', value: 'injection' },
      { op: 'replace', path: '/plumbing/elements/feed/dash', value: 6 },
    ]);
    complete(clamped);
    const lines = billOfMaterials(clamped);
    expect(count(lines, (p) => p.startsWith('Hose end -6'))).toBe(0);
    expect(count(lines, (p) => p.startsWith('Fuel-injection clamp'))).toBe(4);
    const feed = clamped.plumbing.elements['feed'] as Parameters<typeof cutLength>[0];
    // Nothing is taken off: it goes right up to the parts.
    expect(cutLength(feed)).toBe(feed.lengthM);
  });

  test('one crash switch, whatever it has to cut: contacts, not switches', () => {
    const plan = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    const [ground] = Object.entries(plan.wiring.triggers!);
    const doc = applied(
      plan,
      [
        { op: 'replace', path: `/wiring/triggers/${ground![0]}/coilSide`, value: 'feed' },
        {
          op: 'replace',
          path: `/wiring/triggers/${ground![0]}/any`,
          value: [{ all: [{ kind: 'rpm', above: 3000, not: false }] }],
        },
      ].map((o) => ({ ...o, op: 'add' as const })),
    );
    const lines = billOfMaterials(doc).filter((l) => l.part.startsWith('Crash switch'));
    expect(lines.map((l) => [l.part, l.quantity])).toEqual([['Crash switch with 2 contacts', 1]]);
    complete(doc);
  });

  test('a hose from -6 to -8 changes its ends, adapters, O-rings and clips', () => {
    const doc = fullReturnJob('x');
    const sized = (dash: number) =>
      billOfMaterials(applied(doc, [{ op: 'replace', path: '/plumbing/elements/return/dash', value: dash }]));
    const [six, ten] = [sized(6), sized(10)];
    for (const part of ['Hose end -10', 'Cushioned clip for -10', 'Bulkhead, -10', 'O-ring -910']) {
      expect([part, count(six, (p) => p.startsWith(part))]).toEqual([part, 0]);
      expect(count(ten, (p) => p.startsWith(part))).toBeGreaterThan(0);
    }
  });

  test('a port that is named is met as it is: M18×1.5 at the filter gets its own adapter and washer', () => {
    const doc = applied(fullReturnJob('x'), [
      { op: 'add', path: '/plumbing/elements/filter/outlet', value: 'metric-M18×1.5-f' },
    ]);
    const lines = billOfMaterials(doc);
    expect(count(lines, (p) => p === 'Adapter, M18×1.5 to -8 flare')).toBe(1);
    // And one to spare.
    expect(count(lines, (p) => p.startsWith('Sealing washer M18'))).toBe(2);
    expect(connectionsOf(doc).find((c) => c.from.id === 'filter')!.from.assumed).toBe(false);
  });

  test('hose and wire are ordered as they are sold', () => {
    const line = (quantity: number): BillLine => ({
      group: 'hose',
      part: 'x',
      quantity,
      unit: 'm',
      note: '',
    });
    expect(sold(line(0.3048), 'us')).toEqual({ quantity: 1, unit: 'ft' });
    expect(sold(line(0.31), 'us')).toEqual({ quantity: 2, unit: 'ft' });
    expect(sold(line(0.6), 'metric')).toEqual({ quantity: 1, unit: 'm' });
    expect(sold({ ...line(3), unit: 'each' }, 'us')).toEqual({ quantity: 3, unit: 'each' });
  });
});

describe('joints in the order the fuel meets them', () => {
  test.each(jobs)('%s: nothing in the tank is wiped, every other joint once', (_, doc) => {
    const joints = jointList(doc);
    expect(new Set(joints.map((j) => j.id)).size).toBe(joints.length);
    for (const j of joints) {
      expect(j.what).not.toContain('in the tank');
      expect(`${j.where} ${j.what}`).not.toMatch(/strainer|undefined/i);
    }
    const met = connectionsOf(doc).flatMap((c) => c.meetings);
    expect(joints.filter((j) => j.care).length).toBe(met.length);
    for (const { face } of met) expect(FACES[face].family).not.toBe('in-tank');
  });
});

describe('what a route asks for', () => {
  const quantity = (doc: JobDocument, part: string): number => count(billOfMaterials(doc), (p) => p === part);

  test('clips as they are drawn, sleeve where it is drawn, hose as it is cut', () => {
    const { points } = routed.routing!.lines['feed']!;
    const clips = points.slice(1, -1).filter((p) => p.clip).length;
    const sleeved = applied(routed, [
      { op: 'replace', path: '/routing/lines/feed/points/3/sleeved', value: true },
    ]);
    // The return still hangs as often as is usual: 3 m at every 18 in.
    const usual = quantity(fullReturnJob('x'), 'Cushioned clip for -8 line');
    const feedUsual = Math.ceil(4.5 / 0.4572) - 1;
    expect(quantity(routed, 'Cushioned clip for -8 line')).toBe(usual - feedUsual + clips);
    expect(quantity(routed, 'Heat sleeve for -8 line')).toBe(0);
    expect(quantity(sleeved, 'Heat sleeve for -8 line')).toBeCloseTo(points[3]!.x - points[4]!.x, 9);
  });

  test('by string: the clips that were counted, a foot of sleeve past each thing', () => {
    const pass = { name: 'Downpipe', is: 'hot', distanceM: 0.1, sleeved: true };
    const doc = applied(fullReturnJob('x'), [
      {
        op: 'add',
        path: '/routing',
        value: {
          keepOuts: {},
          lines: {
            feed: { how: 'string', movementM: 0, clips: 3, passes: { a: pass, b: pass }, points: [] },
          },
        },
      },
    ]);
    const usual = quantity(fullReturnJob('x'), 'Cushioned clip for -8 line');
    expect(quantity(doc, 'Cushioned clip for -8 line')).toBe(usual - (Math.ceil(4.5 / 0.4572) - 1) + 3);
    expect(quantity(doc, 'Heat sleeve for -8 line')).toBeCloseTo(0.6096, 9);
  });

  test('a vent line has ends of its own', () => {
    const doc = applied(fullReturnJob('x'), [
      { op: 'add', path: '/plumbing/vents', value: { vent: makeVent('tank') } },
    ]);
    const ends = (d: JobDocument) => count(billOfMaterials(d), (p) => p.startsWith('Hose end -8, straight'));
    expect(ends(doc) - ends(fullReturnJob('x'))).toBe(2);
  });
});
