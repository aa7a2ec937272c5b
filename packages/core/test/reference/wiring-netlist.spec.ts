import { at } from '../support/terminals.ts';
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { HarnessModel } from '../../src/harness/behave.ts';
import { PATTERNS } from '../../src/public/document.ts';
import { wiringNetlist } from '../../src/public/formats.ts';
import { harnessOf, type Inputs } from '../../src/public/harness.ts';

/** Solved once by ngspice from the netlists the program writes (test/fixtures/wiring/generate.mjs). */
const fixture = JSON.parse(readFileSync(join(__dirname, '../fixtures/wiring/answers.json'), 'utf8')) as {
  readonly engine: string;
  readonly cases: Readonly<
    Record<string, readonly { readonly inputs: Inputs; readonly volts: Readonly<Record<string, number>> }[]>
  >;
};

describe(`the wiring of a job against ${fixture.engine}, every combination of inputs`, () => {
  test.each(Object.entries(fixture.cases))('%s: every node within 0.1 %% or 1 mV', (id, rows) => {
    const doc = PATTERNS.find((p) => p.id === id)!.job('fixture');
    const model = new HarnessModel(harnessOf(doc));
    expect(rows.length).toBeGreaterThanOrEqual(4);
    for (const { inputs, volts } of rows) {
      const got = model.behave(inputs);
      for (const [node, want] of Object.entries(volts)) {
        if (node.startsWith('x')) continue;
        expect(Math.abs(got.volts(at(node)) - want)).toBeLessThan(Math.max(1e-3, Math.abs(want) * 1e-3));
      }
    }
  });

  test('the netlist is the one a SPICE reads: title first, elements, model, analysis, end', () => {
    const doc = PATTERNS.find((p) => p.id === 'twin-pump')!.job('Line\nbreak in a title');
    const text = wiringNetlist(doc, { ignition: true, crashed: false, signals: {}, made: [] });
    const lines = text.trimEnd().split('\n');
    expect(lines[0]).toMatch(/^\* Line break/);
    expect(lines.at(-1)).toBe('.end');
    for (const line of lines.slice(1, -1)) expect(line).toMatch(/^(\*|[RVD]\d+ |\.model |\.op)/);
    const names = lines.flatMap((l) => /^([RVD]\d+) /.exec(l)?.[1] ?? []);
    expect(new Set(names).size).toBe(names.length);
  });

  test('a name that carries a command carries it nowhere', () => {
    const evil = 'aux\n.include /etc/passwd\r.shell x\u2028.end\u0085R9 0 1 1';
    const doc = PATTERNS.find((p) => p.id === 'twin-pump')!.job(evil);
    // Every name there is in its wiring.
    const renamed = JSON.parse(
      JSON.stringify(doc, (key, value: unknown) => (key === 'name' ? `${String(value)}${evil}` : value)),
    ) as typeof doc;
    const text = wiringNetlist(renamed, {
      ignition: true,
      crashed: false,
      signals: { [evil]: true },
      made: [],
    });
    for (const line of text
      .trimEnd()
      .split(/[\n\r\u0085\u2028\u2029]/)
      .slice(1, -1))
      expect(line).toMatch(/^(\*|[RVD]\d+ |\.model |\.op)/);
    expect(text.match(/^\.end$/gm)).toHaveLength(1);
    expect(text).not.toMatch(/^R9 0 1 1$/m);
  });
});
