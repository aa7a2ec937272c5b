import { describe, expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { highPressurePumps } from '../../src/document/consumers.ts';
import { fullReturnJob, type JobDocument, PATTERNS, stagingThreshold } from '../../src/public/document.ts';
import { findPulls, judgeLog, type LogSeries } from '../../src/public/prove.ts';
import { demoJobs } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const plain = fullReturnJob('x');
/** A pull along the plan’s own points, ten rows a second, with what a car of that plan would log. */
function planned(
  doc: JobDocument,
  change: (row: { rpm: number; fuelPa: number }) => number = (r) => r.fuelPa,
): LogSeries {
  const pull = [...doc.brief.pull].sort((a, b) => a.rpm - b.rpm);
  // Solved at many points: between them the rail goes straight.
  const dense = pull.flatMap((p, i) => {
    const next = pull[i + 1];
    if (!next) return [p];
    return [0, 0.2, 0.4, 0.6, 0.8].map((t) => ({
      rpm: p.rpm + t * (next.rpm - p.rpm),
      powerW: p.powerW + t * (next.powerW - p.powerW),
      boostPa: p.boostPa + t * (next.boostPa - p.boostPa),
    }));
  });
  const points = evaluateStates({ ...doc, brief: { ...doc.brief, pull: dense } }).flatMap((s) =>
    s.state.kind === 'pull' && s.values
      ? [{ rpm: s.state.rpm, manifoldPa: s.state.manifold, fuelPa: s.values.railGauge }]
      : [],
  );
  const [from, to] = [points[0]!.rpm, points.at(-1)!.rpm];
  const rows = Array.from({ length: 101 }, (_, i) => {
    const rpm = from + ((to - from) * i) / 100;
    const k = Math.max(
      1,
      points.findIndex((p) => p.rpm >= rpm),
    );
    const [a, b] = [points[k - 1]!, points[k] ?? points[k - 1]!];
    const t = b.rpm > a.rpm ? (rpm - a.rpm) / (b.rpm - a.rpm) : 0;
    const fuelPa = a.fuelPa + t * (b.fuelPa - a.fuelPa);
    return { timeS: i / 10, rpm, manifoldPa: a.manifoldPa + t * (b.manifoldPa - a.manifoldPa), fuelPa };
  });
  return {
    timeS: rows.map((r) => r.timeS),
    rpm: rows.map((r) => r.rpm),
    manifoldPa: rows.map((r) => r.manifoldPa),
    fuelPa: rows.map((r) => change(r)),
    volts: rows.map(() => doc.brief.electrical.chargingV - 0.3),
    lambda: rows.map(() => 0.82),
  };
}

describe('A log against the plan', () => {
  test.each([...PATTERNS.map((p) => [p.id, p.job(p.name)] as const), ...demoJobs()])(
    '%s: driven as planned it passes wherever the plan holds its rail',
    (_, doc) => {
      const sags = evaluateStates(doc).some(
        (s) =>
          s.state.kind === 'pull' &&
          (!s.values || s.values.railDifferential < doc.brief.basePressurePa * 0.9),
      );
      const { verdict, misses, pulls } = judgeLog(doc, planned(doc));
      expect(pulls).toBe(1);
      if (!sags) expect([verdict, misses]).toEqual(['pass', []]);
    },
  );

  test('a sag toward the top is found where it is, by how much, and what it usually is', () => {
    const { verdict, misses, usually, points } = judgeLog(
      plain,
      planned(plain, (r) => r.fuelPa - (r.rpm > 6000 ? 70e3 : 0)),
    );
    expect(verdict).toBe('fail');
    expect(usually).toEqual([expect.stringContaining('at its limit')]);
    for (const p of points) expect([p.rpm, p.side]).toEqual([p.rpm, p.rpm > 6000 ? 'low' : 'pass']);
    expect(misses.every((m) => /Fuel pressure over manifold at \d+ rpm/.test(m.does))).toBe(true);
  });

  test('a dip in the middle is a pick-up that drew air, low from the start the setting, falling volts the wiring', () => {
    const dip = judgeLog(
      plain,
      planned(plain, (r) => r.fuelPa - (Math.abs(r.rpm - 5000) < 400 ? 70e3 : 0)),
    );
    // With no second pump there is none to come late.
    expect(dip.usually).toEqual([expect.stringContaining('pick-up drew air')]);
    const low = judgeLog(
      plain,
      planned(plain, (r) => r.fuelPa - 60e3),
    );
    expect(low.usually).toEqual([expect.stringContaining('base pressure set low')]);
    const sagging = planned(plain, (r) => r.fuelPa - (r.rpm > 6000 ? 70e3 : 0));
    const volts = sagging.rpm.map((n) => (n > 6000 ? 12.6 : 13.9));
    expect(judgeLog(plain, { ...sagging, volts }).usually[0]).toContain('Volts sag with it');
    const high = judgeLog(
      plain,
      planned(plain, (r) => r.fuelPa + 60e3),
    );
    expect(high.usually).toEqual([expect.stringContaining('above the plan')]);
  });

  test('a short dip where the second pump comes in is seen in spite of the medians, and is that pump’s coming late', () => {
    const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    const { above } = stagingThreshold(twin, 'pump-2')!.term;
    const as = planned(twin);
    const at = as.manifoldPa.findIndex((pa) => pa >= above);
    expect(at).toBeGreaterThan(2);
    // Three rows of a hundred: 0.3 s.
    const dipped = (kPa: number, rows: number) => ({
      ...as,
      fuelPa: as.fuelPa.map((p, i) => (i >= at && i < at + rows ? p - kPa * 1e3 : p)),
    });
    const late = judgeLog(twin, dipped(60, 3));
    expect(late.verdict).toBe('fail');
    expect(late.points.filter((p) => p.dips)).toHaveLength(1);
    expect(late.usually[0]).toContain('second pump came late');
    // To almost nothing it is air, whatever stages there.
    expect(judgeLog(twin, dipped(250, 3)).usually[0]).toContain('pick-up drew air');
    // One odd row is the logger's.
    expect(judgeLog(twin, dipped(60, 1)).verdict).toBe('pass');
  });

  /** The pull with idle, cruise and coasting before and after it. */
  const driven = (
    doc: JobDocument,
    change: (at: 'idle' | 'cruise' | 'coasting' | 'pull') => number,
  ): LogSeries => {
    const states = evaluateStates(doc);
    const of = (kind: string) => states.find((s) => s.state.kind === kind)!.values!;
    const rest = (during: 'idle' | 'cruise' | 'coasting', rpm: number, kPa: number, kind: string) =>
      Array.from({ length: 50 }, () => ({
        rpm,
        manifoldPa: kPa * 1e3,
        fuelPa: of(kind).railDifferential + kPa * 1e3 + change(during),
      }));
    const as = planned(doc);
    const rows = [
      ...rest('idle', 900, -65, 'idle'),
      ...rest('cruise', 2300, -40, 'cruise'),
      ...as.rpm.map((rpm, i) => ({
        rpm,
        manifoldPa: as.manifoldPa[i]!,
        fuelPa: as.fuelPa[i]! + change('pull'),
      })),
      ...rest('coasting', 4500, -75, 'lift-off'),
    ];
    return {
      timeS: rows.map((_, i) => i / 10),
      rpm: rows.map((r) => r.rpm),
      manifoldPa: rows.map((r) => r.manifoldPa),
      fuelPa: rows.map((r) => r.fuelPa),
    };
  };

  test('idle, cruise and coasting are judged as well, and the cause follows where it is wrong', () => {
    const sound = judgeLog(
      plain,
      driven(plain, () => 0),
    );
    expect([sound.verdict, sound.misses]).toEqual(['pass', []]);
    expect(new Set(sound.steady.map((p) => p.during))).toEqual(new Set(['idle', 'cruise', 'coasting']));
    const low = judgeLog(
      plain,
      driven(plain, (at) => (at === 'pull' ? 0 : -40e3)),
    );
    expect(low.verdict).toBe('fail');
    expect(low.misses.map((m) => m.does)).toContain('Fuel pressure over manifold at idle');
    expect(low.usually[0]).toContain('Not the pump first');
    const high = judgeLog(
      plain,
      driven(plain, (at) => (at === 'pull' ? 0 : 60e3)),
    );
    expect(high.usually).toEqual([expect.stringContaining('return is too small')]);
  });

  test('swings back and forth are seen, noise is not', () => {
    const as = driven(plain, () => 0);
    const swinging = { ...as, fuelPa: as.fuelPa.map((p, i) => p + 30e3 * Math.sin((2 * Math.PI * i) / 8)) };
    const hunting = judgeLog(plain, swinging);
    expect(hunting.swings).toBeGreaterThan(40e3);
    expect(hunting.misses.map((m) => m.does)).toContain('Fuel pressure swings by');
    let seed = 7;
    const noise = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5;
    const noisy = { ...as, fuelPa: as.fuelPa.map((p) => p + 12e3 * noise()) };
    expect(judgeLog(plain, noisy).swings).toBeNull();
  });

  test('the low side of direct injection is judged as a gauge shows it, against its floor, in boost and out of it', () => {
    const doc = PATTERNS.find((p) => p.id === 'direct-injection')!.job('x');
    const as = planned(doc);
    const floor = highPressurePumps(doc)[0]![1].floorPa;
    const sound = judgeLog(doc, as);
    expect([sound.lowSide, sound.verdict]).toEqual([true, 'pass']);
    const low = judgeLog(doc, {
      ...as,
      fuelPa: as.fuelPa.map((p, i) => (i > 80 && i < 84 ? floor - 5e3 : p)),
    });
    expect(low.verdict).toBe('fail');
    expect(low.misses[0]).toMatchObject({ does: expect.stringMatching(/^Low-side pressure/), low: floor });
  });

  test('a channel that stands still, or at its sensor’s end, is named and not judged beyond it', () => {
    const as = driven(plain, () => 0);
    const stuck = judgeLog(plain, { ...as, fuelPa: as.fuelPa.map(() => 300e3) });
    expect(stuck.troubles).toEqual([{ channel: 'fuelPa', what: 'stuck', at: 300e3 }]);
    expect([stuck.verdict, stuck.points.every((p) => p.side === 'unjudged')]).toEqual(['incomplete', true]);
    let seed = 3;
    const noise = () => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) * 2e3;
    const top = 60e3;
    const clipped = judgeLog(plain, {
      ...as,
      manifoldPa: as.manifoldPa.map((p) => Math.min(top, p + noise())),
      fuelPa: as.fuelPa.map((p) => p + noise()),
    });
    expect(clipped.troubles).toEqual([{ channel: 'manifoldPa', what: 'clipped', at: top }]);
    expect(clipped.points.some((p) => p.side === 'unjudged')).toBe(true);
    expect(clipped.misses).toEqual([]);
  });

  test('lean under load and another fuel are misses of their own', () => {
    const as = planned(plain);
    const lean = judgeLog(plain, { ...as, lambda: as.rpm.map((n) => (n > 6500 ? 1.02 : 0.82)) });
    expect(lean.misses.map((m) => m.does).join()).toMatch(/Lambda at \d+ rpm/);
    const other = judgeLog(plain, { ...as, ethanol: as.rpm.map(() => 0.85) });
    expect(other.misses.map((m) => m.does)).toContain('Ethanol in the fuel');
  });

  test('without a pull nothing is proved, whatever is in it', () => {
    const n = 200;
    const idle: LogSeries = {
      timeS: Array.from({ length: n }, (_, i) => i / 10),
      rpm: Array.from({ length: n }, () => 900),
      fuelPa: Array.from({ length: n }, () => 240e3),
      manifoldPa: Array.from({ length: n }, () => -65e3),
    };
    expect(judgeLog(plain, idle)).toMatchObject({ verdict: 'incomplete', pulls: 0, misses: [] });
  });

  test('any log is judged without a figure that is none', () => {
    const row = fc.record({
      rpm: fc.double({ min: 0, max: 20_000, noNaN: true }),
      fuel: fc.double({ min: -1e5, max: 4e6, noNaN: true }),
      map: fc.double({ min: -105e3, max: 600e3, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 2, maxLength: 80 }),
        fc.double({ min: 0.01, max: 2, noNaN: true }),
        (rows, dt) => {
          const out = judgeLog(plain, {
            timeS: rows.map((_, i) => i * dt),
            rpm: rows.map((r) => r.rpm),
            fuelPa: rows.map((r) => r.fuel),
            manifoldPa: rows.map((r) => r.map),
          });
          expect(JSON.stringify(out)).not.toMatch(/NaN|Infinity/);
          for (const p of out.points) if (p.expects) expect(Number.isFinite(p.expects.value)).toBe(true);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('Pulls in a log', () => {
  const log = (rows: readonly (readonly [rpm: number, kPa: number])[], dt = 0.1): LogSeries => ({
    timeS: rows.map((_, i) => i * dt),
    rpm: rows.map(([rpm]) => rpm),
    fuelPa: rows.map(() => 3e5),
    manifoldPa: rows.map(([, kPa]) => kPa * 1e3),
  });
  const rise = (from: number, to: number, n = 40, kPa = 50) =>
    Array.from({ length: n }, (_, i) => [from + ((to - from) * i) / (n - 1), kPa] as const);

  test('two gears are two pulls; a closed throttle and a short blip are none', () => {
    const shut = Array.from({ length: 10 }, () => [4000, -60] as const);
    expect(findPulls(log([...rise(3000, 6500), ...shut, ...rise(4500, 6500)]))).toHaveLength(2);
    // Shifted flat: the engine speed falls with the throttle open.
    expect(findPulls(log([...rise(3000, 6500), ...rise(4500, 6500)]))).toHaveLength(2);
    expect(findPulls(log([...shut, ...rise(3000, 6500, 40, -30)]))).toEqual([]);
    expect(findPulls(log([...rise(3000, 6500, 8), ...shut]))).toEqual([]);
    expect(findPulls(log(rise(3000, 3500)))).toEqual([]);
  });

  test('one odd row does not part a pull', () => {
    const rows = rise(3000, 6500).map((r, i) => (i === 20 ? ([r[0], -60] as const) : r));
    expect(findPulls(log(rows))).toHaveLength(1);
  });
});
