import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import {
  boostRule,
  fullReturnJob,
  type JobDocument,
  moveThreshold,
  type PumpTrigger,
  ruleOf,
  rulesOf,
  setRule,
  stagingThreshold,
  type TerminalRef,
} from '../../src/public/document.ts';
import { checkJob } from '../../src/public/formats.ts';
import { harnessOf } from '../../src/public/harness.ts';
import {
  driveLanes,
  driveMoments,
  drivePressure,
  railDips,
  stagingAdvice,
  standardDrive,
} from '../../src/public/replay.ts';
import { applied, found } from '../support/examples.ts';
import { at } from '../support/terminals.ts';
import { rising, twinPump, twinPumpAt, withClauses } from '../support/twin-pump.ts';
import { PSI } from '../support/units.ts';

/** So much power that one pump runs out in the pull. */
const strong = twinPumpAt(1.75, rising);
const withThreshold = (doc: JobDocument, above: number) =>
  applied(doc, moveThreshold(doc, stagingThreshold(doc, 'pump-2')!, above));
const withRule = (doc: JobDocument, rule: Partial<PumpTrigger>) =>
  applied(doc, setRule(doc, { ...ruleOf(doc, 'pump').rule, ...rule }));
const codes = (doc: JobDocument) => evaluatePlan(doc).findings.map((f) => f.code);
const replay = (doc: JobDocument) => {
  const moments = driveMoments(doc, standardDrive());
  const lanes = driveLanes(rulesOf(doc), moments);
  return { moments, lanes, dips: railDips(moments, drivePressure(doc, moments, lanes)) };
};

describe('where the second pump comes in', () => {
  const advice = stagingAdvice(strong, 'pump-2');

  test('the advice stays below what is needed by the switch’s tolerance and the pump’s start', () => {
    expect(advice.needed).not.toBeNull();
    expect(advice.latest).toBeCloseTo(advice.needed! - 5e3 - advice.rate * 0.2, 3);
    expect(advice.set!.above).toBeLessThanOrEqual(advice.latest);
    expect(advice.set!.below).toBeLessThan(advice.set!.above);
    expect(advice.set!.below).toBeGreaterThan(advice.earliest);
  });

  test('set late it shows as a dip of the rail in the replay, and as a finding; the offered setting clears both', () => {
    const late = withThreshold(strong, 16 * PSI);
    const { dips } = replay(late);
    expect(dips.length).toBeGreaterThan(0);
    expect(dips[0]!.depth).toBeGreaterThan(25e3);
    const finding = found(evaluatePlan(late).findings, 'STAGING_LATE')!;
    const after = applied(late, finding.fixes[0]!.patch);
    expect(codes(after)).not.toContain('STAGING_LATE');
    expect(replay(after).dips).toEqual([]);
  });

  test('where the first pump runs out at cruise boost, engine speed is offered instead', () => {
    const boostedCruise: JobDocument = {
      ...strong,
      brief: { ...strong.brief, cruise: { ...strong.brief.cruise, manifoldPa: 13 * PSI } },
    };
    const late = withThreshold(boostedCruise, 14 * PSI);
    const finding = found(evaluatePlan(late).findings, 'STAGING_BY_BOOST')!;
    const after = applied(late, finding.fixes[0]!.patch);
    expect(ruleOf(after, 'pump-2').rule.any[0]!.all[0]!.kind).toBe('rpm');
  });

  test('the pump runs in the states its rule asks for, and in no other', () => {
    const on = (doc: JobDocument) =>
      evaluatePlan(doc)
        .states.filter(
          (s) => !s.state.forced && s.values?.pumps.find((p) => p.id === 'pump-2' && p.volts > 0),
        )
        .map((s) => s.state.kind);
    expect(new Set(on(twinPump))).toEqual(new Set(['pull']));
    const byRpm = applied(
      twinPump,
      setRule(twinPump, {
        ...boostRule('pump-2', 0),
        any: [{ all: [{ kind: 'rpm', above: 6000, below: 5800, not: false }] }],
      }),
    );
    expect(on(byRpm)).toHaveLength(3);
  });
});

describe('flags of a rule along a drive', () => {
  const job = fullReturnJob('x');

  test('runs with the key off is a stop, and is put right', () => {
    const bad = withRule(job, { needsIgnition: false });
    const finding = found(evaluatePlan(bad).findings, 'RUNS_KEY_OFF')!;
    expect(finding.severity).toBe('stop');
    expect(codes(applied(bad, finding.fixes[0]!.patch))).not.toContain('RUNS_KEY_OFF');
  });

  test('runs after a crash, keeps on when the engine stalls', () => {
    const bad = withRule(job, { needsInertia: false });
    const crash = found(evaluatePlan(bad).findings, 'RUNS_AFTER_CRASH')!;
    expect(codes(applied(bad, crash.fixes[0]!.patch))).not.toContain('RUNS_AFTER_CRASH');
    const stall = found(evaluatePlan(job).findings, 'RUNS_STALLED')!;
    const after = applied(job, stall.fixes[0]!.patch);
    expect(codes(after)).not.toContain('RUNS_STALLED');
    // With a prime it starts all the same.
    expect(codes(after)).not.toContain('NO_PRIME');
  });

  test('no prime, never stops at idle, chatters, tapped ahead of the throttle', () => {
    const turning = withRule(job, { any: [{ all: [{ kind: 'engine-turning', not: false }] }] });
    const prime = found(evaluatePlan(turning).findings, 'NO_PRIME')!;
    expect(codes(applied(turning, prime.fixes[0]!.patch))).not.toContain('NO_PRIME');

    const boost = (above: number, below: number) =>
      applied(
        twinPump,
        setRule(twinPump, {
          ...boostRule('pump-2', above),
          any: [{ all: [{ kind: 'boost', above, below, not: false, point: 'before-throttle' }] }],
        }),
      );
    expect(codes(boost(-80e3, -90e3))).toContain('NEVER_STOPS_AT_IDLE');
    const tight = boost(30e3, 29e3);
    const chatter = found(evaluatePlan(tight).findings, 'CHATTERS')!;
    expect(codes(applied(tight, chatter.fixes[0]!.patch))).not.toContain('CHATTERS');
    expect(codes(tight)).toContain('SIGNAL_BEFORE_THROTTLE');
  });

  test('tapped ahead of the throttle the pump runs on at lift-off, behind it not', () => {
    const secondsAtLift = (point: 'before-throttle' | 'behind-throttle') => {
      const doc = applied(
        twinPump,
        setRule(twinPump, {
          ...boostRule('pump-2', 5 * PSI),
          any: [{ all: [{ kind: 'boost', above: 5 * PSI, below: 4 * PSI, not: false, point }] }],
        }),
      );
      const { moments, lanes } = replay(doc);
      const lane = lanes.find((l) => l.loadId === 'pump-2')!;
      return moments.filter((m, i) => m.kind === 'lift-off' && lane.steps[i]!.on).length;
    };
    expect(secondsAtLift('before-throttle')).toBeGreaterThan(secondsAtLift('behind-throttle') * 3);
  });
});

describe('wiring that does not do what the rule says', () => {
  const drawn = (doc: JobDocument) =>
    applied(doc, [{ op: 'add', path: '/wiring/harness', value: harnessOf(doc) }]);
  const job = drawn(withThreshold(twinPump, 5 * PSI));
  const wires = job.wiring.harness!.wires;
  const onNo = Object.entries(wires).find(([, w]) => w.from.terminal === 'no')![0];

  test('as generated it does', () => {
    expect(codes(job).filter((c) => c.startsWith('WIRED_'))).toEqual([]);
  });

  test('a pressure switch on NC is said in words, and the first fix puts the wire back', () => {
    const from = wires[onNo]!.from;
    const bad = applied(job, [
      { op: 'replace', path: `/wiring/harness/wires/${onNo}/from`, value: { ...from, terminal: 'nc' } },
    ]);
    const runs = found(evaluatePlan(bad).findings, 'WIRED_RUNS')!;
    expect(runs.severity).toBe('stop');
    expect(runs.title).toContain('runs when it should be off');
    expect(found(evaluatePlan(bad).findings, 'WIRED_DEAD')).toBeDefined();
    expect(codes(applied(bad, runs.fixes[0]!.patch)).filter((c) => c.startsWith('WIRED_'))).toEqual([]);
  });

  test('figures are read from the circuits, and a piece that came later is named', () => {
    const heavier = applied(job, [
      { op: 'replace', path: '/wiring/circuits/circuit-1/segments/fuse/ratingA', value: 40 },
    ]);
    const fuse = Object.values(harnessOf(heavier).devices).find(
      (d) => d.kind === 'fuse' && d.of?.circuitId === 'circuit-1' && d.of.segmentId === 'fuse',
    );
    expect(fuse).toMatchObject({ ratingA: 40 });
    const plug = { kind: 'connector', name: 'Bulkhead plug', ohms: 0.002 };
    const later = applied(job, [
      { op: 'add', path: '/wiring/circuits/circuit-1/segments/bulkhead', value: plug },
      {
        op: 'replace',
        path: '/wiring/circuits/circuit-1/feed',
        value: [...job.wiring.circuits['circuit-1']!.feed, 'bulkhead'],
      },
    ]);
    expect(found(evaluatePlan(later).findings, 'HARNESS_BEHIND')?.title).toContain('Bulkhead plug');
  });

  test('a circuit without a relay runs with its supply: named, and a relay is offered', () => {
    const bare = applied(fullReturnJob('x'), [
      {
        op: 'replace',
        path: '/wiring/circuits/pump-circuit/feed',
        value: ['fuse', 'feed-1', 'feed-2', 'plug'],
      },
      { op: 'remove', path: '/wiring/circuits/pump-circuit/segments/relay' },
    ]);
    const alive = found(evaluatePlan(bare).findings, 'WIRED_KEY_OFF')!;
    expect(codes(applied(bare, alive.fixes[0]!.patch)).filter((c) => c.startsWith('WIRED_'))).toEqual([]);
  });

  test('a bare coil on a driver without a clamp is a stop; with a resistor it is not', () => {
    const byController = withRule(fullReturnJob('x'), {
      any: [{ all: [{ kind: 'rpm', above: 3000, below: 2700, not: false }] }],
    });
    const relay = '/wiring/circuits/pump-circuit/segments/relay/suppression';
    const bare = applied(byController, [{ op: 'replace', path: relay, value: 'none' }]);
    const kick = found(evaluatePlan(bare).findings, 'DRIVER_UNCLAMPED')!;
    expect(kick.severity).toBe('stop');
    expect(codes(applied(bare, kick.fixes[0]!.patch))).not.toContain('DRIVER_UNCLAMPED');
  });

  test('a feed taken off ahead of its fuse works all the same and is a stop, named at the wire', () => {
    const [id, wire] = Object.entries(wires).find(([, w]) => w.name === 'Battery to relay 2')!;
    const ahead = applied(job, [
      { op: 'replace', path: `/wiring/harness/wires/${id}/from`, value: at('battery.plus') },
    ]);
    expect(codes(ahead).filter((c) => c.startsWith('WIRED_'))).toEqual([]);
    const branch = found(evaluatePlan(ahead).findings, 'BRANCH_AHEAD_OF_FUSE')!;
    expect([branch.severity, branch.place.id]).toEqual(['stop', id]);
    expect(applied(ahead, branch.fixes[0]!.patch).wiring.harness!.wires[id]).toEqual(wire);
  });

  test('too many signals to try on every edit are said, not passed over', () => {
    const panels = Array.from({ length: 6 }, (_, i) => [0, 1].map((k) => `s${i}${k}`)).map((names) => ({
      all: names.map((name) => ({ kind: 'panel' as const, name, not: false })),
    }));
    const wide = withRule(fullReturnJob('x'), { any: panels });
    expect(found(evaluatePlan(wide).findings, 'WIRING_NOT_TRIED')?.value).toBe(12);
  });

  test('30 and 87 exchanged is a note and nothing more', () => {
    const swap = (t: TerminalRef): TerminalRef =>
      t.terminal === '30' ? { ...t, terminal: '87' } : t.terminal === '87' ? { ...t, terminal: '30' } : t;
    const turned: JobDocument = {
      ...job,
      wiring: {
        ...job.wiring,
        harness: {
          ...job.wiring.harness!,
          wires: Object.fromEntries(
            Object.entries(wires).map(([id, w]) => [id, { ...w, from: swap(w.from), to: swap(w.to) }]),
          ),
        },
      },
    };
    const { findings } = evaluatePlan(turned);
    expect(found(findings, 'RELAY_30_87_TURNED')?.severity).toBe('note');
    expect(findings.filter((f) => f.code.startsWith('WIRED_'))).toEqual([]);
  });
});

describe('what a job file may not say', () => {
  test.each([
    ['LEVEL_ORDER', [{ op: 'replace', path: '/wiring/triggers/rule-1/any/0/all/0/below', value: 90e3 }]],
    ['RULE_TWICE', [{ op: 'add', path: '/wiring/triggers/rule-2', value: boostRule('pump-2', 10e3) }]],
    [
      'TAP_LOOP',
      [
        {
          op: 'add',
          path: '/wiring/circuits/circuit-1/feedFrom',
          value: { circuitId: 'circuit-2', after: 'fuse' },
        },
        {
          op: 'add',
          path: '/wiring/circuits/circuit-2/feedFrom',
          value: { circuitId: 'circuit-1', after: 'fuse' },
        },
      ],
    ],
    [
      'NO_TERMINAL',
      [
        {
          op: 'add',
          path: '/wiring/harness',
          value: {
            devices: {},
            wires: {
              w1: {
                name: 'Loose',
                from: at('nowhere.a'),
                to: at('nowhere.b'),
                color: '',
                size: 'awg-18',
                lengthM: 1,
              },
            },
          },
        },
      ],
    ],
  ] as const)('%s', (code, patch) => {
    const read = checkJob(applied(twinPump, [...patch]));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.errors.map((e) => e.code)).toContain(code);
  });
});

describe('a staged pump whose rule has more than boost', () => {
  const boost = (above: number) => ({ kind: 'boost' as const, above, below: above - 7e3, not: false });
  const late = (doc: JobDocument) =>
    evaluatePlan(doc).findings.find((f) => f.code === 'STAGING_LATE' || f.code === 'STAGING_BY_BOOST');

  test('another way on that comes in earlier counts: no false alarm', () => {
    expect(late(withClauses(strong, [{ all: [boost(120e3)] }]))).toBeDefined();
    const rpm = { kind: 'rpm' as const, above: 2500, below: 2200, not: false };
    expect(late(withClauses(strong, [{ all: [boost(120e3)] }, { all: [rpm] }]))).toBeUndefined();
  });

  test('another condition that holds it back is found, and said to be what holds it', () => {
    expect(late(withClauses(strong, [{ all: [boost(10e3)] }]))).toBeUndefined();
    const rpm = { kind: 'rpm' as const, above: 6400, below: 6000, not: false };
    const held = late(withClauses(strong, [{ all: [boost(10e3), rpm] }]))!;
    expect(held.why.text).toContain('another condition');
    const [fix] = held.fixes;
    expect(fix!.label).toContain('by boost alone');
    expect(late(applied(withClauses(strong, [{ all: [boost(10e3), rpm] }]), fix!.patch))).toBeUndefined();
  });
});
