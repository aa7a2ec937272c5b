import { describe, expect, test } from '@jest/globals';
import { compareJobs } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { layRoute, pictureScale, placeOf, takeWireWays, wireWays } from '../../src/public/fit.ts';
import { checkJob } from '../../src/public/formats.ts';
import { billOfMaterials, substitutesFor } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import { pipe, routed } from '../support/route-cases.ts';
import { fc } from '../support/sweep.ts';

const withBattery = applied(routed, [
  { op: 'add', path: '/routing/vehicle/battery', value: { x: 0.3, y: -0.5, z: 0.6 } },
]);

describe('Where parts stand in the car', () => {
  test('at the end of the line that leads to them, in the tank with what lies there', () => {
    expect(placeOf(routed, 'filter')).toEqual([2.6, 0.3, 0.4]);
    expect(placeOf(routed, 'pump')).toEqual([2.8, 0, 0.45]);
    expect(placeOf(fullReturnJob('x'), 'filter')).toBeNull();
    expect(placeOf(routed, 'nowhere')).toBeNull();
  });
});

describe('Wire lengths from the car', () => {
  test('battery, over to the rail, along it, over to the tank, and a tenth for loops: by hand', () => {
    // Rail 0.29 × 1.5 m off the middle. Along 2.5; over |−0.5 + 0.435| + |0 + 0.435| = 0.5; up 0.15: 3.15 m and a tenth: 3.465.
    const [feed] = wireWays(withBattery);
    expect(feed!.way).toBeCloseTo(3.47, 6);
  });

  test('are taken by the longest wire of the way, marked as routed, once', () => {
    const taken = applied(withBattery, takeWireWays(withBattery));
    expect(checkJob(taken)).toMatchObject({ ok: true });
    const [feed] = wireWays(taken);
    expect(feed!.now).toBeCloseTo(feed!.way, 6);
    expect(takeWireWays(taken)).toEqual([]);
    expect(JSON.stringify(taken.wiring.circuits)).toContain('"origin":"routed"');
  });

  test('without a battery in the car nothing is said', () => {
    expect(wireWays(routed)).toEqual([]);
  });
});

describe('A picture behind a view', () => {
  // Plane similarity: what the two points say is what comes out, and right angles stay right.
  test('two measured points are where they were measured, whatever the picture', () => {
    const px = fc.double({ min: 0, max: 4000, noNaN: true });
    const m = fc.double({ min: -3, max: 6, noNaN: true });
    fc.assert(
      fc.property(px, px, px, px, m, m, m, m, (u1, v1, u2, v2, r1, p1, r2, p2) => {
        fc.pre(Math.hypot(u2 - u1, v2 - v1) > 25 && Math.hypot(r2 - r1, p2 - p1) > 0.06);
        const s = pictureScale({
          first: { u: u1, v: v1 },
          second: { u: u2, v: v2 },
          firstIs: { right: r1, up: p1 },
          secondIs: { right: r2, up: p2 },
        })!;
        const at = (u: number, v: number) => [s.a * u + s.b * v + s.x, s.b * u - s.a * v + s.y] as const;
        expect(at(u1, v1)[0]).toBeCloseTo(r1, 6);
        expect(at(u1, v1)[1]).toBeCloseTo(p1, 6);
        expect(at(u2, v2)[0]).toBeCloseTo(r2, 6);
        expect(at(u2, v2)[1]).toBeCloseTo(p2, 6);
        expect(s.perPixel).toBeCloseTo(Math.hypot(r2 - r1, p2 - p1) / Math.hypot(u2 - u1, v2 - v1), 9);
      }),
    );
  });

  test('points on one spot tell no scale', () => {
    const here = { u: 10, v: 10 };
    expect(
      pictureScale({
        first: here,
        second: { u: 12, v: 10 },
        firstIs: { right: 0, up: 0 },
        secondIs: { right: 1, up: 0 },
      }),
    ).toBeNull();
  });
});

describe('A size larger, seen in the car and on the list', () => {
  test('clearance, cut, clips, bracket and adapters of one feed from -6 to -8', () => {
    const six = applied(routed, [
      pipe('hot', 0.15),
      { op: 'replace', path: '/plumbing/elements/feed/dash', value: 6 },
    ]);
    const eight = applied(six, [{ op: 'replace', path: '/plumbing/elements/feed/dash', value: 8 }]);
    const { inCar, parts } = compareJobs(six, eight);
    const off = inCar.find((c) => c.name === 'Feed line, off pipe' || /off pipe$/.test(c.name))!;
    // The hose grows outward on both sides: nearer by half of what its outside grows.
    expect(off.after).toBeLessThan(off.before);
    expect(inCar.some((c) => /hose to cut$/.test(c.name))).toBe(true);
    const part = (words: RegExp) => parts.filter((p) => words.test(p.part));
    expect(part(/^Cushioned clip for -8/)).toHaveLength(1);
    expect(part(/^Filter bracket, -8/)).toHaveLength(1);
    expect(part(/-8 O-ring boss|-8 flare/).length).toBeGreaterThan(0);
    expect(billOfMaterials(eight).filter((l) => l.part.startsWith('Bolt M6'))).toHaveLength(1);
  });
});

describe('What a drawn line says beside its length', () => {
  const taken = (doc: JobDocument) => applied(doc, layRoute(doc, 'feed', doc.routing!.lines['feed']!, true));

  test('taken, it gives the height of the rail it ends at, above the tank’s floor', () => {
    // The rail’s end is drawn at 0.6 m, the tank’s middle at 0.45 m: its floor 0.31 m; by hand 0.29 m.
    const before = applied(routed, [
      { op: 'replace', path: '/plumbing/junctions/rail/elevationM', value: 0.9 },
    ]);
    const after = taken(before);
    expect(after.plumbing.junctions['rail']).toMatchObject({ elevationM: 0.29 });
    expect(checkJob(after)).toMatchObject({ ok: true });
  });

  test('and the place most of it runs through; what somebody said of tank and cabin stays', () => {
    const short = (x: number): JobDocument['routing'] => ({
      ...routed.routing!,
      lines: {
        feed: {
          ...routed.routing!.lines['feed']!,
          points: [0, 0.1, 0.2].map((d) => ({ x: x + d, y: 0.3, z: 0.4, clip: true, sleeved: false })),
        },
      },
    });
    const at = (x: number, zone: string) =>
      taken(
        applied(routed, [
          { op: 'replace', path: '/routing', value: short(x) },
          { op: 'replace', path: '/plumbing/elements/feed/zone', value: zone },
        ]),
      ).plumbing.elements['feed'];
    expect(at(0, 'under-body')).toMatchObject({ zone: 'engine-bay' });
    expect(at(1.5, 'engine-bay')).toMatchObject({ zone: 'under-body' });
    expect(at(0, 'cabin')).toMatchObject({ zone: 'cabin' });
  });

  test('only when it is taken: a point moved later does not write over what somebody said', () => {
    const said = applied(taken(routed), [
      { op: 'replace', path: '/plumbing/junctions/rail/elevationM', value: 0.7 },
    ]);
    const moved = applied(said, layRoute(said, 'feed', said.routing!.lines['feed']!));
    expect(moved.plumbing.junctions['rail']).toMatchObject({ elevationM: 0.7 });
  });
});

describe('A part that is out', () => {
  const plain = fullReturnJob('x');
  const line = (group: string) => billOfMaterials(plain).find((l) => l.group === group)!;

  test('an adapter has another row between its ports, of parts that are there; without them there is none', () => {
    const adapter = billOfMaterials(plain).find(
      (l) => l.group === 'adapters' && l.part.startsWith('Adapter'),
    )!;
    const all = substitutesFor(plain, adapter, (part) => (part === adapter.part ? 0 : 99));
    expect(all.length).toBeGreaterThan(0);
    expect(all.every((s) => !s.parts.includes(adapter.part))).toBe(true);
    expect(substitutesFor(plain, adapter, () => 0)).toEqual([]);
    // One of each serves one place only.
    const [first] = all;
    const one = substitutesFor(plain, adapter, (part) => (part === adapter.part ? 0 : 1));
    expect(one.filter((s) => s.parts.join() === first!.parts.join()).length).toBeLessThanOrEqual(1);
  });

  test('hose has another kind that the line takes, in its size, long enough in one piece', () => {
    const steel = applied(plain, [{ op: 'replace', path: '/brief/fuel/ethanol', value: 0.1 }]);
    const hose = line('hose');
    const found = substitutesFor(steel, hose, (part) => (part === hose.part ? 0 : 30));
    expect(found.length).toBeGreaterThan(0);
    expect(found.every((s) => s.parts[0] !== hose.part)).toBe(true);
    expect(substitutesFor(steel, hose, () => 0.2)).toEqual([]);
  });
});
