import { describe, expect, test } from '@jest/globals';
import { guessLogColumns, logSeparator, readDriveLog } from '../../src/public/formats.ts';
import { FORMS, madeUpDrive, written, type Form } from '../support/made-up-log.ts';
import { fc } from '../support/sweep.ts';
import { PSI } from '../support/units.ts';

const how = { system: 'us', barometricPa: 101_325, expects: { boostPa: 95e3, referenced: true } } as const;
const rowsOf = (text: string): string[][] => {
  const sign = logSeparator(text);
  return text.split('\n').map((line) => line.split(sign));
};
const read = (form: Form, more: Partial<Parameters<typeof readDriveLog>[1]> = {}) =>
  readDriveLog(rowsOf(written(form)), { ...how, ...more });
const drive = madeUpDrive();

/** The series is the drive, to what the file’s decimals keep. */
function expectDrive({ series, trouble, questions }: ReturnType<typeof readDriveLog>): void {
  expect([trouble, questions]).toEqual([null, []]);
  expect(series!.timeS).toHaveLength(drive.length);
  drive.forEach((d, i) => {
    expect(Math.abs(series!.timeS[i]! - d.t)).toBeLessThan(0.06);
    expect(series!.rpm[i]).toBe(d.rpm);
    expect(Math.abs(series!.fuelPa[i]! - d.fuel)).toBeLessThan(800);
    expect(Math.abs(series!.manifoldPa[i]! - d.map)).toBeLessThan(800);
    expect(Math.abs(series!.volts![i]! - d.volts)).toBeLessThan(0.06);
    expect(Math.abs(series!.lambda![i]! - d.lambda)).toBeLessThan(0.006);
  });
}

describe('one drive in twelve ways of writing it', () => {
  test.each(Object.keys(FORMS))('%s: is read to the same drive without a question', (name) => {
    expectDrive(read(FORMS[name]!));
  });

  test('none passes on wrong units: named wrongly it asks, and the answer reads it right', () => {
    // Headings that say psi over figures in kPa, gauge over absolute: impossible in a car.
    const wrong: readonly (readonly [Form, string, string])[] = [
      [{ ...FORMS['kPa']!, heads: FORMS['kPa']!.heads.with(2, 'Fuel pressure (psi)') }, 'fuelPa', 'kPa'],
      [{ ...FORMS['kPa']!, heads: FORMS['kPa']!.heads.with(3, 'Boost (kPa)') }, 'manifoldPa', 'kPa absolute'],
      [{ ...FORMS['bar']!, heads: FORMS['bar']!.heads.with(3, 'MAP (psi)') }, 'manifoldPa', 'bar absolute'],
    ];
    for (const [form, channel, answer] of wrong) {
      const asked = read(form);
      expect(asked.series).toBeNull();
      expect(asked.questions.map((q) => q.channel)).toEqual([channel]);
      expect(asked.questions[0]!.options.map((o) => o.answer)).toContain(answer);
      expectDrive(read(form, { answers: { [channel]: answer } }));
    }
  });

  test('a rail that does not follow the manifold may be told over it already: asked once', () => {
    const base = FORMS['comma']!;
    const over: Form = { ...base, cells: (d) => base.cells(d).with(2, ((d.fuel - d.map) / PSI).toFixed(1)) };
    const asked = read(over);
    expect(asked.questions.map((q) => [q.channel, q.options.map((o) => o.answer)])).toEqual([
      ['fuelPa', ['psi', 'psi over manifold']],
    ]);
    expectDrive(read(over, { answers: { fuelPa: 'psi over manifold' } }));
    // Where the plan’s regulator does not feel the manifold it is what the plan says.
    expect(read(over, { expects: { boostPa: 95e3, referenced: false } }).questions).toEqual([]);
    // Said in the heading it is not asked.
    expectDrive(read({ ...over, heads: base.heads.with(2, 'Fuel differential (psi)') }));
  });

  test('of two lambdas it is asked which; the pump’s volts are never taken for the controller’s', () => {
    const two: Form = {
      heads: [...FORMS['comma']!.heads.with(5, 'Lambda 1'), 'Lambda 2', 'Lambda target', 'Pump voltage'],
      cells: (d) => [
        ...FORMS['comma']!.cells(d),
        (d.lambda + 0.05).toFixed(2),
        '0.8',
        (d.volts - 0.9).toFixed(1),
      ],
    };
    const asked = read(two);
    expect(asked.questions.map((q) => [q.channel, q.options.map((o) => o.label)])).toEqual([
      ['lambda', ['Lambda 1', 'Lambda 2']],
    ]);
    const answered = read(two, { answers: { lambda: '5' } });
    expectDrive(answered);
    expect(answered.unused).toEqual(['Lambda 2', 'Lambda target', 'Pump voltage']);
    const pumpOnly: Form = { ...two, heads: two.heads.with(4, 'Coolant') };
    expect(read(pumpOnly, { answers: { lambda: '5' } }).series!.volts).toBeUndefined();
  });

  test('a pull alone, its manifold in kPa: the plan’s boost tells absolute from gauge, else it is asked', () => {
    const pull = drive.filter((d) => d.rpm > 2400 && d.map > -20e3);
    const rows = rowsOf(written(FORMS['kPa']!, pull));
    expect(readDriveLog(rows, how).units.manifoldPa).toBe('kPa absolute');
    const { expects: _none, ...blind } = how;
    expect(readDriveLog(rows, blind).questions.map((q) => q.channel)).toEqual(['manifoldPa']);
  });

  test('milliseconds by the rows’ distance, where the heading says nothing', () => {
    expect(read(FORMS['milliseconds']!).units.timeS).toBe('ms');
    expect(read(FORMS['psi']!).units.timeS).toBe('s');
    expect(read(FORMS['clock']!).units.timeS).toBe('clock');
  });
});

describe('a log from a sheet', () => {
  const HEAD = [
    'Time (s)',
    'Engine speed (rpm)',
    'Fuel pressure (psi)',
    'Boost (psi)',
    'Battery (V)',
    'Lambda',
  ];
  const row = (t: number, rpm: number) => [String(t), String(rpm), '58', '14.5', '13.8', '0.82'];

  test('columns are found by their headings, units in the heading or under it', () => {
    expect(guessLogColumns(HEAD)).toEqual({
      timeS: 0,
      rpm: 1,
      fuelPa: 2,
      manifoldPa: 3,
      volts: 4,
      lambda: 5,
    });
    const { series } = readDriveLog([HEAD, row(0, 3000), row(0.1, 3100)], how);
    expect(series!.fuelPa[0]).toBeCloseTo(58 * PSI, 0);
    expect(series!.manifoldPa[1]).toBeCloseTo(14.5 * PSI, 0);
  });

  test('an air-fuel ratio is turned into lambda, an empty cell keeps what was last said, rows come in order', () => {
    const head = ['t', 'RPM', 'Rail pressure psi', 'Boost psi', 'AFR'];
    const { series } = readDriveLog(
      [head, ['1', '3100', '58', '10', ''], ['0', '3000', '58', '10', '11.76']],
      how,
    );
    expect(series!.timeS).toEqual([0, 1]);
    for (const l of series!.lambda!) expect(l).toBeCloseTo(0.8, 3);
    // One that never says anything is not logged.
    const none = readDriveLog([head, ['0', '3000', '58', '10', 'off'], ['1', '3100', '58', '10', '']], how);
    expect(none.series!.lambda).toBeUndefined();
  });

  test('what is missing, no number, or beyond any car is said with its row in the file, never taken', () => {
    expect(readDriveLog([['a', 'b']], how).trouble).toContain('No column for time');
    expect(readDriveLog([HEAD], how).trouble).toContain('No row could be read');
    expect(readDriveLog([], how).trouble).toContain('No row with headings');
    const bad = readDriveLog(
      [
        ['# made up'],
        HEAD,
        row(0, 3000),
        ['1', 'many', '58', '1', '13', '0.8'],
        ['2', '3000', '1e9', '1', '13', '0.8'],
        row(3, 3100),
      ],
      how,
    );
    expect(bad).toMatchObject({ rows: 2, leftOut: 2 });
    expect(bad.why).toBe('row 4: “many” is no engine speed in rpm');
  });

  test('decimal commas with commas between the cells cannot be told apart: refused, with the row', () => {
    const text = written({ ...FORMS['comma']!, comma: true });
    expect(readDriveLog(rowsOf(text), how).trouble).toMatch(
      /^Row 2 has \d+ cells under 6 headings: .*same comma/,
    );
  });

  test('figures that are no rail or no manifold in any unit are refused', () => {
    const base = FORMS['comma']!;
    const flat = (column: number, value: string): Form => ({
      ...base,
      cells: (d) => base.cells(d).with(column, value),
    });
    expect(read(flat(2, '-40')).trouble).toContain('in no unit');
    expect(read(flat(3, '5000')).trouble).toContain('in no unit');
  });

  test('a long log is thinned evenly and says so', () => {
    const rows = Array.from({ length: 20_000 }, (_, i) => row(i / 50, 2000 + (i % 100)));
    const long = readDriveLog([HEAD, ...rows], how);
    expect(long).toMatchObject({ rows: 20_000, everyNth: 4, trouble: null });
    expect(long.series!.timeS).toHaveLength(5000);
  });

  test('any table of text is read, asked about or refused, never thrown over', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('Time', 'RPM', 'Fuel pressure', 'MAP', '1', '1,5', '0:01:02'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 12 }), (rows) => {
        const out = readDriveLog(rows, how);
        expect(
          [out.series !== null, out.trouble !== null, out.questions.length > 0].filter(Boolean),
        ).toHaveLength(1);
      }),
    );
  });
});
