import { describe, expect, test } from '@jest/globals';
import { readPumpCurve } from '../../src/public/formats.ts';
import { PUMPS } from '../../src/public/kinds.ts';
import { table } from '../support/tables.ts';
import { PSI } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

const SI = { pressure: 'kPa', flow: 'L/h', current: 'A' } as const;
const read = (text: string) => readPumpCurve(table(text), 13.5, SI);
const problems = (text: string) => read(text).rows.map((r) => r.problem);

describe('a pump curve from a sheet', () => {
  test('every shipped curve written as a sheet reads back', () => {
    for (const { model } of Object.values(PUMPS)) {
      const { pressures, flows, currents } = model.curve;
      const sheet = [
        'pressure (kPa),flow (L/h),current (A)',
        ...pressures.map((p, i) => `${p / 1e3},${flows[i]! * 3.6e6},${currents[i]}`),
      ].join('\n');
      const { curve, unitsFromHeading } = read(sheet);
      expect(unitsFromHeading).toBe(true);
      curve!.flows.forEach((q, i) => expect(q / flows[i]!).toBeCloseTo(1, 9));
      expect(curve!.pressures).toEqual(pressures.map((p) => expect.closeTo(p, 4)));
    }
  });

  test('units from the heading win; semicolons allow a decimal comma; rows may come in any order; a byte-order mark is nothing', () => {
    const { curve, units } = read('\uFEFFpsi;gph;A\n60;79,3;12,5\n0;105,7;7\n');
    expect(units).toEqual({ pressure: 'psi', flow: 'gph', current: 'A' });
    expect(curve!.pressures[1]! / PSI).toBeCloseTo(60, 4);
    expect(curve!.flows[0]! * 3.6e6).toBeCloseTo(400.1, 0);
    expect(curve!.currents).toEqual([7, 12.5]);
  });

  test('each bad row is marked with its reason, and nothing is handed over until all are mended', () => {
    expect(problems('0,400,7\n300,410,12')[1]).toMatch(/rises from line 1/);
    expect(problems('0,400,7\n0,390,8')[1]).toMatch(/same pressure is in line 1/);
    expect(problems('0,400,7\n300,lots,12')[1]).toMatch(/"lots" is not a number in the flow column/);
    expect(problems('0,400,7\n300')[1]).toMatch(/not a number/);
    expect(problems('0,400,7\n99999,300,12')[1]).toMatch(/check the unit/);
    expect(read('0,400,7\n300,410,12').curve).toBeNull();
    expect(read('0,400,7').problem).toMatch(/At least 2 rows are needed/);
    expect(read('x'.repeat(200_000)).problem).toMatch(/read at most/);
    expect(read(Array.from({ length: 80 }, (_, i) => `${i},${400 - i},7`).join('\n')).problem).toMatch(
      /80 rows/,
    );
  });

  test('whatever is thrown at it, it answers: a curve that falls, or a reason', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const { curve, rows, problem } = read(text);
        if (curve) curve.flows.forEach((q, i) => expect(i === 0 || q <= curve.flows[i - 1]!).toBe(true));
        else expect(problem !== null || rows.some((r) => r.problem !== null)).toBe(true);
      }),
    );
  });
});
