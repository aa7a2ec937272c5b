import { describe, expect, test } from '@jest/globals';
import { type Dimension, DIMENSIONS, farOff, parseQuantity } from '../../src/public/quantities.ts';
import { fc } from '../support/sweep.ts';

const FT = 0.3048;
const IN = 0.0254;
const PSI = 6894.757293168;

/** What people type and what it is understood as, SI. */
const UNDERSTOOD: readonly (readonly [Dimension, string, number])[] = [
  ['length', '11 ft 6 in', 11.5 * FT],
  ['length', '11 ft 6', 11.5 * FT],
  ['length', '11ft6in', 11.5 * FT],
  ['length', '11-6', 11.5 * FT],
  ['length', '11-6 1/2', 11 * FT + 6.5 * IN],
  ['length', '11-1/2 in', 11.5 * IN],
  ['length', '11\' 6"', 11.5 * FT],
  ['length', "11'6", 11.5 * FT],
  ['length', '11′ 6½″', 11 * FT + 6.5 * IN],
  ['length', '-1 ft 6 in', -1.5 * FT],
  ['length', '−1 ft 6 in', -1.5 * FT],
  ['length', '- 2 in', -2 * IN],
  ['length', '1 1/2 in', 1.5 * IN],
  ['length', '3/8 in', 0.375 * IN],
  ['length', '½ in', 0.5 * IN],
  ['length', '1 m 20 cm', 1.2],
  ['length', '11', 11 * FT],
  ['tape', '11', 11 * IN],
  ['tape', '14 1/4', 14.25 * IN],
  ['tape', '1 ft 2', 14 * IN],
  ['amps', '30A', 30],
  ['amps', '1,200 A', 1200],
  ['amps', '10.5', 10.5],
  ['volts', '.5 V', 0.5],
  ['pressure', '58 psi', 58 * PSI],
  ['pressure', '4 bar', 4e5],
  ['pressure', '-3 psi', -3 * PSI],
  ['pressure', '58 lb/in2', 58 * PSI],
  ['pressure', '20 inHg', 20 * 3386.389],
  ['pressure', '20 inHg vacuum', -20 * 3386.389],
  ['pressure', '-20 inHg vac', -20 * 3386.389],
  ['pressure', '-20 inHg', -20 * 3386.389],
  ['pressure', '1,200', 1200 * PSI],
  ['winding', '0.8', 0.8],
  ['resistance', '0.8', 0.0008],
  ['bore', '5/16', (5 / 16) * IN],
  ['length', '5/16', (5 / 16) * IN],
  ['injectorFlow', '80 lb/hr', (80 * 10.5e-6) / 60],
  ['fraction', 'E70', 0.7],
  ['fraction', 'e85', 0.85],
  ['temperature', '-40 °C', 233.15],
  ['temperature', '104 F', 313.15],
  ['flow', '340 cm3/min', 340e-6 / 60],
  ['flow', '1.5e-4 m3/s', 1.5e-4],
  ['fraction', '85', 0.85],
  ['fraction', '85 %', 0.85],
  ['fraction', '0.85%', 0.0085],
  ['fraction', '0', 0],
  ['time', '1 h 20 min', 4800],
  ['time', '2 min 30 s', 150],
];

/** What is refused, what is said to have been understood, and the meaning offered. */
const REFUSED: readonly (readonly [Dimension, string, string, RegExp, RegExp])[] = [
  ['pressure', '43,5', 'COMMA', /two ways/, /"43\.5 psi" or "435 psi"/],
  ['winding', '0,8', 'COMMA', /two ways/, /"0\.8 Ω"/],
  ['length', '31', 'WHICH_UNIT', /31 in or 31 ft/, /./],
  ['tape', '400', 'WHICH_UNIT', /400 in or 400 ft/, /./],
  ['length', '11 6', 'TWO_NUMBERS', /11 and 6/, /"11 ft 6 in"/],
  ['length', '11 ft 14 in', 'TWO_NUMBERS', /11 ft and 14 in/, /./],
  ['length', '11.5 ft 6 in', 'TWO_NUMBERS', /11\.5 ft and 6 in/, /./],
  ['length', '1 ft 2 ft', 'TWO_NUMBERS', /1 ft and 2 ft/, /./],
  ['length', '1 ft 6 in 3', 'TWO_NUMBERS', /1 ft and 6 in and 3/, /./],
  ['length', '1 ft -6 in', 'NOT_A_NUMBER', /-6 in/, /such as/],
  ['amps', '10 5', 'TWO_NUMBERS', /10 and 5/, /"10\.5 A" or "105 A"/],
  ['amps', '10-5', 'TWO_NUMBERS', /10 and 5/, /"10\.5 A"/],
  ['pressure', '58 psi 2 bar', 'TWO_NUMBERS', /58 psi and 2 bar/, /./],
  ['pressure', 'abc', 'NOT_A_NUMBER', /"abc" is not a pressure/, /"58 psi"/],
  ['pressure', '58 furlongs', 'UNKNOWN_UNIT', /"furlongs"/, /psi, kPa/],
  ['pressure', '58 psi!', 'NOT_A_NUMBER', /!/, /./],
  ['pressure', '1e999', 'NOT_A_NUMBER', /finite/, /./],
  ['pressure', '1/0', 'NOT_A_NUMBER', /finite/, /./],
  ['pressure', '', 'EMPTY', /Nothing/, /./],
  ['pressure', '--3', 'NOT_A_NUMBER', /./, /./],
  ['fraction', '0.85', 'SHARE', /0\.85 percent/, /"85%".*"0\.85%"/],
  ['fraction', '.1', 'SHARE', /0\.1 percent/, /"10%"/],
  ['volts', '12v4', 'TWO_NUMBERS', /12 V and 4/, /"12\.4 V"/],
];

describe('what people type in a field', () => {
  test.each(UNDERSTOOD)('%s “%s” is understood', (dimension, typed, si) => {
    const read = parseQuantity(dimension, typed, 'us');
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect(read.value).toBeCloseTo(si, 9);
  });

  test.each(REFUSED)(
    '%s “%s” is refused (%s), with what was understood and what was meant',
    (dimension, typed, code, message, remedy) => {
      const read = parseQuantity(dimension, typed, 'us');
      expect(read).toMatchObject({ ok: false, errors: [{ code }] });
      if (read.ok) return;
      expect(read.errors[0]!.message).toMatch(message);
      expect(read.errors[0]!.remedy).toMatch(remedy);
    },
  );

  test('no text of digits, signs, units and blanks is ever added up: it is one number, a known pair, or refused', () => {
    const piece = fc.constantFrom(
      '1',
      '10',
      '5',
      '.',
      ',',
      '-',
      ' ',
      '/',
      'ft',
      'in',
      'psi',
      'A',
      '%',
      "'",
      '"',
      'e3',
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(DIMENSIONS) as Dimension[])),
        fc.array(piece, { maxLength: 7 }),
        (dimension, pieces) => {
          const typed = pieces.join('');
          const read = parseQuantity(dimension, typed, 'us');
          if (!read.ok) return expect(read.errors[0]!.remedy.length).toBeGreaterThan(3);
          expect(Number.isFinite(read.value)).toBe(true);
          const groups = typed.match(/\d[\d.,/]*(?:e\d+)?/g) ?? [];
          if (groups.length > 1)
            expect(['length', 'tape', 'time', 'bore']).toContain(dimensionOf(dimension, typed));
        },
      ),
      { numRuns: 3000 },
    );
  });
});

/** A whole and a fraction ("1 1/2") is one number in any dimension. */
const dimensionOf = (dimension: Dimension, typed: string): string =>
  /\d+[ -]\d+\/\d+/.test(typed) ? 'length' : dimension;

describe('a figure a thousand times off what is expected', () => {
  test('is asked about, with the figure that was probably meant and the one that was typed', () => {
    const asked = farOff('winding', '0.8 mohm', 0.0008, 0.9, 'us');
    expect(asked && !asked.ok && asked.errors[0]!.meant).toEqual(['0.8 Ω', '0.8 mohm']);
    expect(farOff('volts', '12000', 12_000, 12.4, 'us')).toBeDefined();
  });

  test('is no business of this where it is near, or where nothing is expected', () => {
    for (const value of [0.1, 0.9, 3, 200]) expect(farOff('winding', 'x', value, 0.9, 'us')).toBeUndefined();
    expect(farOff('volts', '0', 0, 12.4, 'us')).toBeUndefined();
    expect(farOff('volts', '5', 5, 0, 'us')).toBeUndefined();
  });
});
