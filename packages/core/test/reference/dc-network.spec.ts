import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type DcElement, solveDc } from '../../src/engine/electric/dc-network.ts';
import { CIRCUITS } from '../fixtures/dc/circuits.mjs';
import { fc } from '../support/sweep.ts';

/** Against ngspice; fixtures/dc/generate.mjs wrote the answers, version and date stand in the file. */
const { answers } = JSON.parse(readFileSync(join(__dirname, '../fixtures/dc/answers.json'), 'utf8')) as {
  answers: Record<string, Record<string, number>>;
};
const polynomial = (poly: readonly number[]) => (v: number) => poly.reduceRight((sum, c) => sum * v + c, 0);
const elements = (name: string): DcElement[] =>
  CIRCUITS[name]!.map((e) => (e.kind === 'load' ? { ...e, current: polynomial(e.poly!) } : e) as DcElement);

describe('direct-current networks against ngspice, within 0.1 %', () => {
  test('there are at least ten', () => {
    expect(Object.keys(answers).length).toBeGreaterThanOrEqual(10);
    expect(Object.keys(answers)).toEqual(Object.keys(CIRCUITS));
  });

  test.each(Object.keys(answers))('%s', (name) => {
    const solved = solveDc(elements(name));
    expect(solved.converged).toBe(true);
    for (const [node, volts] of Object.entries(answers[name]!)) {
      const off = Math.abs(solved.solution!.volts(node) - volts);
      expect(off).toBeLessThan(1e-3 * Math.abs(volts) + 1e-6);
    }
  });
});

describe('laws of any network', () => {
  const ohms = fc.double({ min: 1e-3, max: 1e4, noNaN: true });
  const ladder = fc.record({
    volts: fc.double({ min: 1, max: 16, noNaN: true }),
    rungs: fc.array(fc.record({ along: ohms, down: ohms }), { minLength: 1, maxLength: 12 }),
  });
  const build = ({
    volts,
    rungs,
  }: {
    volts: number;
    rungs: { along: number; down: number }[];
  }): DcElement[] => [
    { kind: 'source', id: 's', plus: 'n0', minus: '0', volts, ohms: 0.01 },
    ...rungs.flatMap(({ along, down }, i): DcElement[] => [
      { kind: 'resistor', id: `a${i}`, a: `n${i}`, b: `n${i + 1}`, ohms: along },
      { kind: 'resistor', id: `d${i}`, a: `n${i + 1}`, b: '0', ohms: down },
    ]),
  ];

  test('what the source gives is what comes back, and power given is power taken', () => {
    fc.assert(
      fc.property(ladder, (l) => {
        const all = build(l);
        const { amps, volts } = solveDc(all).solution!;
        const back = l.rungs.reduce((sum, _, i) => sum + amps(`d${i}`), 0);
        expect(Math.abs(-amps('s') / back - 1)).toBeLessThan(1e-6);
        const taken = all.reduce(
          (sum, e) => (e.kind === 'resistor' ? sum + amps(e.id) ** 2 * e.ohms : sum),
          0,
        );
        expect(Math.abs((-amps('s') * volts('n0')) / taken - 1)).toBeLessThan(1e-6);
      }),
    );
  });

  test('more source volts never lower a node', () => {
    fc.assert(
      fc.property(ladder, (l) => {
        const low = solveDc(build(l)).solution!;
        const high = solveDc(build({ ...l, volts: l.volts * 1.2 })).solution!;
        l.rungs.forEach((_, i) =>
          expect(high.volts(`n${i + 1}`)).toBeGreaterThanOrEqual(low.volts(`n${i + 1}`)),
        );
      }),
    );
  });

  test('a node nothing reaches stays at zero, and an empty network is one', () => {
    const s = solveDc([
      { kind: 'source', id: 's', plus: 'a', minus: '0', volts: 12, ohms: 0.1 },
      { kind: 'resistor', id: 'r', a: 'x', b: 'y', ohms: 5 },
    ]);
    expect(s.solution!.volts('x')).toBe(0);
    expect(s.solution!.volts('a')).toBeCloseTo(12, 9);
    expect(solveDc([]).converged).toBe(true);
  });
});
