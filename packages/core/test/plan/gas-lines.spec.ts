import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PATTERNS } from '../../src/public/document.ts';
import { gasLines, RUN_KINDS, TEST_ORDER, WET_TESTS, type WetRow } from '../../src/public/prove.ts';
import { heldLines } from '../../src/public/supply.ts';

const job = (pattern: string) => PATTERNS.find((p) => p.id === pattern)!.job('x');
const lines = heldLines(job('full-return'));
const row = (over: Partial<WetRow>): WetRow => ({
  run: 'prime',
  kind: 'measured',
  payload: {},
  takenAt: 0,
  lines: ['feed', 'return', 'rail'],
  ...over,
});
const dryOf = (...rows: WetRow[]) => gasLines(lines, rows).dry.map((l) => l.id);

describe('the order of the tests', () => {
  test('wiring and gas while the lines are dry, then fuel: prime, the joints, the hold, the readings', () => {
    const at = (kind: (typeof TEST_ORDER)[number]) => TEST_ORDER.indexOf(kind);
    const order = [
      'dry-test',
      'gas-hold',
      'prime',
      'joint-walk',
      'liquid-hold',
      'base-pressure',
      'drive-log',
    ] as const;
    expect(order.map(at)).toEqual(order.map(at).toSorted((a, b) => a - b));
    expect([...TEST_ORDER, 'build'].toSorted()).toEqual([...RUN_KINDS].toSorted());
    // All that is dry comes before all that is wet.
    expect(TEST_ORDER.findIndex((k) => WET_TESTS.includes(k))).toBe(TEST_ORDER.length - WET_TESTS.length);
  });
});

describe('lines a gas hold may be made of', () => {
  test('all new ones before fuel; none after a reading with fuel; a line that came later stays open', () => {
    expect(dryOf()).toEqual(['feed', 'return', 'rail']);
    expect(
      dryOf(row({ run: 'dry-test', kind: 'dry-row' }), row({ run: 'gas-hold', kind: 'pressure' })),
    ).toHaveLength(3);
    expect(dryOf(row({}))).toEqual([]);
    expect(dryOf(row({ lines: ['feed', 'rail'] }))).toEqual(['return']);
    // Not known which lines it had then: any may be one.
    expect(dryOf(row({ lines: null }))).toEqual([]);
  });

  test('a joint ticked by mistake and unticked is no fuel, nor is a sign-off of nothing; a corrected figure is', () => {
    const look = (result: string, takenAt: number, jointId = 'a') =>
      row({ run: 'joint-walk', kind: 'joint', payload: { jointId, result }, takenAt });
    expect(dryOf(look('dry', 0), look('open', 1))).toHaveLength(3);
    expect(dryOf(look('dry', 0), look('open', 1), look('leak', 2, 'b'))).toEqual([]);
    expect(dryOf(row({ kind: 'sign-off', payload: { verdict: 'incomplete' } }))).toHaveLength(3);
    expect(dryOf(row({ kind: 'sign-off', payload: { verdict: 'pass' } }))).toEqual([]);
  });

  test('names the first test that had fuel in the line; only what came before counts where a time is given', () => {
    const rows = [row({ run: 'running', takenAt: 9 }), row({ run: 'prime', takenAt: 5, lines: ['feed'] })];
    const { wet } = gasLines(lines, rows);
    expect(wet.find((w) => w.line.id === 'feed')!.since).toEqual({ run: 'prime', at: 5 });
    expect(wet.find((w) => w.line.id === 'rail')!.since).toEqual({ run: 'running', at: 9 });
    expect(gasLines(lines, rows, 9).dry.map((l) => l.id)).toEqual(['return', 'rail']);
    expect(gasLines(lines, rows, 5).dry).toHaveLength(3);
  });

  test('a line that was in the car has held fuel', () => {
    for (const pattern of PATTERNS) {
      const doc = job(pattern.id);
      const { dry, wet } = gasLines(heldLines(doc), []);
      const existing = Object.entries(doc.plumbing.elements).flatMap(([id, e]) =>
        e.kind === 'run' && e.existing ? [id] : [],
      );
      expect(dry.some((l) => existing.includes(l.id))).toBe(false);
      expect(wet.map((w) => w.line.id)).toEqual(expect.arrayContaining(existing));
      expect(wet.every((w) => w.since === null)).toBe(true);
    }
  });

  test('another reading never makes a line dry', () => {
    const any = fc.array(
      fc.record({
        run: fc.constantFrom(...RUN_KINDS),
        kind: fc.constantFrom('measured', 'pressure', 'sign-off'),
        takenAt: fc.integer({ min: 0, max: 99 }),
        lines: fc.option(fc.subarray(['feed', 'return', 'rail'])),
        payload: fc.constant({}),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(any, any, (some, more) => {
        const before = dryOf(...some);
        expect(before).toEqual(expect.arrayContaining(dryOf(...some, ...more)));
      }),
    );
  });
});
