import { AWG_SIZES, METRIC_SECTIONS } from './wire-data.ts';

export const WIRE_SIZES = [
  ...AWG_SIZES,
  'mm2-0.75',
  'mm2-1',
  'mm2-1.5',
  'mm2-2.5',
  'mm2-4',
  'mm2-6',
  'mm2-10',
  'mm2-16',
  'mm2-25',
] as const;
export type WireSize = (typeof WIRE_SIZES)[number];
export type Conductor = 'copper' | 'copper-clad';

/** Resistivity of annealed copper at 20 °C, Ω·m (IACS 100 %). */
const COPPER_RHO20 = 1.7241e-8;
/** Conductivity of copper-clad aluminum as a share of copper. */
export const COPPER_CLAD_IACS = 0.63;
const ALPHA = 3.93e-3;
const K20 = 293.15;

const isAwg = (size: WireSize): boolean => size.startsWith('awg-');
/** What stands behind the dash: "12", "2/0", "2.5". */
const figure = (size: WireSize): string => size.slice(size.indexOf('-') + 1);
/** Gauge number: 1/0 is 0, 2/0 is -1 and so on. */
const gaugeNumber = (size: WireSize): number => {
  const [aughts, zero] = figure(size).split('/');
  return zero === undefined ? Number(aughts) : 1 - Number(aughts);
};

/**
 * Diameter of an AWG conductor: d = 0.127 mm · 92^((36−n)/39).
 * @param awg gauge number; 0 for 1/0, −1 for 2/0, −2 for 3/0, −3 for 4/0
 * @returns m
 * @source ASTM B258
 * @example awgDiameter(12) * 1000 // => 2.0525
 */
export function awgDiameter(awg: number): number {
  return 0.127e-3 * 92 ** ((36 - awg) / 39);
}

/**
 * Conductor section of a size.
 * @param size gauge or metric size
 * @returns m²
 * @source ASTM B258; ISO 6722 names its sizes by section
 * @example wireSection('awg-10') * 1e6 // => 5.261
 */
export function wireSection(size: WireSize): number {
  return SECTIONS.get(size)!;
}

/** Worked out once: the joint solve asks for them thousands of times. */
const SECTIONS: ReadonlyMap<WireSize, number> = new Map(
  WIRE_SIZES.map((size) => [
    size,
    isAwg(size) ? (Math.PI * awgDiameter(gaugeNumber(size)) ** 2) / 4 : Number(figure(size)) * 1e-6,
  ]),
);
const OHMS_AT_20: ReadonlyMap<WireSize, number> = new Map(
  WIRE_SIZES.map((size) => {
    const metric = METRIC_SECTIONS.find((row) => `mm2-${row.mm2}` === size);
    return [size, metric ? metric.ohmsPerMetre : COPPER_RHO20 / SECTIONS.get(size)!];
  }),
);

/**
 * Resistance per length. AWG from section and resistivity; metric from the standard's greatest value.
 * Copper-clad aluminum conducts 63 % of copper. +0.393 %/K from 20 °C.
 * @param size gauge or metric size
 * @param conductor copper or copper-clad aluminum
 * @param kelvin conductor temperature, K
 * @returns Ω/m
 * @source ASTM B258 with IACS resistivity; ISO 6722 (from memory)
 * @example wireResistance('awg-12', 'copper', 293.15) * 1000 // => 5.211
 */
export function wireResistance(size: WireSize, conductor: Conductor, kelvin: number): number {
  const at20 = OHMS_AT_20.get(size)!;
  const share = conductor === 'copper-clad' ? COPPER_CLAD_IACS : 1;
  return (at20 / share) * (1 + ALPHA * (kelvin - K20));
}

/** Section of vehicle cable as a share of the gauge it is sold as: up to 10 % less (SAE J1128, from memory). */
export const VEHICLE_CABLE_SHARE = 0.9;

/**
 * Sizes of the same family (AWG or mm²), small to large.
 * @param size wire size
 * @returns wire sizes
 * Validity: sizes of the table.
 * @throws nothing
 * @source AWG: ASTM B258; metric: ISO 6722 steps
 * @example familyOf('awg-12')[0] // => familyOf('awg-10')[0]
 */
export const familyOf = (size: WireSize): WireSize[] =>
  WIRE_SIZES.filter((s) => isAwg(s) === isAwg(size)).sort((a, b) => wireSection(a) - wireSection(b));

/**
 * “12 AWG” or “4 mm²”.
 * @param size wire size
 * @returns text
 * Validity: sizes of the table.
 * @throws nothing
 * @source common practice
 * @example wireSizeName('awg-12') // => '12 AWG'
 */
export const wireSizeName = (size: WireSize): string =>
  isAwg(size) ? `${figure(size)} AWG` : `${figure(size)} mm²`;

/**
 * Reads a wire size as people say it: "12 AWG", "awg 12", "2/0", "4 mm2", "2.5mm²".
 * @param text what was typed
 * @returns the size, or undefined when it is not one on offer
 * @source own grammar
 * @example parseWireSize('12 AWG') // => 'awg-12'
 */
export function parseWireSize(text: string): WireSize | undefined {
  const m =
    /^\s*(?:awg\s*(\d+(?:\/0)?)|(\d+(?:\/0)?)\s*(?:awg|ga(?:uge)?)|(\d\/0)|(\d*\.?\d+)\s*mm(?:2|²|\^2)?)\s*$/i.exec(
      text,
    );
  if (!m) return undefined;
  const name = m[4] === undefined ? `awg-${m[1] ?? m[2] ?? m[3]}` : `mm2-${Number(m[4])}`;
  return WIRE_SIZES.find((s) => s === name);
}
