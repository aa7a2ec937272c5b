import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import {
  fitFromLibrary,
  injectorsFromLibrary,
  insertPart,
  type LibraryData,
  type LibraryEntry,
  offerFromLibrary,
  outdatedIn,
} from '../../src/public/edit.ts';
import { checkJob, checkLibrary, readLibrary } from '../../src/public/formats.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const plain = fullReturnJob('x');
const entry = (data: LibraryData, revision = 1, name = 'Bench filter'): LibraryEntry => ({
  id: '6a0c7a52-1b9e-4a77-9d3e-2f2f5a0f0b11',
  revision,
  name,
  data,
});
const only = (rows: Parameters<typeof readLibrary>[0]) => readLibrary(rows, 'us')[0]!;
const kept = (part: unknown): LibraryData => {
  const checked = checkLibrary(JSON.parse(JSON.stringify({ kind: 'part', part })));
  if (!checked.ok) throw new Error(checked.errors[0]?.message);
  return checked.value;
};

describe('The library', () => {
  test('every part of every demo job can be kept and used again: the plan stays one the checker accepts', () => {
    for (const [, doc] of demoJobs())
      for (const [id, part] of Object.entries(doc.plumbing.elements)) {
        if (part.kind === 'run') continue;
        const again = applied(doc, fitFromLibrary(doc, id, entry(kept(part))));
        expect(checkJob(again)).toMatchObject({ ok: true });
        expect(again.plumbing.elements[id]).toMatchObject({
          name: 'Bench filter',
          fromLibrary: { revision: 1 },
        });
      }
  });

  test('hose, a place in another car and nonsense are no part of it', () => {
    expect(checkLibrary({ kind: 'part', part: plain.plumbing.elements['feed'] }).ok).toBe(false);
    const pump = kept({ ...plain.plumbing.elements['pump'], elevationM: 0.4, standsIn: 'engine-bay' });
    expect(pump).toMatchObject({ part: { elevationM: 0 } });
    expect(JSON.stringify(pump)).not.toContain('standsIn');
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        checkLibrary(a);
        expect(checkLibrary({ kind: 'part', part: b }).ok).toBe(false);
      }),
    );
  });

  test('a job keeps its own copy; what moved on in the library is told, and taken only when somebody takes it', () => {
    const filter = plain.plumbing.elements['filter']!;
    const coarse = kept({ ...filter, micron: 25 });
    const job = applied(plain, fitFromLibrary(plain, 'filter', entry(coarse)));
    expect(outdatedIn(job, [entry(coarse)])).toEqual([]);
    const finer = entry(kept({ ...filter, micron: 12 }), 2);
    expect(outdatedIn(job, [finer])).toMatchObject([{ partId: 'filter' }]);
    expect(job.plumbing.elements['filter']).toMatchObject({ micron: 25 });
    const taken = applied(job, fitFromLibrary(job, 'filter', finer));
    expect(taken.plumbing.elements['filter']).toMatchObject({ micron: 12, fromLibrary: { revision: 2 } });
    expect(outdatedIn(taken, [finer])).toEqual([]);
  });

  test('it goes on the track as any part, a pump with its circuit', () => {
    const pump = entry(kept(plain.plumbing.elements['pump']), 1, 'Second pump');
    const job = applied(plain, insertPart(plain, 'filter', offerFromLibrary(pump)!).patch);
    expect(checkJob(job)).toMatchObject({ ok: true });
    expect(Object.keys(job.wiring.circuits)).toHaveLength(2);
  });

  test('injectors keep the engine’s count', () => {
    const injectors = { ...plain.brief.injectors, count: 4, staticFlowM3s: 2e-5 };
    const job = applied(plain, injectorsFromLibrary(plain, entry({ kind: 'injectors', injectors })));
    expect(job.brief.injectors).toMatchObject({ count: plain.brief.injectors.count, staticFlowM3s: 2e-5 });
    expect(checkJob(job)).toMatchObject({ ok: true });
  });
});

describe('Sheets for the library', () => {
  const point = (volts: string, psi: string, flow: string, amps: string, kind = '', name = '') => ({
    kind,
    name,
    volts,
    'pressure (psi)': psi,
    'flow (L/h)': flow,
    'current (A)': amps,
  });
  const pump = [
    point('13.5', '0', '450', '7', 'pump', 'Blue pump'),
    point('13.5', '40', '360', '10'),
    point('13.5', '80', '230', '13.5'),
    point('12', '0', '390', '6.4'),
    point('12', '60', '225', '11'),
  ];

  test('a pump of five lines is one part with two curves, in SI by hand', () => {
    const read = only(pump);
    expect(read).toMatchObject({ name: 'Blue pump', lines: [2, 3, 4, 5, 6], trouble: null });
    const { part } = read.data as { part: JobDocument['plumbing']['elements'][string] };
    if (part.kind !== 'pump') throw new Error();
    // 40 psi is 275,790 Pa; 360 L/h is 1e-4 m³/s.
    expect(part.curve.pressures[1]).toBeCloseTo(275_790, 0);
    expect(part.curve.flows[1]).toBeCloseTo(1e-4, 12);
    expect(part.moreCurves).toHaveLength(1);
    const job = applied(plain, fitFromLibrary(plain, 'pump', entry(read.data!, 1, 'Blue pump')));
    expect(checkJob(job)).toMatchObject({ ok: true });
    expect(evaluatePlan(job).states.every((s) => s.values !== null)).toBe(true);
  });

  test('parts by what the forms call their figures, choices by their words', () => {
    const read = only([
      {
        kind: 'Filter',
        name: 'Long one',
        'Fineness (µm)': '40',
        'Loss at 400 L/h, clean (psi)': '0.8',
        Element: 'steel mesh',
        'Inlet port': '-8 O-ring boss, female',
      },
    ]);
    expect(read.trouble).toBeNull();
    expect(read.data).toMatchObject({ part: { micron: 40, media: 'steel', inlet: 'orb-8-f' } });
  });

  test('injectors by their flow', () => {
    const read = only([
      {
        kind: 'injectors',
        name: 'Thousand',
        'Flow of one, static (cc/min)': '1000',
        'Flow is rated at': '43.5 psi',
      },
    ]);
    expect(read.trouble).toBeNull();
    const { injectors } = read.data as { injectors: { staticFlowM3s: number } };
    expect(injectors.staticFlowM3s).toBeCloseTo(1e-3 / 60, 9);
  });

  test.each([
    [{ kind: 'filter', name: '' }, /name/],
    [{ kind: 'banana', name: 'x' }, /no kind of part/],
    [{ kind: 'hose', name: 'x' }, /no kind of part/],
    [{ kind: 'filter', name: 'x', Banana: '3' }, /nothing that is asked/],
    [{ kind: 'filter', name: 'x', 'Fineness (µm)': 'many' }, /Fineness/],
    [{ kind: 'filter', name: 'x', 'Fineness (µm)': '1e9' }, /Fineness/],
    [{ kind: 'filter', name: 'x', Element: 'wood' }, /none of/],
    [{ kind: 'injectors', name: 'x' }, /missing/],
    [{ kind: 'pump', name: 'x' }, /column pressure/],
    [{ kind: 'pump', name: 'x', pressure: '0', flow: '400', current: '7' }, /rows are needed/],
  ])('%j is told in words', (row, words) => {
    const { data, trouble } = only([row]);
    expect(data).toBeNull();
    expect(trouble).toMatch(words);
  });

  test('two of one name are told; whatever stands in the cells, nothing throws', () => {
    const twice = readLibrary(
      [
        { kind: 'filter', name: 'A' },
        { kind: 'filter', name: 'a' },
      ],
      'us',
    );
    expect(twice[1]!.trouble).toMatch(/twice/);
    const heading = fc.constantFrom('kind', 'name', 'volts', 'pressure', 'flow (L/h)', 'current', 'Element');
    const cell = fc.oneof(fc.string(), fc.constantFrom('pump', 'filter', '1', '-3', '1e308'));
    fc.assert(
      fc.property(fc.array(fc.dictionary(heading, cell), { maxLength: 6 }), (rows) => {
        for (const r of readLibrary(rows, 'metric')) expect(r.data === null).toBe(r.trouble !== null);
      }),
    );
  });
});
