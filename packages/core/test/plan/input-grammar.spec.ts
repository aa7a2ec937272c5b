import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { type Dimension, DIMENSIONS, parseQuantity } from '../../src/public/quantities.ts';

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
