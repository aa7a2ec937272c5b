import { describe, expect, test } from '@jest/globals';
import { confidenceSamples, evaluatePlan, summarizeConfidence } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS, sourceOf } from '../../src/public/document.ts';
import { figuresOf, setOrigin, typeFigure } from '../../src/public/edit.ts';
import { checkJob, readJob, writeJob } from '../../src/public/formats.ts';
import { applied, found } from '../support/examples.ts';

const doc = fullReturnJob('x');
const FEED = '/plumbing/elements/feed';
const TESS = { by: 'Tess Varga', at: '2026-11-27T09:30:00Z' };
const measured = (d: JobDocument, path: string, value: number): JobDocument =>
  applied(d, setOrigin(d, path, value, 'measured', TESS));
const feed = (d: JobDocument) => d.plumbing.elements['feed']!;

describe('where a figure comes from', () => {
  test('starts as a starting figure, or the catalog’s where the part is from there', () => {
    expect(sourceOf(feed(doc), 'lengthM').origin).toBe('default');
    expect(sourceOf(doc.plumbing.elements['pump']!, 'armatureOhms').origin).toBe('catalogue');
  });

  test('typed says so, measured says by whom and when, and both come through the file', () => {
    const typed = applied(doc, typeFigure(doc, `${FEED}/lengthM`, 3.2));
    expect(feed(typed)).toMatchObject({ lengthM: 3.2 });
    expect(sourceOf(feed(typed), 'lengthM').origin).toBe('typed');
    const taped = measured(typed, `${FEED}/lengthM`, 3.2);
    expect(sourceOf(feed(taped), 'lengthM')).toMatchObject({ origin: 'measured', ...TESS });
    const back = readJob(writeJob(taped));
    expect(back.ok && sourceOf(feed(back.value), 'lengthM')).toMatchObject({ origin: 'measured', ...TESS });
  });

  test('no longer holds once the figure is another, whoever changed it and however', () => {
    const taped = measured(doc, `${FEED}/lengthM`, (feed(doc) as { lengthM: number }).lengthM);
    const moved = applied(taped, [{ op: 'replace', path: `${FEED}/lengthM`, value: 9 }]);
    expect(sourceOf(feed(moved), 'lengthM').origin).toBe('default');
  });

  test('of one figure leaves the others of its part alone', () => {
    let d = doc;
    for (const f of figuresOf(doc, FEED)) d = measured(d, `${FEED}/${f.key}`, f.value);
    expect(figuresOf(d, FEED).map((f) => f.source.origin)).toEqual(['measured', 'measured', 'measured']);
    const one = measured(doc, `${FEED}/bendDegrees`, 180);
    expect(figuresOf(one, FEED).map((f) => [f.key, f.source.origin])).toEqual([
      ['lengthM', 'default'],
      ['bendDegrees', 'measured'],
      ['extraK', 'default'],
    ]);
  });

  test('is refused for what is no figure of the part, and nothing is written where no source is kept', () => {
    const wrong = applied(doc, [
      { op: 'add', path: `${FEED}/nameFrom`, value: { origin: 'measured', value: 1 } },
    ]);
    const checked = checkJob(wrong);
    expect(checked.ok).toBe(false);
    if (!checked.ok)
      expect(checked.errors[0]).toMatchObject({ field: `${FEED}/nameFrom`, code: 'UNKNOWN_FIELD' });
    expect(setOrigin(doc, '/brief/pull/0/rpm', 2500, 'measured', TESS)).toEqual([]);
    expect(setOrigin(doc, '/no/such/place', 1, 'typed')).toEqual([]);
  });

  test('can be said of every figure of every pattern, and the job is still one', () => {
    for (const { id, job } of PATTERNS) {
      const start = job('x');
      const owners = [
        ...Object.keys(start.plumbing.elements).map((k) => `/plumbing/elements/${k}`),
        ...Object.keys(start.plumbing.junctions).map((k) => `/plumbing/junctions/${k}`),
        ...Object.entries(start.wiring.circuits).flatMap(([c, circuit]) =>
          Object.keys(circuit.segments).map((s) => `/wiring/circuits/${c}/segments/${s}`),
        ),
        ...['', '/fuel', '/idle', '/cruise', '/injectors', '/electrical'].map((k) => `/brief${k}`),
      ];
      let d = start;
      for (const owner of owners)
        for (const f of figuresOf(start, owner)) d = measured(d, `${owner}/${f.key}`, f.value);
      expect([id, checkJob(d).ok]).toEqual([id, true]);
      const origins = owners.flatMap((owner) => figuresOf(d, owner).map((f) => f.source.origin));
      expect([id, new Set(origins)]).toEqual([id, new Set(['measured'])]);
    }
  });
});

describe('what it is good for', () => {
  const weak = applied(doc, [
    { op: 'replace', path: '/plumbing/elements/return/dash', value: 3 },
    { op: 'replace', path: '/plumbing/elements/return/lengthM', value: 6 },
  ]);

  test('a finding says what it rests on, and by whom it was measured', () => {
    const said = found(evaluatePlan(weak).findings, 'RETURN_OVERRUN')!;
    expect(said.place.id).toBe('return');
    expect(said.why.grounds).toMatch(/^Rests on length .* \(starting figures\)\.$/);
    const taped = measured(weak, '/plumbing/elements/return/lengthM', 6);
    expect(found(evaluatePlan(taped).findings, 'RETURN_OVERRUN')!.why.grounds).toContain(
      'length 19 ft 8 1/4 in (6.00 m) (measured by Tess Varga, Nov 27, 2026)',
    );
  });

  test('what is measured narrows the spread, and the words say so', () => {
    // A long thin feed, so that its length is what matters.
    let long = applied(doc, [
      { op: 'replace', path: `${FEED}/lengthM`, value: 12 },
      { op: 'replace', path: `${FEED}/dash`, value: 4 },
    ]);
    const run = (d: JobDocument) => summarizeConfidence(confidenceSamples(d, 'pull-3', 0, 150, 1), d);
    const before = run(long);
    const lengths = (c: typeof before) => c.drivers.find((x) => x.name === 'hose lengths')!;
    expect(lengths(before).words).toMatch(/^±25%, 0 of \d+ measured$/);
    for (const [id, e] of Object.entries(long.plumbing.elements))
      if (e.kind === 'run') long = measured(long, `/plumbing/elements/${id}/lengthM`, e.lengthM);
    const after = run(long);
    expect(lengths(after).words).toMatch(/^±2%, (\d+) of \1 measured$/);
    expect(lengths(after).share).toBeLessThan(lengths(before).share / 10);
    expect(after.high - after.low).toBeLessThan(before.high - before.low);
  });
});
