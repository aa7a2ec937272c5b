import { describe, expect, test } from '@jest/globals';
import {
  type Dimension,
  DIMENSIONS,
  editText,
  fieldText,
  formatDifference,
  formatQuantity,
  parseQuantity,
  rangeWords,
  roundLimit,
  shownUnit,
  UNIT_SYSTEMS,
} from '../../src/public/quantities.ts';
import { gasLimit as gasLimitOf } from '../../src/public/prove.ts';
import { fc } from '../support/sweep.ts';

describe('units', () => {
  const dimensions = Object.keys(DIMENSIONS) as Dimension[];

  test('what the edit field shows reads back as the same value', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...dimensions),
        fc.constantFrom('us' as const, 'metric' as const),
        fc.double({ min: 1e-3, max: 1e6, noNaN: true }),
        (dimension, system, value) => {
          const back = parseQuantity(dimension, editText(dimension, value, system), system);
          // Degrees have an offset: near absolute zero only the difference means something.
          expect(
            back.ok && Math.abs(back.value - value) / Math.max(value, dimension === 'temperature' ? 1 : 0),
          ).toBeLessThan(1e-7);
        },
      ),
    );
  });

  test('what is to spare is what a person gets from the two figures shown', () => {
    const number = (text: string) => Number(text.replace('−', '-').replace(/[^\d.-]/g, ''));
    fc.assert(
      fc.property(
        fc.constantFrom(
          'pressure' as const,
          'flow' as const,
          'volts' as const,
          'amps' as const,
          'fraction' as const,
        ),
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        (dimension, system, a, b) => {
          const scale = dimension === 'pressure' ? 1 : 1e-4;
          const [x, y] = [a * scale, b * scale].map((v) => number(formatQuantity(dimension, v, system).text));
          const said = number(formatDifference(dimension, a * scale, b * scale, system));
          expect(Math.abs(said - Math.abs(x! - y!))).toBeLessThan(
            1e-6 * Math.max(1, Math.abs(x!), Math.abs(y!)),
          );
        },
      ),
    );
    expect(formatDifference('pressure', NaN, 1, 'us')).toBe('–');
    expect(formatDifference('length', 1, 0.5, 'us')).toBe('1 ft 7 5/8 in');
  });

  // A length is told to the eighth of an inch at best, a bore to the thousandth.
  test('a field at rest reads what was typed, or what an instrument would show of it, never next to nothing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...dimensions),
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.double({ min: 1e-4, max: 1e6, noNaN: true }),
        (dimension, system, value) => {
          const back = parseQuantity(dimension, fieldText(dimension, value, system), system);
          const step =
            { length: 0.0254 / 8, tape: 0.0254 / 8, bore: 0.0254 / 2000, temperature: 0.5 }[
              dimension as string
            ] ?? 0;
          expect(back.ok && Math.abs(back.value - value)).toBeLessThanOrEqual(
            1.000001 * Math.max(0.021 * value, step),
          );
        },
      ),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999 }), fc.integer({ min: 0, max: 4 }), (n, places) => {
        const typed = `${n / 10 ** places} psi`;
        const read = parseQuantity('pressure', typed, 'us');
        expect(read.ok && fieldText('pressure', read.value, 'us')).toBe(typed);
      }),
    );
  });

  test.each([
    ['pressure', 400e3, 'us', '58 psi'],
    ['pressure', 402e3, 'us', '58.5 psi'],
    ['pressure', 91.2e3, 'us', '13.2 psi'],
    ['pressure', 402e3, 'metric', '402 kPa'],
    ['manifold', -68_000, 'us', '20 inHg vacuum'],
    ['length', 4.5, 'us', '14 ft 9 1/4 in'],
    ['temperature', 313.15, 'us', '104 °F'],
    ['bore', 0.000_15, 'metric', '0.15 mm'],
    ['bore', 0.007_937_5, 'metric', '7.94 mm'],
    ['volts', 13.456_789, 'us', '13.46 V'],
    ['amps', 12.345_678, 'us', '12.3 A'],
    ['pressure', 20, 'us', '0.0029 psi'],
  ] as const)('%s %d in %s at rest: %s', (dimension, value, system, text) => {
    expect(fieldText(dimension, value, system)).toBe(text);
  });

  test.each([
    ['pressure', '58 psi', 399_896],
    ['pressure', '4 bar', 400e3],
    ['pressure', '-10 psi', -68_947.6],
    ['length', '11 ft 6 in', 3.5052],
    ['length', `11' 6"`, 3.5052],
    ['length', '5 1/2 in', 0.1397],
    ['length', '1-1/2 in', 0.0381],
    ['flow', '312 L/h', 312e-3 / 3600],
    ['flow', '5 gpm', 3.1545e-4],
    ['amps', '30A', 30],
    ['power', '1,200 hp', 894_840],
    ['temperature', '176 °F', 353.15],
    ['fraction', '60%', 0.6],
    ['bore', '5/16 in', 0.0079375],
  ] as const)('%s "%s"', (dimension, typed, si) => {
    const read = parseQuantity(dimension, typed, 'us');
    expect(read.ok && read.value / si).toBeCloseTo(1, 4);
  });

  test.each([
    ['pressure', '', 'EMPTY'],
    ['pressure', 'lots', 'NOT_A_NUMBER'],
    ['pressure', '58 furlongs', 'UNKNOWN_UNIT'],
    ['length', '4 ft x', 'NOT_A_NUMBER'],
    ['length', 'x 4 ft', 'NOT_A_NUMBER'],
    ['power', '1e999', 'NOT_A_NUMBER'],
  ] as const)('refuses %s "%s" with a remedy', (dimension, typed, code) => {
    const read = parseQuantity(dimension, typed, 'us');
    expect(read).toMatchObject({ ok: false, errors: [{ code }] });
    expect(!read.ok && read.errors[0]!.remedy).toMatch(/\w/);
  });

  test('out of range names the range in the unit shown', () => {
    const read = parseQuantity('pressure', '900 psi', 'us', { min: 50e3, max: 800e3 });
    expect(!read.ok && read.errors[0]!.limit).toBe('7.3 to 116 psi');
  });

  test('shows tape lengths, true minus signs and dashes for nothing', () => {
    expect(formatQuantity('length', 3.5052, 'us').text).toBe('11 ft 6 in');
    expect(formatQuantity('pressure', -68_947.57, 'us').text).toBe('−10.0 psi');
    expect(formatQuantity('pressure', NaN, 'us').text).toBe('–');
    expect(formatQuantity('fraction', 0.15, 'metric').text).toBe('15%');
    expect(formatQuantity('pressure', -1e-9, 'metric').text).toBe('0.0 kPa');
  });
});

describe('a limit typed as it is shown', () => {
  test('is taken, in every unit and both systems, and what is past the limit by a twentieth is refused', () => {
    const some = ['pressure', 'length', 'tape', 'flow', 'volts', 'temperature', 'power', 'amps'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...some),
        fc.constantFrom('us' as const, 'metric' as const),
        fc.double({ min: 1, max: 5e5, noNaN: true }),
        (dimension, system, size) => {
          // A range of this size in what the unit counts.
          const one = shownUnit(dimension, system);
          const [min, max] = [size * 0.13, size * 0.97].map((v) => v * one.factor + (one.offset ?? 0));
          const range = { min: min!, max: max! };
          const words = rangeWords(dimension, range, system);
          for (const end of ['least', 'most'] as const) {
            const shown = roundLimit(dimension, end === 'least' ? range.min : range.max, end, system);
            const read = parseQuantity(dimension, shown.replace('−', '-'), system, range);
            expect([words, shown, read.ok]).toEqual([words, shown, true]);
            if (read.ok) {
              expect(read.value).toBeGreaterThanOrEqual(range.min - 1e-9);
              expect(read.value).toBeLessThanOrEqual(range.max + 1e-9);
            }
          }
          const past = parseQuantity(dimension, `${size * 1.05} ${one.symbol}`, system, range);
          // Degrees have an offset: a twentieth of a few of them is no difference.
          if (dimension !== 'temperature') expect(past.ok).toBe(false);
          // No figure with more digits than a person reads off.
          for (const figure of size < 1000 ? (words.match(/[\d.,]+/g) ?? []) : [])
            expect(figure.replace(/[.,]/g, '').replace(/^0+|0+$/g, '').length).toBeLessThanOrEqual(4);
        },
      ),
    );
    expect(rangeWords('length', { min: 0.0095, max: 30 }, 'us')).toBe('3/8 in to 98 ft');
    expect(rangeWords('temperature', { min: 233.15, max: 523.15 }, 'us')).toBe('−40 to 482°F');
    expect(roundLimit('pressure', gasLimitOf('technician', 'us'), 'most', 'us')).toBe('15 psi');
    expect(roundLimit('pressure', gasLimitOf('lead', 'us'), 'most', 'us')).toBe('30 psi');
    expect(roundLimit('pressure', gasLimitOf('lead', 'metric'), 'most', 'metric')).toBe('200 kPa');
    expect(parseQuantity('fraction', '95%', 'us', { min: 0, max: 0.95 })).toEqual({ ok: true, value: 0.95 });
  });
});
