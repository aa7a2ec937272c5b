import { describe, expect, test } from '@jest/globals';
import { solveCircuit } from '../../src/engine/electric/power-network.ts';
import { meterResistance } from '../../src/kinds/plumbing/pump/meter-resistance.ts';
import { pumpLaw } from '../../src/kinds/plumbing/pump/pump-model.ts';
import { chooseFuse, fuseSurvives, motorInrush } from '../../src/kinds/wiring/fuse/fuse.ts';
import { ampacity, conductorTemperature } from '../../src/kinds/wiring/wire/ampacity.ts';
import { awgDiameter, parseWireSize, wireResistance, wireSection } from '../../src/kinds/wiring/wire/wire.ts';
import { PUMPS, wireSizeName } from '../../src/public/kinds.ts';
import { LPH } from '../support/units.ts';

const C20 = 293.15;

describe('wire', () => {
  // ASTM B258 diameters, inch.
  test.each([
    [18, 0.0403],
    [14, 0.0641],
    [12, 0.0808],
    [10, 0.1019],
    [4, 0.2043],
  ])('AWG %d is %d in across', (awg, inch) => {
    expect(awgDiameter(awg) / 0.0254).toBeCloseTo(inch, 4);
  });

  // NEC chapter 9 table 8, solid uncoated copper, Ω per 1,000 ft at 75 °C.
  test.each([
    ['awg-14', 3.07],
    ['awg-12', 1.93],
    ['awg-10', 1.21],
    ['awg-8', 0.764],
  ] as const)('%s: %d Ω per 1,000 ft at 75 °C', (size, ohms) => {
    expect(Math.abs((wireResistance(size, 'copper', 348.15) * 304.8) / ohms - 1)).toBeLessThan(0.01);
  });

  test('12 AWG copper-clad is 14 AWG copper within 1 %', () => {
    expect(
      Math.abs(wireResistance('awg-12', 'copper-clad', C20) / wireResistance('awg-14', 'copper', C20) - 1),
    ).toBeLessThan(0.01);
  });

  test('12 AWG stands about 26 A at 80 °C in the engine bay (common practice) and never more than ABYC E-11 allows', () => {
    const bay = { ambientK: 353.15, engineSpace: true, bundled: 1, insulationK: 378.15 };
    expect(ampacity('awg-12', 'copper', bay)).toBeGreaterThan(25);
    expect(ampacity('awg-12', 'copper', bay)).toBeLessThan(28);
    expect(ampacity('awg-12', 'copper', { ...bay, ambientK: 263.15 })).toBeCloseTo(38.3, 5);
    expect(ampacity('awg-12', 'copper', { ...bay, ambientK: 400 })).toBe(0);
    expect(conductorTemperature('awg-12', 'copper', ampacity('awg-12', 'copper', bay), 353.15)).toBeCloseTo(
      378.15,
      1,
    );
    expect(conductorTemperature('awg-18', 'copper', 400, 353.15)).toBe(Infinity);
  });

  // NEC chapter 9 table 8, uncoated stranded copper, 75 °C, Ω per 1000 ft (from memory): some 2 % over section times resistivity.
  test.each([
    ['awg-2', 0.194],
    ['awg-1', 0.154],
    ['awg-1/0', 0.122],
    ['awg-2/0', 0.0967],
    ['awg-3/0', 0.0766],
    ['awg-4/0', 0.0608],
  ] as const)('%s: %d Ω per 1000 ft at 75 °C', (size, ohms) => {
    const computed = wireResistance(size, 'copper', 348.15) * 304.8;
    expect(ohms / computed).toBeGreaterThan(0.995);
    expect(ohms / computed).toBeLessThan(1.03);
  });

  test('cables: 2/0 is 67.4 mm² and 4/0 107.2 mm² (ASTM B258); 4/0 stands 445 A outside an engine space (ABYC E-11, from memory)', () => {
    expect(wireSection('awg-2/0') * 1e6).toBeCloseTo(67.43, 1);
    expect(wireSection('awg-4/0') * 1e6).toBeCloseTo(107.2, 1);
    const place = { ambientK: 293, engineSpace: false, bundled: 1, insulationK: 378 };
    expect(ampacity('awg-4/0', 'copper', place)).toBeLessThanOrEqual(445);
    expect(['2/0', '4/0 AWG', 'awg 1/0'].map(parseWireSize)).toEqual(['awg-2/0', 'awg-4/0', 'awg-1/0']);
    expect(wireSizeName('awg-2/0')).toBe('2/0 AWG');
  });

  test('reads sizes as people say them', () => {
    expect(['12 AWG', 'awg 12', '12ga', '4 mm2', '2.5mm²', '13 AWG', 'x'].map(parseWireSize)).toEqual([
      'awg-12',
      'awg-12',
      'awg-12',
      'mm2-4',
      'mm2-2.5',
      undefined,
      undefined,
    ]);
  });
});

describe('circuit', () => {
  // ABYC E-11 example form: round trip 20 ft, 15 A, 12 AWG, worked from table 8 at 75 °C.
  test('a fixed current drops I·R, split by element and side', () => {
    const wire = (id: string) =>
      ({
        id,
        circuitId: 'c',
        kind: 'wire',
        size: 'awg-12',
        conductor: 'copper',
        length: 3.048,
        ambientK: C20,
      }) as const;
    const s = solveCircuit({ volts: 12.6, ohms: 0.01 }, [wire('out')], [wire('back')], () => 15);
    const hot = s.feed[0]!.conductorK!;
    expect(s.conductorDrop).toBeCloseTo(15 * 2 * 3.048 * wireResistance('awg-12', 'copper', hot), 6);
    expect(s.sourceVolts).toBeCloseTo(12.45, 6);
    expect(s.loadVolts).toBeCloseTo(12.45 - s.conductorDrop, 6);
  });

  test('a pump on a 12.4 V battery through good wire sees 11.2–11.9 V (common practice)', () => {
    const law = pumpLaw(PUMPS.T340.model);
    const copper = {
      circuitId: 'c',
      kind: 'wire',
      size: 'awg-10',
      conductor: 'copper',
      length: 4.5,
      ambientK: 313,
    } as const;
    const s = solveCircuit(
      { volts: 12.4, ohms: 0.01 },
      [
        { id: 'f', circuitId: 'c', kind: 'fuse', ohms: 0.085 / 20 },
        { id: 'w', ...copper },
        { id: 'r', circuitId: 'c', kind: 'relay', ohms: 0.005 },
        { id: 'p', circuitId: 'c', kind: 'connector', ohms: 0.002 },
      ],
      [{ id: 'c', circuitId: 'c', kind: 'chassis', ohms: 0.003 }],
      (v) => law(400e3, v).current,
    );
    expect(s.loadVolts).toBeGreaterThan(11.2);
    expect(s.loadVolts).toBeLessThan(11.95);
    expect(s.amps).toBeCloseTo(law(400e3, s.loadVolts).current, 4);
  });
});

describe('fuse', () => {
  const inrush = motorInrush(14.2, 0.05, 0.1, 16);

  test('inrush falls from V/(R+Ra) with τ₀(R+Ra)/Ra', () => {
    expect(inrush.peak).toBeCloseTo(94.67, 2);
    expect(inrush.tau).toBeCloseTo(0.0375, 4);
  });

  test('a fuse is chosen between load and wire, or none', () => {
    expect(chooseFuse(17, 51, inrush)).toBe(25);
    expect(chooseFuse(17, 22, inrush)).toBeUndefined();
    expect(fuseSurvives(3, inrush)).toBe(false);
    // A pump over 24 A is not a 30 A fuse's load (80 % rule, common practice).
    expect(chooseFuse(24.5, 60, motorInrush(14.2, 0.05, 0.1, 24.5))).toBe(40);
  });
});

describe('published limits and formulas', () => {
  // ABYC E-11 drop formula, circular mils = 10.75·I·L/E with L out and back in ft (from memory).
  test.each([
    ['awg-10', 10, 15, 20],
    ['awg-6', 6, 25, 30],
    ['awg-14', 14, 5, 15],
  ] as const)('%s by the circular-mil formula', (size, gauge, amps, feet) => {
    const mils = (awgDiameter(gauge) / 0.0254e-3) ** 2;
    const formula = (10.75 * amps * feet) / mils;
    const ours = amps * feet * 0.3048 * wireResistance(size, 'copper', 303.15);
    expect(Math.abs(ours / formula - 1)).toBeLessThan(0.02);
  });

  // ISO 8820-3: shortest opening times at 135, 160, 200 and 350 % of the rating (from memory).
  test.each([
    [1.35, 1.5, 0.75],
    [1.6, 1.99, 0.25],
    [2, 3.49, 0.15],
    [3.5, 5.99, 0.04],
  ])(
    'a start above %d times the rating up to %d times may last %d s and no longer',
    (multiple, peak, seconds) => {
      const start = (share: number) => {
        const steady = 0.5;
        const tau = (share * seconds) / Math.log((peak - steady) / (multiple - steady));
        return fuseSurvives(20, { peak: 20 * peak, steady: 20 * steady, tau });
      };
      expect(start(0.99)).toBe(true);
      expect(start(1.01)).toBe(false);
    },
  );

  test('a meter on a stopped pump reads 0.8–1.0 Ω (common practice), far above its dynamic resistance', () => {
    for (const { model } of Object.values(PUMPS).filter((p) => p.model.type !== 'brushless')) {
      const band = meterResistance(model.armatureOhms);
      expect(band.low).toBeGreaterThan(0.75);
      expect(band.high).toBeLessThan(1.05);
      expect(band.low).toBeGreaterThan(3 * model.armatureOhms);
    }
  });
});

describe('pump laws', () => {
  test('reproduce every point of the curve at its own volts', () => {
    for (const { model } of Object.values(PUMPS)) {
      const law = pumpLaw({ ...model, reliefPa: 5e6 });
      model.curve.pressures.forEach((p, i) => {
        const point = law(p, model.curve.volts);
        expect(point.flow / LPH).toBeCloseTo(model.curve.flows[i]! / LPH, 4);
        expect(point.current).toBeCloseTo(model.curve.currents[i]!, 4);
      });
    }
  });

  test('turbine at no load and half the back-EMF scales by speed, Q ∝ s (affinity law)', () => {
    const law = pumpLaw(PUMPS.T255.model);
    const full = law(0, 13.5);
    const low = law(0, 9);
    expect(low.flow / full.flow).toBeCloseTo(low.speed / full.speed, 9);
    expect(low.scaled).toBe(true);
  });

  test('relief lets the flow fall to nothing over 100 kPa', () => {
    const law = pumpLaw({ ...PUMPS.G700.model, reliefPa: 600e3 });
    expect(law(700e3, 13.5).flow).toBe(0);
    expect(law(650e3, 13.5).flow / LPH).toBeGreaterThan(250);
    expect(law(300e3, 16).beyondCurve).toBe(true);
  });
});
