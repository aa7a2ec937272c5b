import { describe, expect, test } from '@jest/globals';
import { operatingEnvelope } from '../../src/public/advise.ts';
import { type ElementOf, fullReturnJob } from '../../src/public/document.ts';
import { checkJob, readInjectors, readPull } from '../../src/public/formats.ts';
import { table } from '../support/tables.ts';
import { HP, PSI } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

const PULL = { rpm: 'rpm', power: 'hp', boost: 'psi' };
const INJ = { pressure: 'psi', flow: 'cc/min' };

describe('a pull from a sheet', () => {
  test('units from the heading, rows in any order', () => {
    const { pull } = readPull(table('Engine speed (rpm);kW;bar\n6000;300;1,1\n3000;120;0,6'), PULL);
    expect(pull!.map((p) => p.rpm)).toEqual([3000, 6000]);
    expect(pull![1]).toMatchObject({ powerW: 300e3, boostPa: expect.closeTo(110e3, 3) as unknown });
  });

  test('bad rows are marked with the reason and nothing is handed over', () => {
    const bad = readPull(table('3000,200,8\n3000,210,9\n6000,many,12\n90000,300,12'), PULL);
    expect(bad.pull).toBeNull();
    expect(bad.rows.map((r) => r.problem)).toEqual([
      null,
      expect.stringMatching(/3000 rpm is in line 1 too/),
      expect.stringMatching(/"many" is not a number in the power column/),
      expect.stringMatching(/engine speed must be 500 to 20,000 rpm/),
    ]);
    expect(readPull(table(''), PULL).problem).toMatch(/At least one row is needed/);
  });

  test('a dyno sheet of a thousand rows is thinned with its power peak kept', () => {
    fc.assert(
      fc.property(fc.integer({ min: 41, max: 1500 }), fc.nat(), (n, at) => {
        const peak = at % n;
        const rows = Array.from({ length: n }, (_, i) => `${1000 + i},${i === peak ? 999 : 300},10`);
        const { pull } = readPull(table(rows.join('\n')), PULL);
        expect(pull!.length).toBeLessThanOrEqual(40);
        expect(pull![0]!.rpm).toBe(1000);
        expect(pull!.at(-1)!.rpm).toBe(999 + n);
        expect(pull!.some((p) => Math.abs(p.powerW - 999 * HP) < 1)).toBe(true);
        expect(pull!.every((p, i) => i === 0 || p.rpm > pull![i - 1]!.rpm)).toBe(true);
      }),
      { numRuns: 50 },
    );
  });
});

describe('an injector sheet', () => {
  test('the rows nearest the base pressure give the rated flow; a set at one pressure gives its spread', () => {
    const { injectors } = readInjectors(table('43.5,980\n43.5,1000\n43.5,1020\n58,1155'), INJ, 300e3);
    expect(injectors!.staticFlowM3s * 60e6).toBeCloseTo(1000, 6);
    expect(injectors).toMatchObject({ count: 3, spread: expect.closeTo(0.02, 9) as unknown });
    expect(injectors!.highestPa / PSI).toBeCloseTo(58, 4);
    expect(readInjectors(table('43.5,980\n58,1155'), INJ, 400e3).injectors!.staticFlowM3s * 60e6).toBeCloseTo(
      1155,
      6,
    );
  });

  test('a flow no injector has is marked', () => {
    const bad = readInjectors(table('43.5,1000\n58,99999'), INJ, 300e3);
    expect(bad.injectors).toBeNull();
    expect(bad.rows[1]!.problem).toMatch(/check the unit/);
  });
});

describe('a job whose pump contradicts itself is refused, with place and remedy', () => {
  const withPump = (change: Partial<ElementOf<'pump'>>) => {
    const doc = fullReturnJob('x');
    doc.plumbing.elements['pump'] = { ...(doc.plumbing.elements['pump'] as ElementOf<'pump'>), ...change };
    const read = checkJob(doc);
    return read.ok ? [] : read.errors.map((e) => `${e.code} ${e.field}`);
  };
  const curve = (fullReturnJob('x').plumbing.elements['pump'] as ElementOf<'pump'>).curve;
  const speed = {
    sensorLowPa: 0,
    sensorHighPa: 100e3,
    sensorLowV: 0.5,
    sensorHighV: 4.5,
    lowV: 0.5,
    lowSpeed: 0.3,
    fullV: 3.7,
  };

  test('two curves at the same volts, a rising second curve, a map the wrong way round', () => {
    expect(withPump({ moreCurves: [curve] })).toEqual(['CURVE_VOLTS /plumbing/elements/pump/moreCurves']);
    expect(withPump({ moreCurves: [{ ...curve, volts: 12, flows: [...curve.flows].reverse() }] })[0]).toMatch(
      /^CURVE_RISES \/plumbing\/elements\/pump\/moreCurves\/0\/flows/,
    );
    expect(withPump({ speed })).toEqual([]);
    expect(withPump({ speed: { ...speed, fullV: 0.4 } })).toEqual([
      'SPEED_ORDER /plumbing/elements/pump/speed/fullV',
    ]);
    expect(withPump({ speed: { ...speed, sensorHighPa: -50e3 } })[0]).toMatch(/^SENSOR_ORDER/);
  });
});

test('the envelope falls as boost rises, and a bigger pump lifts it', () => {
  const doc = fullReturnJob('x');
  const small = operatingEnvelope(doc, 8);
  expect(small.every((p, i) => i === 0 || p.powerW < small[i - 1]!.powerW)).toBe(true);
  const pump = doc.plumbing.elements['pump'] as ElementOf<'pump'>;
  doc.plumbing.elements['pump'] = {
    ...pump,
    curve: { ...pump.curve, flows: pump.curve.flows.map((q) => q * 1.2) },
  };
  operatingEnvelope(doc, 8).forEach((p, i) => expect(p.powerW).toBeGreaterThan(small[i]!.powerW));
});
