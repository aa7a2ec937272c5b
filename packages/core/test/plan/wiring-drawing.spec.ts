import { describe, expect, test } from '@jest/globals';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { addLoad, NEW_DEVICES, NEW_LOADS } from '../../src/public/edit.ts';
import { nameLines, wiringSvg } from '../../src/public/formats.ts';
import { deviceSymbol, harnessOf, layOutHarness, tracedWire, wiringSheet } from '../../src/public/harness.ts';
import { inLines } from '../../src/public/quantities.ts';
import { jointList } from '../../src/public/supply.ts';
import { applied } from '../support/examples.ts';
import type { Harness } from '../../src/document/job-document.ts';

const job = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('Drawn');

describe('the wiring drawing', () => {
  test.each(PATTERNS.map((p) => p.id))('%s: every part has a symbol that stays in its box', (id) => {
    for (const placed of layOutHarness(harnessOf(job(id))).devices) {
      const { line, solid = '', dashed = '' } = deviceSymbol(placed);
      const paths = `${line} ${solid} ${dashed}`;
      expect([placed.device.kind, line.trim()]).not.toEqual([placed.device.kind, '']);
      expect(paths).not.toMatch(/NaN|undefined|Infinity|e-/);
      for (const [, x, y] of paths.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
        expect(Number(x)).toBeGreaterThanOrEqual(placed.x - 1);
        expect(Number(x)).toBeLessThanOrEqual(placed.x + placed.width + 1);
        expect(Number(y)).toBeGreaterThanOrEqual(placed.y);
        expect(Number(y)).toBeLessThanOrEqual(placed.y + placed.height + 12);
      }
    }
  });

  test.each(NEW_DEVICES.map((d) => [d.name, d] as const))(
    '%s, put in without a wire, is drawn too',
    (_, offer) => {
      const { devices } = layOutHarness({ devices: { added: offer.make() }, wires: {} });
      const { line, solid = '' } = deviceSymbol(devices[0]!);
      expect(line + solid).toMatch(/M/);
      expect(line).not.toMatch(/NaN|undefined/);
    },
  );

  test('a pump and a fan are drawn as motors, what only takes a current is not', () => {
    const doc = job('twin-pump');
    const withLoads = NEW_LOADS.reduce((d, l) => applied(d, addLoad(d, l.kind).patch), doc);
    const sheet = wiringSheet(withLoads);
    const name = (id: string) => sheet.harness.devices[id]!.name;
    const turning = sheet.motors.map(name);
    expect([...turning].sort()).toEqual(['Cooling fan', 'Pump 1, always on', 'Pump 2, staged']);
    const gauge = layOutHarness(sheet.harness).devices.find((d) => d.device.name === 'Gauge')!;
    expect(deviceSymbol(gauge, false).line).not.toBe(deviceSymbol(gauge, true).line);
  });

  test('a relay at rest: 30 stays off 87 and lies on 87a', () => {
    const relay = NEW_DEVICES.find((d) => d.name === 'Relay')!.make();
    const placed = layOutHarness({
      devices: { relay: { ...relay, changeover: true } as typeof relay },
      wires: {},
    }).devices[0]!;
    const at = (t: string) => placed.terminals.find((p) => p.terminal.terminal === t)!.y;
    // The arm is the line that begins at the height of 30 and ends elsewhere.
    const arm = [...deviceSymbol(placed).line.matchAll(/M([\d.]+) ([\d.]+) L([\d.]+) ([\d.]+)/g)].find(
      ([, , y0, , y1]) => Number(y0) === at('30') && y0 !== y1,
    )!;
    expect(Number(arm[4])).toBe(at('87a'));
    expect(at('87a')).not.toBe(at('87'));
  });

  test('a name longer than its box is told in two lines; the exported drawing has no name cut that fits', () => {
    expect(nameLines('Fuse at the battery', 120)).toEqual(['Fuse at the', 'battery']);
    expect(inLines('one two three four five', 9, 2)).toEqual(['one two', 'three fo…']);
    expect(inLines('Unbreakablename', 8, 3)).toEqual(['Unbreaka', 'blename']);
    expect(inLines('Unbreakablename', 8, 1)).toEqual(['Unbreak…']);
    expect(inLines('a', 4, 2)).toEqual(['a']);
    expect(wiringSvg(job('twin-pump'))).toContain('>Pump 2, staged<');
  });

  test('a wire is followed through plugs and splices and ends at what it works', () => {
    const part = (kind: 'connector' | 'splice', name: string) =>
      kind === 'connector' ? { kind, name, ohms: 0.002 } : { kind, name };
    const wire = (from: [string, string], to: [string, string]) => ({
      name: 'w',
      color: 'red',
      size: 'awg-12' as const,
      lengthM: 1,
      from: { device: from[0], terminal: from[1] },
      to: { device: to[0], terminal: to[1] },
    });
    const harness: Harness = {
      devices: {
        fuse: { kind: 'fuse', name: 'Fuse', ratingA: 20 },
        plug: part('connector', 'Plug'),
        splice: part('splice', 'Splice'),
        one: { kind: 'ground', name: 'One', ohms: 0.003 },
        two: { kind: 'ground', name: 'Two', ohms: 0.003 },
        other: { kind: 'ground', name: 'Other', ohms: 0.003 },
      },
      wires: {
        a: wire(['fuse', 'b'], ['plug', 'a']),
        b: wire(['plug', 'b'], ['splice', 's']),
        c: wire(['splice', 's'], ['one', 'g']),
        d: wire(['splice', 's'], ['two', 'g']),
        // On the other side of the fuse: another wire, whatever feeds it.
        e: wire(['other', 'g'], ['fuse', 'a']),
      },
    };
    for (const id of ['a', 'b', 'c', 'd']) {
      const { wires, ends } = tracedWire(harness, id);
      expect([...wires].sort()).toEqual(['a', 'b', 'c', 'd']);
      expect([...ends].sort()).toEqual(['fuse', 'one', 'two']);
    }
    expect(tracedWire(harness, 'e').wires).toEqual(['e']);
    expect(tracedWire(harness, 'gone')).toEqual({ wires: [], ends: [] });
  });
});

describe('the walk', () => {
  test.each(PATTERNS.map((p) => p.id))(
    '%s: a line is walked whole, feeds before returns, none before what fills it',
    (id) => {
      const doc = job(id);
      const joints = jointList(doc).filter((j) => j.pathId in doc.plumbing.paths);
      const order = joints.map((j) => j.pathId).filter((p, i, all) => p !== all[i - 1]);
      expect(new Set(order).size).toBe(order.length);
      expect([...order].sort()).toEqual(Object.keys(doc.plumbing.paths).sort());
      const roles = order.map((p) => doc.plumbing.paths[p]!.role);
      expect(roles.lastIndexOf('feed')).toBeLessThan(
        roles.includes('return') ? roles.indexOf('return') : Infinity,
      );
      order.forEach((p, i) => {
        const { from, role } = doc.plumbing.paths[p]!;
        const fills = order
          .slice(i + 1)
          .filter((q) => doc.plumbing.paths[q]!.to === from && doc.plumbing.paths[q]!.role === 'feed');
        if (role === 'feed') expect(fills).toEqual([]);
      });
      for (const j of joints) expect(j.line).toMatch(/^(?:Feed|Return), .+ to .+$/);
    },
  );
});
