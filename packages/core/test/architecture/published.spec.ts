import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fullReturnJob } from '../../src/public/document.ts';
import {
  checkJob,
  checkSchema,
  fieldAt,
  formAt,
  jobSchema,
  labelAt,
  valueAt,
  valueCalled,
} from '../../src/public/formats.ts';
import { startingJobs, withField } from '../support/random-documents.ts';

const docs = (name: string): unknown =>
  JSON.parse(readFileSync(join(__dirname, '../../../../docs', name), 'utf8'));

test('the published schemas are the ones the program reads and writes by', () => {
  expect(docs('job.schema.json')).toEqual(JSON.parse(JSON.stringify(jobSchema())));
  expect(docs('check.schema.json')).toEqual(JSON.parse(JSON.stringify(checkSchema())));
});

describe('a field is found whatever kind of part stands there', () => {
  const doc = fullReturnJob('x');
  test.each([
    ['/plumbing/elements/feed/lengthM', 'Length', 'length', 0.0095, 30],
    ['/wiring/circuits/pump-circuit/segments/fuse/ratingA', 'Fuse rating', 'amps', 1, 300],
    ['/brief/pull/0/rpm', 'Engine speed', 'engineSpeed', 500, 20_000],
    ['/brief/electrical/crankingA', 'Starter takes', 'amps', 20, 2000],
    ['/plumbing/elements/pump/curve/flows/3', 'Flow', 'flow', 0, 2e-3],
  ] as const)('%s', (pointer, label, dimension, min, max) => {
    expect(fieldAt(doc, pointer)).toMatchObject({ label, dimension, min, max });
  });

  test('and what is no number, or not there, has none; a choice has its name all the same', () => {
    expect(fieldAt(doc, '/plumbing/elements/feed/name')).toBeUndefined();
    expect(fieldAt(doc, '/no/such/place')).toBeUndefined();
    expect(labelAt(doc, '/plumbing/elements/feed/hose')).toBe('Hose or tube');
    expect(labelAt(doc, '/wiring/circuits/pump-circuit/feed')).toBe('Order of the feed');
  });

  test('every number of every pattern and demo job has a label, a range it keeps to, and a refusal that says both', () => {
    const nameless: string[] = [];
    for (const [id, job] of startingJobs())
      for (const [pointer, value] of numbersIn(job)) {
        const field = fieldAt(job, pointer);
        if (!field) nameless.push(`${id} ${pointer}`);
        else {
          expect(value).toBeGreaterThanOrEqual(field.min);
          expect(value).toBeLessThanOrEqual(field.max);
          const checked = checkJob(withField(job, pointer.slice(1).split('/'), field.max * 2 + 1));
          const errors = checked.ok ? [] : checked.errors.filter((e) => e.field === pointer);
          expect([pointer, errors[0]?.message]).toEqual([pointer, expect.stringContaining(field.label)]);
        }
      }
    // Sizes by number are choices; what a source was said of repeats a figure.
    expect(nameless.filter((n) => !/\/(dash|version|\w+From\/value)$/.test(n))).toEqual([]);
  });
});

describe('what can be asked of a part', () => {
  const asked = [...startingJobs()].flatMap(([id, job]) =>
    [...thingsIn(job)].map((at) => [id, job, at] as const),
  );

  test('every part of every pattern and demo job is asked in the words of a shop, and what stands there is an answer', () => {
    expect(asked.length).toBeGreaterThan(400);
    for (const [id, job, at] of asked) {
      const form = formAt(job, at);
      expect([id, at, form[0]?.label]).toEqual([id, at, 'Name']);
      const thing = valueAt(job, at) as Record<string, unknown>;
      for (const field of form) {
        expect(field.label).toMatch(/^[A-Z]/);
        const value = thing[field.key];
        if (field.as !== 'choice' || value === undefined) continue;
        expect(field.options.map((o) => o.value)).toContain(value);
        // No option shows a key of the file: "engine-bay".
        for (const { label } of field.options) expect(label).not.toMatch(/^[a-z]+-[a-z]+(-[a-z]+)*$/);
      }
    }
  });

  test('a number that may be left out says what that means', () => {
    const silent = asked.flatMap(([, job, at]) =>
      formAt(job, at).flatMap((f) => (f.as === 'number' && f.optional && !f.field.absent ? [f.label] : [])),
    );
    expect(silent).toEqual([]);
  });

  test('and begins at a figure of its own: never at the least a part may have', () => {
    const begin = asked.flatMap(([, job, at]) =>
      formAt(job, at).flatMap((f) =>
        f.as === 'number' && f.optional && f.field.usual === undefined ? [f.key] : [],
      ),
    );
    // These two begin at what the rest of the part says: the size's bore, the base pressure.
    expect([...new Set(begin)].sort()).toEqual(['boreM', 'setPa']);
  });

  test('values are said as the form says them; what has no words of its own has none', () => {
    const doc = fullReturnJob('x');
    expect(valueCalled(doc, '/plumbing/elements/feed/dash', 6)).toBe('-6');
    expect(valueCalled(doc, '/plumbing/elements/regulator/referenced', false)).toBe('open to air');
    expect(valueCalled(doc, '/plumbing/elements/feed/name', 'Feed')).toBeUndefined();
    expect(formAt(doc, '/no/such/place')).toEqual([]);
    expect(formAt(doc, '/plumbing/elements/feed/name')).toEqual([]);
  });
});

/** Places of parts, pieces, loads and drawn parts. */
function* thingsIn(value: unknown, at = ''): Generator<string> {
  if (typeof value !== 'object' || value === null) return;
  if ('kind' in value && 'name' in value) yield at;
  for (const [key, inside] of Object.entries(value)) yield* thingsIn(inside, `${at}/${key}`);
}

function* numbersIn(value: unknown, at = ''): Generator<readonly [string, number]> {
  if (typeof value === 'number') yield [at, value];
  else if (typeof value === 'object' && value !== null)
    for (const [key, inside] of Object.entries(value)) yield* numbersIn(inside, `${at}/${key}`);
}
