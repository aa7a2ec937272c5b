import { describe, expect, test } from '@jest/globals';
import { evaluatePlan, keepInJob, lineChoices, sizeCircuit, wireChoices } from '../../src/public/advise.ts';
import { type JobDocument, PATTERNS } from '../../src/public/document.ts';
import {
  addCircuit,
  addLoad,
  insertSegment,
  moveSegment,
  removeCircuit,
  removePart,
  removeSegment,
  setTap,
  tapTargets,
} from '../../src/public/edit.ts';
import { hardest, wireAmpacity } from '../../src/public/engine.ts';
import { wireListCsv, wiringSvg } from '../../src/public/formats.ts';
import { dryTest, harnessOf, layOutHarness, wiringSheet } from '../../src/public/harness.ts';
import { terminalKey } from '../../src/public/kinds.ts';
import { applied, found } from '../support/examples.ts';

const job = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('Sheet');
const twin = job('twin-pump');

describe('the wiring sheet', () => {
  const sheet = wiringSheet(twin);

  test('every wire has two made-off ends and labels that name the other end', () => {
    expect(sheet.wires.map((w) => w.label)).toEqual(sheet.wires.map((_, i) => `W${i + 1}`));
    for (const w of sheet.wires) {
      expect(w.fromEnd.terminal.length * w.toEnd.terminal.length).toBeGreaterThan(0);
      expect(w.fromLabel).toContain(w.toName);
      expect(w.toLabel).toContain(w.fromName);
    }
    const feed = sheet.wires.find((w) => w.name === 'Relay to pump 2')!;
    expect([feed.fromName, feed.toName, feed.color]).toEqual([
      'Pump relay 2, 87',
      'Pump plug 2, in',
      'red/white',
    ]);
  });

  test('an end, slack and a housing given in the circuit are on the sheet', () => {
    const base = '/wiring/circuits/circuit-1/segments';
    const doc = applied(twin, [
      {
        op: 'add',
        path: `${base}/feed-2/endA`,
        value: { terminal: 'M6 ring', joint: 'solder', shrink: false },
      },
      { op: 'add', path: `${base}/feed-2/slackM`, value: 0.5 },
      { op: 'add', path: `${base}/plug/housing`, value: 'Hat plug' },
      { op: 'add', path: `${base}/plug/pin`, value: 'B' },
    ]);
    const after = wiringSheet(doc);
    const wire = after.wires.find((w) => w.name === 'Relay to pump 1')!;
    expect(wire.fromEnd).toEqual({ terminal: 'M6 ring', joint: 'solder', shrink: false });
    expect(wire.lengthM).toBeCloseTo(5, 9);
    expect(after.pins.find((t) => t.name === 'Hat plug')!.pins[0]!.pin).toBe('B');
    // Slack is wire too: it drops volts.
    const volts = (d: JobDocument) =>
      evaluatePlan(d).states.find((s) => s.state.id === 'idle')!.values!.pumps[0]!.volts;
    expect(volts(doc)).toBeLessThan(volts(twin));
  });

  test('signal hoses: boost switches where the rule taps them, regulators behind the throttle', () => {
    expect(sheet.hoses).toEqual([
      { name: 'Boost switch, Pump 2, staged', tapped: 'manifold, after the throttle' },
      { name: 'Regulator, reference', tapped: 'manifold, after the throttle' },
    ]);
  });

  test('vehicle cable drops more and stands less than the full section of its gauge', () => {
    const vehicle = applied(twin, [
      { op: 'add', path: '/wiring/circuits/circuit-1/segments/feed-2/cable', value: 'vehicle' },
    ]);
    const drop = (d: JobDocument) =>
      evaluatePlan(d)
        .states.find((s) => s.state.id === 'idle')!
        .values!.pumps[0]!.circuit!.feed.find((x) => x.id === 'feed-2')!.drop;
    expect(drop(vehicle) / drop(twin)).toBeCloseTo(1 / 0.9, 1);
    const stands = (d: JobDocument) => {
      const s = d.wiring.circuits['circuit-1']!.segments['feed-2']!;
      return s.kind === 'wire' ? wireAmpacity(d, s) : 0;
    };
    expect(stands(vehicle) / stands(twin)).toBeCloseTo(Math.sqrt(0.9), 9);
  });

  test('relay pins are told one by one', () => {
    const relay = sheet.pins.find((t) => t.name === 'Pump relay 2')!;
    expect(relay.pins.map((p) => p.pin)).toEqual(['30', '87', '86', '85']);
    expect(relay.pins.find((p) => p.pin === '85')!.goesTo).toContain('common');
  });

  test('CSV: one row a wire, quoted, and no cell a spreadsheet would run', () => {
    const evil = applied(twin, [
      { op: 'replace', path: '/wiring/circuits/circuit-1/segments/feed-1/name', value: '=HYPERLINK("x"),y' },
    ]);
    const rows = wireListCsv(evil).trimEnd().split('\r\n');
    expect(rows).toHaveLength(sheet.wires.length + 1);
    expect(rows.some((r) => r.includes(`"'=HYPERLINK(""x""),y"`))).toBe(true);
  });

  test('SVG escapes what people type', () => {
    const evil = applied(twin, [
      { op: 'replace', path: '/wiring/circuits/circuit-1/segments/relay/name', value: '<script>"&' },
    ]);
    expect(wiringSvg(evil)).not.toContain('<script>');
    expect(wiringSvg(evil)).toContain('&lt;script&gt;&quot;&amp;');
  });

  test.each(PATTERNS.map((p) => p.id))('%s: no two boxes overlap, every wire is drawn end to end', (id) => {
    const harness = harnessOf(job(id));
    const layout = layOutHarness(harness);
    layout.devices.forEach((a, i) =>
      layout.devices.slice(i + 1).forEach((b) => {
        const apart =
          a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
        expect(apart).toBe(true);
      }),
    );
    expect(layout.wires).toHaveLength(Object.keys(harness.wires).length);
    const at = new Map(
      layout.devices.flatMap((d) => d.terminals.map((t) => [terminalKey(t.terminal), [t.x, t.y]] as const)),
    );
    for (const w of layout.wires) {
      expect(w.points[0]).toEqual(at.get(terminalKey(harness.wires[w.id]!.from)));
      expect(w.points.at(-1)).toEqual(at.get(terminalKey(harness.wires[w.id]!.to)));
    }
  });
});

describe('the dry test', () => {
  test('asks for every combination of few signals, the key off and the crash switch, with volts to expect', () => {
    const rows = dryTest(twin);
    expect(rows.map((r) => [r.inputs.ignition, r.inputs.crashed, r.loads.map((l) => l.wanted)])).toEqual([
      [true, false, [true, false]],
      [true, false, [true, true]],
      [false, false, [false, false]],
      [true, true, [false, false]],
    ]);
    for (const row of rows)
      for (const l of row.loads) {
        if (l.wanted) expect(l.volts).toBeGreaterThan(11.2);
        else expect(Math.abs(l.volts)).toBeLessThan(0.1);
      }
  });
});

describe('circuits edited', () => {
  test('pieces go in, move and come out; the plan still reads', () => {
    const added = insertSegment(twin, 'circuit-1', 'feed-1', 'connector');
    const more = applied(twin, added.patch);
    expect(more.wiring.circuits['circuit-1']!.feed).toEqual([
      'fuse',
      'feed-1',
      added.id,
      'relay',
      'feed-2',
      'plug',
    ]);
    const moved = applied(more, moveSegment(more, 'circuit-1', added.id, 1));
    expect(moved.wiring.circuits['circuit-1']!.feed[3]).toBe(added.id);
    expect(moveSegment(more, 'circuit-1', 'fuse', -1)).toEqual([]);
    expect(applied(more, removeSegment(more, 'circuit-1', added.id))).toEqual(twin);
  });

  test('a load comes with its circuit and goes with it; what hung on it goes back to its own supply', () => {
    const fan = addLoad(twin, 'fan');
    const doc = applied(twin, fan.patch);
    expect(Object.keys(doc.wiring.loads!)).toEqual(['fan']);
    const tapped = applied(doc, setTap(doc, 'circuit-2', 'feedFrom', { circuitId: fan.id, after: 'fuse' }));
    expect(tapTargets(tapped, fan.id, 'feedFrom')).toEqual(['circuit-1']);
    const gone = applied(tapped, removeCircuit(tapped, fan.id));
    expect(gone.wiring.loads).toEqual({});
    expect(gone.wiring.circuits['circuit-2']!.feedFrom).toBeUndefined();
    expect(addCircuit(gone, 'pump-1', 'Pump 1').patch).toHaveLength(1);
  });

  test('a pump taken out takes circuit and rule along, and what was tapped off it stands on its own', () => {
    const tapped = applied(
      twin,
      setTap(twin, 'circuit-1', 'groundInto', { circuitId: 'circuit-2', after: 'chassis' }),
    );
    const one = applied(tapped, removePart(tapped, 'pump-2'));
    expect(Object.keys(one.wiring.circuits)).toEqual(['circuit-1']);
    expect(one.wiring.circuits['circuit-1']!.groundInto).toBeUndefined();
    expect(one.wiring.triggers).toEqual({});
  });

  test('labels do not depend on the order circuits are stored in', () => {
    const { circuits } = twin.wiring;
    const turned = {
      ...twin,
      wiring: { ...twin.wiring, circuits: Object.fromEntries(Object.entries(circuits).reverse()) },
    };
    expect(wireListCsv(turned)).toBe(wireListCsv(twin));
  });

  test('a fan at idle counts in the charging budget, and cranking leaves the battery its volts', () => {
    const fan = applied(twin, addLoad(twin, 'fan').patch);
    const electrical = {
      ...fan.brief.electrical,
      alternatorIdleA: 40,
      carLoadA: 20,
      crankingA: 260,
      crankingOhms: 0.01,
    };
    const { findings } = evaluatePlan({ ...fan, brief: { ...fan.brief, electrical } });
    expect(found(findings, 'CHARGING_SHORT')!.value).toBeGreaterThan(40);
    expect(found(findings, 'CRANKING_DIP')!.value).toBeCloseTo(12.4 - 2.6, 6);
    const eased = { ...electrical, alternatorIdleA: 90, crankingA: 200 };
    const codes = evaluatePlan({ ...fan, brief: { ...fan.brief, electrical: eased } }).findings.map(
      (f) => f.code,
    );
    expect(codes).not.toContain('CHARGING_SHORT');
    expect(codes).not.toContain('CRANKING_DIP');
  });

  test('what is sized clears drop, wire, fuse and relay, and every lighter gauge is told off with its reason', () => {
    const thin = applied(
      twin,
      ['feed-1', 'feed-2', 'ground-1'].map((s) => ({
        op: 'replace' as const,
        path: `/wiring/circuits/circuit-1/segments/${s}/size`,
        value: 'awg-18',
      })),
    );
    const sized = sizeCircuit(thin, hardest(thin, evaluatePlan(thin).states, 'circuit-1')!)!;
    expect(sized.tried.filter((t) => t.fails === null).map((t) => t.size)).toEqual([sized.size]);
    const after = evaluatePlan(applied(thin, sized.patch)).findings.filter(
      (f) => f.place.within === 'circuit-1',
    );
    expect(after.filter((f) => f.severity !== 'note')).toEqual([]);
  });

  test('a feed tapped from the fuse box asks what else hangs on it until that is written down', () => {
    const tapped = applied(twin, [
      { op: 'replace', path: '/wiring/circuits/circuit-1/supply', value: 'fuse-box' },
    ]);
    expect(found(evaluatePlan(tapped).findings, 'TAPPED_FEED_UNKNOWN')?.severity).toBe('note');
    const told = applied(tapped, [
      { op: 'add', path: '/wiring/circuits/circuit-1/alsoFeeds', value: 'trailer socket, 30 A' },
    ]);
    expect(found(evaluatePlan(told).findings, 'TAPPED_FEED_UNKNOWN')).toBeUndefined();
  });
});

describe('quick sums', () => {
  const wire = { lengthM: 4.572, conductor: 'copper', family: 'awg' } as const;
  const place = { ambientK: 323.15, engineSpace: false, bundled: 1, insulationK: 398.15 };

  test('more current never asks for less wire, and copper-clad asks for more than copper', () => {
    const section = (amps: number, conductor: 'copper' | 'copper-clad' = 'copper') =>
      wireChoices({ ...wire, conductor, amps, place }).findIndex((w) => w.good);
    expect(section(5)).toBeLessThanOrEqual(section(10));
    expect(section(10)).toBeLessThanOrEqual(section(20));
    expect(section(15, 'copper-clad')).toBeGreaterThan(section(15));
  });

  test('figures move into a job', () => {
    const kept = applied(
      twin,
      keepInJob(twin, { kind: 'wire', size: 'awg-8', conductor: 'copper', fuse: 25 }),
    );
    expect(kept.wiring.circuits['circuit-1']!.segments['feed-2']).toMatchObject({ size: 'awg-8' });
    const question = {
      fuel: twin.brief.fuel,
      kelvin: 308,
      flow: 400e-3 / 3600,
      hose: 'ptfe',
      lengthM: 3,
      ends: ['straight', 'straight'] as 'straight'[],
      bendDegrees: 90,
    } as const;
    const lines = lineChoices(question);
    expect(lines.map((l) => l.loss)).toEqual([...lines.map((l) => l.loss)].sort((a, b) => b - a));
    const longer = applied(twin, keepInJob(twin, { kind: 'line', role: 'return', dash: 10, question }));
    expect(
      Object.values(longer.plumbing.elements).some(
        (e) => e.kind === 'run' && e.dash === 10 && e.lengthM === 3,
      ),
    ).toBe(true);
    expect(
      keepInJob(twin, {
        kind: 'speed',
        map: {
          sensorLowPa: 0,
          sensorHighPa: 1,
          sensorLowV: 0,
          sensorHighV: 1,
          lowV: 0,
          lowSpeed: 0.3,
          fullV: 1,
        },
      }),
    ).toEqual([]);
  });
});
