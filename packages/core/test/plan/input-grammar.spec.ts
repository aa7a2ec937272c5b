import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob } from '../../src/public/document.ts';
import { typePower } from '../../src/public/edit.ts';
import { recordSheet } from '../../src/public/formats.ts';
import {
  type Dimension,
  DIMENSIONS,
  HP,
  parseQuantities,
  parseQuantity,
  powerPlace,
} from '../../src/public/quantities.ts';
import { sayPower } from '../../src/public/say.ts';
import { applied } from '../support/examples.ts';

/** The page for people is the table of the test: a row that no longer holds fails here. */
const PAGE = readFileSync(resolve(__dirname, '../../../../docs/input.md'), 'utf8');
const rowsOf = (heading: string): string[][] =>
  PAGE.split(`## ${heading}`)[1]!
    .split('\n## ')[0]!
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (?:field|-)/.test(line))
    .map((line) =>
      line
        .slice(1, -1)
        .split('|')
        .map((cell) => cell.trim()),
    );
const UNDERSTOOD = rowsOf('Understood') as [Dimension, string, string][];
const REFUSED = rowsOf('Refused') as [Dimension, string, string, string][];
/** The regulator’s set pressure. */
const RANGE = { min: 50e3, max: 800e3 };

test('the tables are there, and of every dimension the page names', () => {
  expect(UNDERSTOOD.length).toBeGreaterThan(35);
  expect(REFUSED.length).toBeGreaterThan(15);
  for (const [dimension] of [...UNDERSTOOD, ...REFUSED]) expect(DIMENSIONS).toHaveProperty(dimension);
});

test.each(UNDERSTOOD)('%s “%s” is %s', (dimension, typed, is) => {
  const [a, b] = [parseQuantity(dimension, typed, 'us'), parseQuantity(dimension, is, 'us')];
  if (!a.ok || !b.ok) throw new Error(JSON.stringify([a, b]));
  // Conversions in the last column are written to four figures.
  expect(Math.abs(a.value - b.value)).toBeLessThanOrEqual(2e-4 * Math.abs(b.value));
});

test.each(REFUSED)('%s “%s” is refused: %s, offered: %s', (dimension, typed, said, offered) => {
  const read = parseQuantity(dimension, typed, 'us', dimension === 'pressure' ? RANGE : undefined);
  if (read.ok) throw new Error(`understood as ${read.value}`);
  const [first] = read.errors;
  expect(first!.message).toContain(said);
  expect(first!.remedy).not.toBe('');
  expect((first!.meant ?? []).join(' or ')).toBe(offered);
  // A tap is understood as it stands, or says what is still wrong with it.
  for (const tap of first!.meant ?? [])
    expect(parseQuantity(dimension, tap, 'us')).toMatchObject({ ok: !tap.includes('14 in') });
});

const FT = 0.3048;
const IN = 0.0254;

describe('several lengths in one field', () => {
  test.each<readonly [string, readonly number[]]>([
    ['50, 106, 120 in', [50 * IN, 106 * IN, 120 * IN]],
    ['10, 20', [10 * FT, 20 * FT]],
    ['10 ft; 6 m', [10 * FT, 6]],
    ['11 ft 6 in, 20 ft', [11.5 * FT, 20 * FT]],
    ['3, 1/2 in', [3 * IN, 0.5 * IN]],
    ['  ', []],
  ])('“%s”', (text, values) => {
    const read = parseQuantities('length', text, 'us');
    expect(read.ok && read.value).toEqual(values.map((v) => expect.closeTo(v, 9)));
  });

  test('a comma between two digits is asked about, and what is wrong with one is said', () => {
    const read = parseQuantities('length', '50,106', 'us');
    expect(!read.ok && read.errors[0]).toMatchObject({ code: 'COMMA', meant: ['50, 106', '50.106'] });
    const wrong = parseQuantities('length', '10, 200 ft', 'us', { min: 0, max: 30 });
    expect(!wrong.ok && wrong.errors[0]!.code).toBe('OUT_OF_RANGE');
  });
});

describe('power says where it is given', () => {
  test.each<readonly [string, number, 'wheels' | 'crank' | undefined]>([
    ['600 whp', 600, 'wheels'],
    ['600 wheel hp', 600, 'wheels'],
    ['600 hp at the wheels', 600, 'wheels'],
    ['600 RWHP', 600, 'wheels'],
    ['706 crank hp', 706, 'crank'],
    ['480 bhp', 480, 'crank'],
    ['480 hp', 480, undefined],
    ['480', 480, undefined],
  ])('“%s”', (text, hp, place) => {
    const read = parseQuantity('power', text, 'us');
    expect(read.ok && read.value / 745.6998715822702).toBeCloseTo(hp, 6);
    expect(powerPlace(text)).toBe(place);
  });

  test('“600 whp” on a brief at the crank: 706 hp at the crank, the others the same powers as before', () => {
    const doc = fullReturnJob('x');
    const later = applied(doc, [{ op: 'add', path: '/brief/laterPowerW', value: 500 * HP }]);
    const after = applied(later, typePower(later, '/brief/laterPowerW', 600 * HP, '600 whp'));
    expect(after.brief).toMatchObject({ powerBasis: 'wheels', laterPowerW: 600 * HP });
    after.brief.pull.forEach((p, i) => expect(p.powerW / 0.85).toBeCloseTo(doc.brief.pull[i]!.powerW, 6));
    expect(evaluateStates(after).map((s) => s.state.draw)).toEqual(
      evaluateStates(doc).map((s) => expect.closeTo(s.state.draw, 12)),
    );
    const said = sayPower(after.brief, 600 * HP, (_, v) => `${Math.round(v / HP)} hp`);
    expect(said).toBe('600 hp at the wheels (706 hp at the crank)');
    const sheet = recordSheet(after, { runs: [], acceptances: [], revisions: [] }, 'us');
    expect(JSON.stringify(sheet.record[0])).toMatch(/hp at the wheels \(\d+ hp at the crank\)/);
  });
});
