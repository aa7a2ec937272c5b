import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkSchema, fieldRange, fullReturnJob, jobSchema } from '../support/core.ts';

const docs = (name: string): unknown =>
  JSON.parse(readFileSync(join(__dirname, '../../../../docs', name), 'utf8'));

test('the published schemas are the ones the program reads and writes by', () => {
  expect(docs('job.schema.json')).toEqual(JSON.parse(JSON.stringify(jobSchema())));
  expect(docs('check.schema.json')).toEqual(JSON.parse(JSON.stringify(checkSchema())));
});

test('a field’s range is found whatever kind of part stands there', () => {
  const doc = fullReturnJob('x');
  expect(fieldRange(doc, '/plumbing/elements/feed/lengthM')).toEqual({ min: 0.01, max: 30 });
  expect(fieldRange(doc, '/wiring/circuits/pump-circuit/segments/fuse/ratingA')).toEqual({
    min: 1,
    max: 300,
  });
  expect(fieldRange(doc, '/brief/pull/0/rpm')).toEqual({ min: 500, max: 20_000 });
  expect(fieldRange(doc, '/plumbing/elements/feed/name')).toBeUndefined();
  expect(fieldRange(doc, '/no/such/place')).toBeUndefined();
});
