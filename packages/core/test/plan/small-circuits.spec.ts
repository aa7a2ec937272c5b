import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import {
  boostRule,
  fullReturnJob,
  type JobDocument,
  PATTERNS,
  type PumpTrigger,
  ruleOf,
  rulesOf,
  setRule,
} from '../../src/public/document.ts';
import { addCircuit, addLoad, feedSender } from '../../src/public/edit.ts';
import { harnessOf, truthTable, wiringSheet } from '../../src/public/harness.ts';
import { jobSheet } from '../../src/public/prove.ts';
import { applied, found } from '../support/examples.ts';

const pattern = (id: string): JobDocument => PATTERNS.find((p) => p.id === id)!.job('x');
const wrong = (doc: JobDocument) => truthTable(harnessOf(doc), rulesOf(doc)).filter((row) => !row.right);
const devices = (doc: JobDocument) => Object.values(harnessOf(doc).devices);

/** Ways a second pump is brought in, from one switch to an output that is told several things. */
const CONDITIONS: readonly PumpTrigger['any'][] = [
  [{ all: [] }],
  boostRule('x', 35e3).any,
  [{ all: [{ kind: 'engine-turning', not: false }] }],
  [{ all: [{ kind: 'ecu', name: 'output 3', not: false }] }],
  [{ all: [{ kind: 'panel', name: 'Race', not: false }] }, boostRule('x', 35e3).any[0]!],
  [
    {
      all: [
        { kind: 'boost', above: 35e3, below: 28e3, not: false },
        { kind: 'panel', name: 'Valet', not: true },
        { kind: 'rpm', above: 3000, below: 2800, not: false },
        { kind: 'throttle', above: 0.5, below: 0.4, not: false },
      ],
    },
  ],
];
const ruled = (doc: JobDocument, loadId: string, fields: Partial<PumpTrigger>): JobDocument =>
  applied(doc, setRule(doc, { ...ruleOf(doc, loadId).rule, ...fields }));

describe('a relay switched on either side of its coil', () => {
  test.each(CONDITIONS.map((any, i) => [i, any] as const))(
    'does what rule %i says, key and crash switch included',
    (_i, any) => {
      for (const coilSide of ['ground', 'feed'] as const)
        for (const needsInertia of [true, false]) {
          const doc = ruled(pattern('twin-pump'), 'pump-2', { any, coilSide, needsInertia });
          expect([coilSide, needsInertia, wrong(doc)]).toEqual([coilSide, needsInertia, []]);
        }
    },
  );

  test('switched in the feed, an output of the engine’s controller feeds the coil', () => {
    const any = CONDITIONS[2]!;
    const side = (coilSide: 'ground' | 'feed') =>
      devices(ruled(pattern('twin-pump'), 'pump-2', { any, coilSide })).flatMap((d) =>
        d.kind === 'ecu-output' ? [d.side] : [],
      );
    expect([side('ground'), side('feed')]).toEqual([['low'], ['high']]);
  });
});

describe('a brushless pump on its controller', () => {
  const doc = pattern('speed-controlled');

  test('has no relay: its power goes through the controller, a small wire enables it', () => {
    const harness = harnessOf(doc);
    expect(devices(doc).some((d) => d.kind === 'relay')).toBe(false);
    const controller = Object.entries(harness.devices).find(([, d]) => d.kind === 'pump-controller')![0];
    const enable = Object.values(harness.wires).find(
      (w) => w.to.device === controller && w.to.terminal === 'enable',
    );
    expect(enable?.size).toBe('awg-18');
  });

  test.each(CONDITIONS.map((any, i) => [i, any] as const))('is enabled as rule %i says', (_i, any) => {
    expect(wrong(ruled(doc, 'pump', { any }))).toEqual([]);
    expect(wrong(ruled(doc, 'pump', { any, needsInertia: false }))).toEqual([]);
  });

  test('wired past its controller it is found', () => {
    const drawn = applied(doc, [{ op: 'add', path: '/wiring/harness', value: harnessOf(doc) }]);
    const power = Object.entries(drawn.wiring.harness!.wires).find(
      ([, w]) =>
        w.from.terminal === 'out' && drawn.wiring.harness!.devices[w.from.device]!.kind === 'pump-controller',
    )!;
    const past = applied(drawn, [
      {
        op: 'replace',
        path: `/wiring/harness/wires/${power[0]}/from`,
        value: { device: power[1].from.device, terminal: 'plus' },
      },
    ]);
    expect(found(evaluatePlan(past).findings, 'WIRED_KEY_OFF')).toBeDefined();
    expect(found(evaluatePlan(past).findings, 'WIRED_KEY_OFF')!.fixes.length).toBeGreaterThan(0);
  });

  test('a controller too small for its pump has the next that gives enough on offer', () => {
    const small = applied(doc, [
      { op: 'replace', path: '/wiring/circuits/pump-circuit/segments/controller/ratingA', value: 20 },
    ]);
    const loaded = found(evaluatePlan(small).findings, 'CONTROLLER_LOADED')!;
    expect(loaded.severity).toBe('stop');
    expect(loaded.fixes.map((f) => f.label)).toEqual(['Fit a controller that gives 30 A']);
  });

  test('a pump put on the track later gets the circuit of its kind', () => {
    const { circuits: _gone, ...wiring } = doc.wiring;
    const bare = { ...doc, wiring: { ...wiring, circuits: {} } };
    const { patch } = addCircuit(bare, 'pump', 'Pump');
    const kinds = (d: JobDocument) =>
      Object.values(d.wiring.circuits).flatMap((c) => Object.values(c.segments).map((s) => s.kind));
    expect(kinds(applied(bare, patch))).toContain('pump-controller');
  });
});

describe('gauges, senders and sensors', () => {
  test.each(['gauge', 'sensor'] as const)(
    '%s: a small fuse on a feed live with the key, no relay',
    (kind) => {
      const job = fullReturnJob('x');
      const { id, patch } = addLoad(job, kind);
      const doc = applied(job, patch);
      const circuit = doc.wiring.circuits[id]!;
      expect(circuit.supply).toBe('ignition');
      const pieces = Object.values(circuit.segments);
      expect(pieces.some((s) => s.kind === 'relay')).toBe(false);
      // 5 A on 18 AWG: common practice.
      expect(pieces.flatMap((s) => (s.kind === 'fuse' ? [s.ratingA] : []))).toEqual([5]);
      expect(new Set(pieces.flatMap((s) => (s.kind === 'wire' ? [s.size] : [])))).toEqual(
        new Set(['awg-18']),
      );
      expect(wrong(doc)).toEqual([]);
      // What it taps must be looked up; nothing else is said of it.
      const before = new Set(evaluatePlan(job).findings.map((f) => f.code));
      expect(evaluatePlan(doc).findings.flatMap((f) => (before.has(f.code) ? [] : [f.code]))).toEqual([
        'TAPPED_FEED_UNKNOWN',
      ]);
    },
  );

  test('a fan keeps a relay of its own', () => {
    const job = fullReturnJob('x');
    const { id, patch } = addLoad(job, 'fan');
    const pieces = Object.values(applied(job, patch).wiring.circuits[id]!.segments);
    expect(pieces.some((s) => s.kind === 'relay')).toBe(true);
  });
});

describe('an ignition feed that goes dead with the starter', () => {
  const drops = (doc: JobDocument): JobDocument =>
    applied(doc, [{ op: 'add', path: '/brief/electrical/ignitionInCrank', value: 'drops' }]);

  test('stops the pump while cranking, and is told as that and not as a dry rail', () => {
    const plan = evaluatePlan(drops(fullReturnJob('x')));
    expect(found(plan.findings, 'CRANK_FEED_DROPS')!.severity).toBe('stop');
    expect(found(plan.findings, 'RAIL_DRY')).toBeUndefined();
    expect(plan.states.find((s) => s.state.id === 'idle')!.values!.pumpFlow).toBeGreaterThan(0);
  });

  test('is silent where a pump is fed from what stays live', () => {
    const job = fullReturnJob('x');
    const live = ruled(drops(job), 'pump', { needsIgnition: false });
    expect(found(evaluatePlan(live).findings, 'CRANK_FEED_DROPS')).toBeUndefined();
  });
});

describe('what feeds a sender', () => {
  const job = fullReturnJob('x');
  const { id, patch } = addLoad(job, 'sender');
  const five = applied(job, patch);
  const { loadId } = five.wiring.circuits[id]!;
  const fed = (by: 'one-wire' | '5V' | '12V') => applied(five, feedSender(five, loadId, by));
  const own = (doc: JobDocument) =>
    wiringSheet(doc).wires.filter(
      (w) => doc.wiring.circuits[id]!.segments['feed-1'] && w.name.startsWith('Pressure sender'),
    );
  const solved = (doc: JobDocument) =>
    evaluatePlan(doc)
      .states.find((s) => s.state.id === 'idle')!
      .values!.loads.find((l) => l.id === loadId)?.circuit;

  test('5 V from the device that reads it: two wires to it, no fuse, no tap, 5 V less its own drop', () => {
    expect(own(five).map((w) => [w.fromName, w.toName].filter((n) => /reader/i.test(n)).length)).toEqual([
      1, 1,
    ]);
    expect(Object.values(five.wiring.circuits[id]!.segments).map((s) => s.kind)).toEqual(['wire', 'wire']);
    const at = solved(five)!;
    // Ohm: 10 mA through 2 × 1.5 m of 18 AWG (21 mΩ/m) is below a millivolt.
    expect(at.sourceVolts).toBeCloseTo(5, 6);
    expect(5 - at.loadVolts).toBeGreaterThan(0);
    expect(5 - at.loadVolts).toBeLessThan(0.001);
    const before = new Set(evaluatePlan(job).findings.map((f) => f.code));
    expect(evaluatePlan(five).findings.flatMap((f) => (before.has(f.code) ? [] : [f.code]))).toEqual([]);
    expect(wrong(five)).toEqual([]);
  });

  test('an older plan that took the key’s feed for it reads 5 V all the same', () => {
    const old = applied(five, [
      { op: 'replace', path: `/wiring/circuits/${id}`, value: fed('12V').wiring.circuits[id]! },
    ]);
    expect(solved(old)!.sourceVolts).toBeCloseTo(5, 6);
  });

  test('one wire: one wire in drawing, sheet and order list, grounded by its body', () => {
    const doc = fed('one-wire');
    expect(own(doc).map((w) => w.name)).toEqual(['Pressure sender signal']);
    const extra = (d: JobDocument) => wiringSheet(d).wires.length - wiringSheet(job).wires.length;
    expect([extra(doc), extra(five)]).toEqual([1, 2]);
    expect(wrong(doc)).toEqual([]);
    const sheet = jobSheet(doc).filter((s) => s.id.startsWith('wire:'));
    expect(sheet.length).toBe(wiringSheet(doc).wires.length);
  });

  test('12 V: its own small fuse on the key’s feed', () => {
    const at = solved(fed('12V'))!;
    expect(at.sourceVolts).toBeGreaterThan(12);
    expect(fed('12V').wiring.circuits[id]!.feed).toContain('fuse');
  });
});
