import { describe, expect, test } from '@jest/globals';
import Ajv from 'ajv/dist/2020';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
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
  jobSchema,
  readJob,
  writeJob,
} from '../../src/public/formats.ts';
import { harnessOf, truthTable } from '../../src/public/harness.ts';
import { example } from '../support/examples.ts';
import { randomJob } from '../support/random-systems.ts';
import { key } from '../support/terminals.ts';
import { fc } from '../support/sweep.ts';

const ajv = new Ajv({ strict: false, allErrors: true });
const validJob = ajv.compile(jobSchema());
const validReport = ajv.compile(checkSchema());
const plain = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;

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
