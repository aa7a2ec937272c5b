import { describe, expect, test } from '@jest/globals';
import Ajv from 'ajv/dist/2020';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { applyPatch as otherApply } from 'rfc6902';
import {
  boostRule,
  fullReturnJob,
  PATTERNS,
  rulesOf,
  sourceOf,
  upgradeJob,
} from '../../src/public/document.ts';
import { applyPatch } from '../../src/public/edit.ts';
import {
  checkJob,
  checkReport,
  checkSchema,
  diffDocuments,
  jobSchema,
  overlappingPaths,
  readJob,
  valueAt,
  writeJob,
} from '../../src/public/formats.ts';
import { harnessOf, truthTable } from '../../src/public/harness.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import {
  type Dimension,
  DIMENSIONS,
  editText,
  fieldText,
  formatDifference,
  formatQuantity,
  parseQuantity,
  UNIT_SYSTEMS,
} from '../../src/public/quantities.ts';
import { example } from '../support/examples.ts';
import { randomJob } from '../support/random-systems.ts';
import { key } from '../support/terminals.ts';

const ajv = new Ajv({ strict: false, allErrors: true });
const validJob = ajv.compile(jobSchema());
const validReport = ajv.compile(checkSchema());
const plain = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;

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
    expect(!read.ok && read.errors[0]!.limit).toBe('7.252 to 116 psi');
  });

  test('shows tape lengths, true minus signs and dashes for nothing', () => {
    expect(formatQuantity('length', 3.5052, 'us').text).toBe('11 ft 6 in');
    expect(formatQuantity('pressure', -68_947.57, 'us').text).toBe('−10.0 psi');
    expect(formatQuantity('pressure', NaN, 'us').text).toBe('–');
    expect(formatQuantity('fraction', 0.15, 'metric').text).toBe('15%');
    expect(formatQuantity('pressure', -1e-9, 'metric').text).toBe('0.0 kPa');
  });
});

describe('job files', () => {
  test('any job writes and reads back the same, and an independent JSON Schema validator (ajv) agrees', () => {
    fc.assert(
      fc.property(randomJob, (doc) => {
        const read = readJob(writeJob(doc));
        expect(read.ok && plain(read.value)).toEqual(plain(doc));
        expect(validJob(plain(doc))).toBe(true);
      }),
      { numRuns: 50 },
    );
  });

  test('the demo jobs answer with a report its schema accepts', () => {
    for (const name of ['hill-climb-coupe', 'empty-job']) {
      expect(validReport(plain(checkReport(example(name))))).toBe(true);
    }
  });

  test('one field gone wrong: reader and schema refuse together, and the reader names it', () => {
    const good = plain(fullReturnJob('x')) as unknown as Record<string, unknown>;
    const bad: [string, unknown][] = [
      ['/brief/basePressurePa', 9e9],
      ['/brief/basePressurePa', '300'],
      ['/plumbing/elements/feed/dash', 7],
      ['/plumbing/elements/feed/kind', 'pipe'],
      ['/wiring/circuits/pump-circuit/segments/fuse/ratingA', null],
      ['/title', ''],
      ['/brief/pull', []],
    ];
    for (const [path, value] of bad) {
      const broken = applyPatch(good, [{ op: 'replace', path, value }]);
      if (!broken.ok) throw new Error(path);
      const read = checkJob(broken.value);
      expect(read.ok).toBe(false);
      expect(!read.ok && read.errors.some((e) => e.field === path || path.startsWith(e.field))).toBe(true);
      expect(validJob(broken.value)).toBe(false);
    }
  });

  test('hostile and broken files are refused with a reason, and touch nothing', () => {
    const deep = '['.repeat(5000) + ']'.repeat(5000);
    const proto = writeJob(fullReturnJob('x')).replace(
      '"tank": {',
      '"__proto__": {"kind":"tank","name":"x","elevationM":0}, "tank": {',
    );
    for (const [source, code] of [
      ['', 'NOT_JSON'],
      ['{"format":"venula-job"', 'NOT_JSON'],
      ['\u0000\u0001PNG', 'NOT_JSON'],
      ['{"format":"spreadsheet"}', 'WRONG_KIND'],
      ['null', 'WRONG_KIND'],
      ['{"format":"venula-job","version":99}', 'NEWER_VERSION'],
      [deep, 'TOO_DEEP'],
      ['x'.repeat(2_100_000), 'TOO_LARGE'],
      [proto, 'BAD_ID'],
    ] as const) {
      expect(readJob(source)).toMatchObject({ ok: false, errors: [{ code }] });
    }
    expect(({} as { kind?: string }).kind).toBeUndefined();
  });

  test('a pump curve that rises, repeats or differs in length is refused at its place', () => {
    const doc = fullReturnJob('x');
    const curve = (field: string, value: number[]) =>
      applyPatch(doc, [{ op: 'replace', path: `/plumbing/elements/pump/curve/${field}`, value }]);
    const pump = doc.plumbing.elements['pump'];
    if (pump?.kind !== 'pump') throw new Error('no pump');
    const { pressures, flows } = pump.curve;
    const codes = (r: ReturnType<typeof curve>) => {
      const read = r.ok ? checkJob(r.value) : r;
      return read.ok ? [] : read.errors.map((e) => e.code);
    };
    expect(codes(curve('flows', [...flows].reverse()))).toContain('CURVE_RISES');
    expect(
      codes(
        curve(
          'pressures',
          pressures.map((p, i) => (i === 2 ? pressures[1]! : p)),
        ),
      ),
    ).toContain('CURVE_ORDER');
    expect(codes(curve('currents', [1, 2]))).toContain('CURVE_LENGTH');
  });
});

describe('patches', () => {
  test('the difference of two jobs, applied, gives the second; an independent implementation (rfc6902) agrees', () => {
    fc.assert(
      fc.property(randomJob, randomJob, (a, b) => {
        const patch = diffDocuments(a, b);
        const mine = applyPatch(a, patch);
        expect(mine.ok && plain(mine.value)).toEqual(plain(b));
        const copy = plain(a);
        expect(otherApply(copy, plain(patch) as never).every((r) => r === null)).toBe(true);
        expect(copy).toEqual(plain(b));
        expect(diffDocuments(b, mine.ok ? mine.value : null)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  test('nothing is written to the document it started from, and untouched parts are shared', () => {
    const doc = fullReturnJob('x');
    const before = writeJob(doc);
    const after = applyPatch(doc, [{ op: 'replace', path: '/brief/fuelK', value: 300 }]);
    expect(writeJob(doc)).toBe(before);
    expect(after.ok && after.value.plumbing).toBe(doc.plumbing);
  });

  test.each<[string, PatchOperation]>([
    ['missing', { op: 'replace', path: '/nope', value: 1 }],
    ['not a pointer', { op: 'replace', path: 'title', value: 1 }],
    ['prototype', { op: 'add', path: '/__proto__/x', value: 1 }],
    ['through text', { op: 'add', path: '/title/x', value: 1 }],
    ['past the list', { op: 'add', path: '/brief/pull/99', value: 1 }],
    ['failed test', { op: 'test', path: '/title', value: 'other' }],
    ['remove nothing', { op: 'remove', path: '/brief/none' }],
  ])('refuses: %s', (_name, op) => {
    expect(applyPatch(fullReturnJob('x'), [op])).toMatchObject({
      ok: false,
      errors: [{ code: 'PATCH_FAILED' }],
    });
  });

  test('lists: add, insert, replace, remove, test; the whole document', () => {
    const run = (op: PatchOperation) => applyPatch({ l: [1, 2] }, [op]);
    expect(run({ op: 'add', path: '/l/-', value: 3 })).toMatchObject({ value: { l: [1, 2, 3] } });
    expect(run({ op: 'add', path: '/l/0', value: 0 })).toMatchObject({ value: { l: [0, 1, 2] } });
    expect(run({ op: 'replace', path: '/l/1', value: 9 })).toMatchObject({ value: { l: [1, 9] } });
    expect(run({ op: 'remove', path: '/l/0' })).toMatchObject({ value: { l: [2] } });
    expect(run({ op: 'test', path: '/l/0', value: 1 }).ok).toBe(true);
    expect(run({ op: 'replace', path: '', value: 7 })).toEqual({ ok: true, value: 7 });
  });

  test('edits at the same place or inside each other overlap; neighbours do not', () => {
    const at = (path: string): PatchOperation => ({ op: 'replace', path, value: 1 });
    expect(overlappingPaths([at('/a/b')], [at('/a/bc')])).toEqual([]);
    expect(overlappingPaths([at('/a/b')], [at('/a/b/c'), at('/x')])).toEqual(['/a/b']);
    // A row that went in or out moves the rows behind it: who means one by its number would hit another.
    const list = (op: 'add' | 'remove', path: string) => ({ op, path, value: 1 }) as const;
    expect(overlappingPaths([at('/pull/3/rpm')], [list('add', '/pull/0')])).toEqual(['/pull/3/rpm']);
    expect(overlappingPaths([list('remove', '/pull/1')], [at('/pull/4')])).toEqual(['/pull/1']);
    expect(overlappingPaths([list('add', '/pull/-')], [list('add', '/pull/-')])).toEqual(['/pull/-']);
    expect(overlappingPaths([at('/pull/3/rpm')], [at('/pull/4/rpm'), list('add', '/pulls/0')])).toEqual([]);
    expect(valueAt({ 'a/b': { '~': [5] } }, '/a~1b/~0/0')).toBe(5);
    expect(valueAt({}, '/a/b')).toBeUndefined();
  });
});

describe('a limit typed as it is shown', () => {
  test('is taken as that limit, in every unit, and a hair more is refused', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e4, max: 3e6, noNaN: true }),
        fc.constantFrom('psi', 'kPa', 'bar'),
        (max, unit) => {
          const range = { min: 0, max };
          const refused = parseQuantity('pressure', `1e9 ${unit}`, 'us', range);
          const shown = refused.ok ? '' : /to ([\d.]+) psi/.exec(refused.errors[0]!.limit!)![1]!;
          const typed = parseQuantity('pressure', `${shown} psi`, 'us', range);
          expect(typed.ok && typed.value <= max).toBe(true);
          expect(parseQuantity('pressure', `${Number(shown) * 1.002} psi`, 'us', range).ok).toBe(false);
        },
      ),
    );
    expect(parseQuantity('fraction', '95%', 'us', { min: 0, max: 0.95 })).toEqual({ ok: true, value: 0.95 });
  });
});

describe('a job written by version 1', () => {
  const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('Old');
  /** As version 1 wrote it: the boost a pump comes in at stood with the pump. */
  const old = () => {
    const doc = plain(twin) as unknown as {
      version: number;
      plumbing: { elements: Record<string, Record<string, unknown>> };
      wiring: Record<string, unknown>;
    };
    doc.version = 1;
    delete doc.wiring['triggers'];
    doc.plumbing.elements['pump-2']!['onAboveBoostPa'] = 34_473.786;
    return doc;
  };

  test('is read with the rule it stands for, and nothing else changed', () => {
    const read = readJob(JSON.stringify(old()));
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const { triggers, ...wiring } = read.value.wiring;
    expect(triggers!['rule-1']).toEqual(boostRule('pump-2', 34_473.786));
    expect({ ...read.value, wiring }).toEqual(plain({ ...twin, wiring: { circuits: twin.wiring.circuits } }));
    expect(read.value.version).toBe(3);
  });

  test('a present one, and what is no job at all, is left as it is', () => {
    expect(upgradeJob(twin)).toBe(twin);
    for (const odd of [null, 7, 'x', [], { format: 'other', version: 1 }]) expect(upgradeJob(odd)).toBe(odd);
    expect(checkJob({ format: 'venula-job', version: 1 }).ok).toBe(false);
    const hostile = JSON.parse(
      '{"format":"venula-job","version":1,"plumbing":{"elements":{"__proto__":{"onAboveBoostPa":5}}},"wiring":{}}',
    );
    expect(checkJob(hostile).ok).toBe(false);
    expect(({} as Record<string, unknown>)['onAboveBoostPa']).toBeUndefined();
  });
});

describe('a job written by version 2', () => {
  const read = (name: string) => {
    const text = readFileSync(join(__dirname, '../fixtures/jobs', `${name}.json`), 'utf8');
    const result = readJob(text);
    if (!result.ok) throw new Error(JSON.stringify(result.errors));
    return { written: JSON.parse(text), doc: result.value };
  };

  test('with its wiring drawn: terminals, pieces and signals are the same ones, and it does what its rules say', () => {
    const { written, doc } = read('format-2-drawn');
    const { devices, wires } = doc.wiring.harness!;
    for (const [id, wire] of Object.entries(wires)) {
      const { from, to, of } = written.wiring.harness.wires[id];
      expect([key(wire.from), key(wire.to)]).toEqual([from, to]);
      expect(wire.of && `${wire.of.circuitId}/${wire.of.segmentId}`).toBe(of);
    }
    expect(devices['switch-pump-2-2-1']).toMatchObject({
      signal: [{ kind: 'panel', name: 'Race & prime', not: false }],
    });
    expect(devices['ecu-pump-2-1']).toMatchObject({
      signal: [
        { kind: 'rpm', above: 2500, not: false },
        { kind: 'throttle', above: 0.5, not: true },
      ],
    });
    expect(sourceOf(doc.brief.fuel, 'ethanol').origin).toBe('measured');
    // In version 2 the "&" in the switch's name made two signals of it, and 28 of 256 combinations came out wrong.
    expect(truthTable(harnessOf(doc), rulesOf(doc)).filter((r) => !r.right)).toEqual([]);
  });

  test('a demo job of it opens and answers as the present one does', () => {
    const { doc } = read('format-2');
    const now = example('coast-road-gt');
    expect(doc).toEqual(now);
    expect(checkJob(plain(doc)).ok).toBe(true);
  });

  test('places that cannot be parted are refused where they stand, the rest is read', () => {
    const { written } = read('format-2-drawn');
    const wire = Object.keys(written.wiring.harness.wires)[0]!;
    written.wiring.harness.wires[wire].from = 'nowhere';
    const result = readJob(JSON.stringify(written));
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.errors.map((e) => e.field)).toEqual([`/wiring/harness/wires/${wire}/from`]);
  });
});
