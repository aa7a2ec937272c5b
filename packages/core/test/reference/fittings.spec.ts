import { describe, expect, test } from '@jest/globals';
import { DASH_SIZES, DASH_THREADS, HOSE_KINDS } from '../../src/kinds/plumbing/run/hoses.ts';
import { FACES } from '../../src/kinds/ports/faces.ts';
import { type FaceId, JOINT_RULES, nptHole } from '../../src/public/supply.ts';
import { BOSS_RINGS, NUT_TORQUE, STEEL_NUT_TORQUE } from '../../src/supply/joining/joint-rules.ts';
import { mate } from '../../src/supply/joining/mating.ts';
import { NPT_THREADS } from '../../src/supply/joining/npt.ts';

/**
 * Tables against the named standards, value by value. SAE J514 and J1926 threads, boss rings and SAE 100R14 bend radii are quoted
 * from memory; the torques are those of FAA AC 43.13-1B table 9-2.
 */
describe('tables of the trade', () => {
  test('a dash size is a sixteenth of an inch of tube, with the thread of SAE J514 and J1926 (from memory)', () => {
    const THREADS: Record<number, [number, number]> = {
      3: [0.375, 24],
      4: [0.4375, 20],
      5: [0.5, 20],
      6: [0.5625, 18],
      8: [0.75, 16],
      10: [0.875, 14],
      12: [1.0625, 12],
      16: [1.3125, 12],
    };
    for (const dash of DASH_SIZES) {
      const [diameter, pitch] = DASH_THREADS[dash].split(/-(?=\d+$)/);
      const [whole = '0', part = ''] =
        diameter!.includes('/') && diameter!.includes('-') ? diameter!.split('-') : ['0', diameter!];
      const [over, under] = part.split('/').map(Number);
      expect([Number(whole) + over! / under!, Number(pitch)]).toEqual(THREADS[dash]);
      // The nut goes over the tube: its thread is always larger.
      expect(THREADS[dash]![0]).toBeGreaterThan(dash / 16);
    }
  });

  test('boss rings are the 900 series, by the dash size (SAE J1926, from memory)', () => {
    for (const dash of DASH_SIZES) expect(BOSS_RINGS[dash]).toBe(`-9${String(dash).padStart(2, '0')}`);
  });

  test('torque of flared tube nuts, lbf·in: AC 43.13-1B table 9-2', () => {
    expect(NUT_TORQUE).toEqual({
      3: [30, 40],
      4: [40, 65],
      5: [60, 80],
      6: [75, 125],
      8: [150, 250],
      10: [200, 350],
      12: [300, 500],
      16: [500, 700],
    });
    expect(STEEL_NUT_TORQUE).toEqual({
      3: [90, 100],
      4: [135, 150],
      5: [180, 200],
      6: [270, 300],
      8: [450, 500],
      10: [650, 700],
      12: [900, 1000],
      16: [1200, 1400],
    });
    expect(JOINT_RULES.cone.tighten(FACES['flare-8-f'], false)).toContain('150–250 lbf·in');
    expect(JOINT_RULES.cone.tighten(FACES['flare-6-f'], true)).toContain('270–300 lbf·in, steel on steel');
  });

  test('least bend radii of PTFE hose, mm: SAE 100R14 (from memory)', () => {
    const radii = HOSE_KINDS.ptfe.bendRadii;
    expect(DASH_SIZES.map((d) => Math.round(radii[d]! * 1000))).toEqual([
      38, 51, 76, 102, 133, 165, 197, 229,
    ]);
  });

  test('NPT threads an inch: ASME B1.20.1', () => {
    const pitch = (size: string) => Number(/-(\d+) NPT/.exec(FACES[`npt-${size}-m` as FaceId].thread!)![1]);
    expect(['1/16', '1/8', '1/4', '3/8', '1/2', '3/4'].map(pitch)).toEqual([27, 27, 18, 18, 14, 14]);
  });
});

describe('taper threads, ASME B1.20.1 (from memory)', () => {
  test('tap drills, hand engagement and the next size up, value by value', () => {
    const rows = Object.entries(NPT_THREADS).map(([size, t]) => [
      size,
      t.drillIn,
      t.reamedIn,
      t.handIn,
      t.repair,
    ]);
    expect(rows).toEqual([
      ['1/16', 0.242, 0.234, 0.16, '1/8'],
      ['1/8', 0.332, 0.3281, 0.1615, '1/4'],
      ['1/4', 0.4375, 0.4219, 0.2278, '3/8'],
      ['3/8', 0.5625, 0.5625, 0.24, '1/2'],
      ['1/2', 0.7031, 0.6875, 0.32, '3/4'],
      ['3/4', 0.9063, 0.8906, 0.339, '1'],
    ]);
    // Never the straight-pipe drills that are often printed: 11/32, 37/64, 23/32 cut the hole too large.
    expect(NPT_THREADS['1/8'].drillIn).toBeLessThan(11 / 32);
    expect(NPT_THREADS['3/8'].drillIn).toBeLessThan(37 / 64);
    expect(NPT_THREADS['1/2'].drillIn).toBeLessThan(23 / 32);
    // The drill named is the drill in figures.
    for (const { drill, drillIn, reamedDrill, reamedIn } of Object.values(NPT_THREADS))
      for (const [name, inches] of [
        [drill, drillIn],
        [reamedDrill, reamedIn],
      ] as const) {
        const [over, under] = name.split('/').map(Number);
        const said = under ? over! / under : Number(/\((\.\d+)\)/.exec(name)![1]);
        expect(said).toBeCloseTo(inches, 4);
      }
  });

  test('3/8 goes in 4.3 turns by hand; a thin tank wall holds too few, half an inch enough', () => {
    expect(nptHole('3/8', 0.0127).handTurns).toBeCloseTo(4.3, 1);
    expect(nptHole('1/8', 0.0015)).toMatchObject({ tooThin: true });
    for (const size of ['1/16', '1/8', '1/4', '3/8', '1/2', '3/4'] as const)
      expect(nptHole(size, 0.0127).tooThin).toBe(false);
  });
});

describe('what goes on what', () => {
  const refused = (a: FaceId, b: FaceId) => {
    const met = mate(a, b);
    return met.ok ? met : { code: met.code, reason: met.reason };
  };

  test('a bare flare fitting in a boss screws in and leaks: refused with the reason', () => {
    expect(refused('flare-8-m', 'orb-8-f')).toMatchObject({ code: 'NO_SEAT' });
    expect(JSON.stringify(refused('orb-8-f', 'flare-8-m'))).toContain('O-ring');
  });

  test.each([
    ['flare-6-m', 'flare-8-f', 'UNLIKE_THREAD'],
    ['npt-1/4-m', 'orb-6-f', 'TAPER_IN_STRAIGHT'],
    ['npt-1/8-m', 'flare-4-f', 'TAPER_IN_STRAIGHT'],
    ['quick-3/8-m', 'quick-10 mm-f', 'QUICK_SIZE'],
    ['flare-8-f', 'flare-8-f', 'SAME_GENDER'],
    ['metric-M14×1.5-m', 'metric-M16×1.5-f', 'UNLIKE_THREAD'],
    ['hose-6', 'flare-6-m', 'BARE_HOSE'],
    ['barb-6', 'hose-8', 'UNLIKE_THREAD'],
    ['quick-3/8-f', 'orb-6-f', 'UNLIKE'],
    ['metric-M14×1.5-m', 'flare-6-f', 'LOOK_ALIKE'],
    ['metric-M14×1.5-m', 'orb-6-f', 'LOOK_ALIKE'],
    ['metric-M10×1-m', 'orb-3-f', 'LOOK_ALIKE'],
    ['flare-8-m', 'metric-M14×1.5-f', 'UNLIKE_THREAD'],
    ['orb-8-f', 'flare-8-f', 'SAME_GENDER'],
  ] as const)('%s and %s: %s', (a, b, code) => {
    expect(refused(a, b)).toMatchObject({ code });
    expect(refused(b, a)).toMatchObject({ code });
  });

  test('threads that look alike are told with both sizes, from the thread itself', () => {
    // 9/16 in is 14.29 mm, 18 an inch are 1.41 mm apart; 1/4 NPT is 0.540 in outside, 18 an inch (ASME B1.20.1).
    expect(refused('metric-M14×1.5-m', 'orb-6-f')).toMatchObject({
      reason:
        'the threads look alike: M14×1.5 is 14.00 mm at 1.50 mm pitch, 9/16-18 is 14.29 mm at 1.41 mm pitch: it starts by hand, then strips or leaks',
    });
    expect(JSON.stringify(refused('npt-1/4-m', 'orb-6-f'))).toContain('1/4-18 NPT is 13.72 mm at 1.41 mm');
    expect(JSON.stringify(refused('npt-1/2-m', 'orb-4-f'))).not.toContain('alike');
    expect(refused('flare-8-f', 'orb-8-f')).toMatchObject({
      reason: 'both are female (-8 flare, -8 O-ring boss): an adapter goes between',
    });
  });

  test.each([
    ['flare-8-m', 'flare-8-f', 'cone'],
    ['orb-8-m', 'orb-8-f', 'o-ring'],
    ['npt-1/8-m', 'npt-1/8-f', 'taper'],
    ['metric-M14×1.5-m', 'metric-M14×1.5-f', 'washer'],
    ['quick-5/16-m', 'quick-5/16-f', 'snap'],
    ['barb-6', 'hose-6', 'clamp'],
  ] as const)('%s and %s: a joint sealed by its %s', (a, b, joint) => {
    expect(mate(a, b)).toEqual({ ok: true, joint });
  });

  test('what must never be done stands at the joint: tape on a flare or a boss, a used gasket, glue on NPT', () => {
    expect(JOINT_RULES.cone.never).toContain('tape');
    expect(JOINT_RULES['o-ring'].never).toContain('tape');
    expect(JOINT_RULES.washer.never).toContain('used');
    expect(JOINT_RULES.snap.never).toContain('one-time');
    expect(JOINT_RULES.taper.never).toContain('glue');
  });
});
