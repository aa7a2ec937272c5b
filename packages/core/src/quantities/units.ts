import { GALLON, HP, INCH, INHG, LPH, POUND, PSI, FOOT } from './constants.ts';
/** Units the interface accepts and shows. SI inside: `factor` (and `offset`) turn a typed value into SI. */
export interface Unit {
  readonly symbol: string;
  /** Other spellings accepted on input, lower case. */
  readonly aliases: readonly string[];
  /** SI = value × factor + offset. */
  readonly factor: number;
  readonly offset?: number;
  /** Decimals shown. */
  readonly decimals: number;
  /** Above this figure a gauge is read in steps. */
  readonly coarse?: { readonly above: number; readonly step: number };
}

/** US with flow in liters an hour, as pumps are sold, or in gallons; metric. */
export const UNIT_SYSTEMS = ['us', 'us-gph', 'metric'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/**
 * Whether a unit system is US.
 * @param system unit system
 * @returns true for US, whatever its flow is read in
 * Validity: every system.
 * @throws nothing
 * @source own convention
 * @example isUs('us-gph') // => true
 */
export const isUs = (system: UnitSystem): boolean => system !== 'metric';

export interface DimensionSpec {
  readonly name: string;
  readonly units: readonly Unit[];
  /** Symbol shown in each system. */
  readonly shown: Readonly<Record<'us' | 'metric', string>> & Readonly<Partial<Record<UnitSystem, string>>>;
}

const unit = (
  symbol: string,
  factor: number,
  decimals: number,
  aliases: string[] = [],
  offset = 0,
): Unit => ({
  symbol,
  factor,
  decimals,
  aliases,
  offset,
});

const plain = (name: string, symbol: string, decimals: number, aliases: string[] = []): DimensionSpec => ({
  name,
  units: [unit(symbol, 1, decimals, aliases)],
  shown: { us: symbol, metric: symbol },
});

const PRESSURE: readonly Unit[] = [
  // A dial of a hundred psi is read to half a one, at its beginning to a tenth.
  { ...unit('psi', PSI, 1, ['psig', 'lb/in2', 'lbs']), coarse: { above: 20, step: 0.5 } },
  { ...unit('kPa', 1e3, 1, ['kpa']), coarse: { above: 140, step: 1 } },
  unit('bar', 1e5, 2),
  unit('Pa', 1, 0, ['pa']),
  unit('inHg', INHG, 1, ['inhg', '"hg', 'in hg', 'in. hg']),
];

/** Exact factors: international foot and pound (1959), US gallon 231 in³, mechanical horsepower 550 ft·lbf/s. */
const LENGTHS: readonly Unit[] = [
  unit('ft', FOOT, 2, ["'", 'feet', 'foot']),
  unit('in', INCH, 1, ['"', 'inch', 'inches']),
  unit('m', 1, 2),
  unit('mm', 1e-3, 0),
  unit('cm', 1e-2, 1),
];

export const DIMENSIONS = {
  pressure: { name: 'pressure', units: PRESSURE, shown: { us: 'psi', metric: 'kPa' } },
  /** In the intake manifold: above the air outside it is boost, below it vacuum, and a gauge shows that in inches of mercury. */
  manifold: { name: 'manifold pressure', units: PRESSURE, shown: { us: 'psi', metric: 'kPa' } },
  flow: {
    name: 'flow',
    units: [
      unit('L/h', LPH, 0, ['lph', 'l/hr']),
      unit('gph', GALLON / 3600, 1, ['gal/h', 'gal/hr']),
      unit('gal/min', GALLON / 60, 2, ['gpm']),
      unit('cc/min', 1e-6 / 60, 0, ['cc', 'ml/min', 'cm3/min']),
      unit('L/min', 1e-3 / 60, 2, ['lpm']),
      unit('m³/s', 1, 8, ['m3/s']),
    ],
    shown: { us: 'L/h', 'us-gph': 'gph', metric: 'L/h' },
  },
  injectorFlow: {
    name: 'injector flow',
    units: [
      unit('cc/min', 1e-6 / 60, 0, ['cc', 'ml/min', 'cm3/min']),
      unit('L/h', LPH, 1, ['lph', 'l/hr']),
      // Injectors are sold by the pound an hour of gasoline: 10.5 cc/min each (common practice).
      unit('lb/hr', 10.5e-6 / 60, 1, ['lb/h', 'lbs/h', 'lbs/hr', 'pph']),
      unit('m³/s', 1, 8, ['m3/s']),
    ],
    shown: { us: 'lb/hr', metric: 'cc/min' },
  },
  /** What comes out of a joint: by the minute, or by the drop. */
  leak: {
    name: 'leak',
    units: [
      unit('mL/min', 1e-6 / 60, 2, ['cc/min', 'cc', 'ml/min']),
      unit('mL/h', 1e-6 / 3600, 1, ['ml/h', 'cc/h']),
      unit('m³/s', 1, 10, ['m3/s']),
    ],
    shown: { us: 'mL/min', metric: 'mL/min' },
  },
  length: { name: 'length', units: LENGTHS, shown: { us: 'ft', metric: 'm' } },
  /** What is held with a tape at the bench: a bare number is inches, or millimeters. */
  tape: { name: 'length', units: LENGTHS, shown: { us: 'in', metric: 'mm' } },
  /** A cut's width and the like: to a tenth of an inch, or whole millimeters, as it is counted. */
  allowance: { name: 'allowance', units: LENGTHS, shown: { us: 'in', metric: 'mm' } },
  bore: {
    name: 'bore',
    units: [unit('mm', 1e-3, 1), unit('in', INCH, 3, ['"', 'inch'])],
    shown: { us: 'in', metric: 'mm' },
  },
  speed: {
    name: 'speed',
    units: [unit('ft/s', FOOT, 1, ['fps']), unit('m/s', 1, 1)],
    shown: { us: 'ft/s', metric: 'm/s' },
  },
  power: {
    name: 'power',
    units: [
      unit('hp', HP, 0, [
        ...['bhp', 'chp', 'whp', 'rwhp', 'awhp', 'wheel hp', 'wheel horsepower', 'crank hp'],
        ...['horsepower', 'hp at the wheels', 'hp at the crank', 'hp wheels', 'hp crank'],
      ]),
      unit('kW', 1e3, 0, ['kw', 'wkw', 'kw at the wheels', 'kw at the crank']),
      unit('W', 1, 0, ['w', 'watt', 'watts']),
    ],
    shown: { us: 'hp', metric: 'kW' },
  },
  fuelRate: {
    name: 'brake specific fuel consumption',
    units: [
      unit('lb/hp·h', POUND / (HP * 3600), 3, ['lb/hph', 'lb/hp h', 'lb/hp-h', 'lb/hp*h']),
      unit('g/kWh', 1e-3 / 3.6e6, 0, ['g/kwh']),
    ],
    shown: { us: 'lb/hp·h', metric: 'g/kWh' },
  },
  temperature: {
    name: 'temperature',
    units: [
      unit('°F', 5 / 9, 0, ['f', 'degf'], 273.15 - (32 * 5) / 9),
      unit('°C', 1, 0, ['c', 'degc'], 273.15),
      unit('K', 1, 1, ['k']),
    ],
    shown: { us: '°F', metric: '°C' },
  },
  /** A difference: 5 K is 9 °F of warming and not 41 °F. */
  warming: {
    name: 'warming',
    units: [unit('°F', 5 / 9, 0, ['f', 'degf']), unit('°C', 1, 0, ['c', 'degc']), unit('K', 1, 1, ['k'])],
    shown: { us: '°F', metric: '°C' },
  },
  volume: {
    name: 'volume',
    units: [unit('L', 1e-3, 2, ['l', 'liter']), unit('mL', 1e-6, 0, ['ml', 'cc']), unit('gal', GALLON, 2)],
    shown: { us: 'L', metric: 'L' },
  },
  /** What a cushion or an accumulator takes: liters would be all zeros. */
  smallVolume: {
    name: 'volume',
    units: [
      unit('mL', 1e-6, 2, ['ml', 'cc', 'cm3']),
      unit('L', 1e-3, 4, ['l', 'liter']),
      unit('in³', INCH ** 3, 2, ['in3', 'cu in', 'ci']),
    ],
    shown: { us: 'mL', metric: 'mL' },
  },
  time: {
    name: 'time',
    units: [
      unit('min', 60, 1, ['mins', 'minute', 'minutes']),
      unit('s', 1, 0, ['sec', 'seconds']),
      unit('h', 3600, 2, ['hr', 'hours']),
    ],
    shown: { us: 'min', metric: 'min' },
  },
  /** Timed by hand: a bare figure is seconds. */
  stopwatch: {
    name: 'time',
    units: [unit('s', 1, 1, ['sec', 'seconds']), unit('min', 60, 2, ['mins', 'minute', 'minutes'])],
    shown: { us: 's', metric: 's' },
  },
  fraction: {
    name: 'share',
    units: [unit('%', 0.01, 0, ['percent', 'pct'])],
    shown: { us: '%', metric: '%' },
  },
  /** Delays, timers, moments of a drive. */
  duration: plain('duration', 's', 1, ['sec', 'seconds']),
  engineSpeed: plain('engine speed', 'rpm', 0, ['1/min']),
  volts: plain('voltage', 'V', 2, ['v', 'volt', 'volts']),
  amps: plain('current', 'A', 1, ['a', 'amp', 'amps']),
  resistance: {
    name: 'resistance',
    units: [unit('mΩ', 1e-3, 1, ['mohm', 'milliohm']), unit('Ω', 1, 3, ['ohm', 'ohms'])],
    shown: { us: 'mΩ', metric: 'mΩ' },
  },
  /** Windings, coils and loads: ohms, where joints and sources are milliohms. */
  winding: {
    name: 'resistance',
    units: [unit('Ω', 1, 2, ['ohm', 'ohms']), unit('mΩ', 1e-3, 0, ['mohm', 'milliohm'])],
    shown: { us: 'Ω', metric: 'Ω' },
  },
  /** How much a regulator's pressure rises with what it bypasses. */
  droop: {
    name: 'rise with flow',
    units: [
      unit('psi per 100 L/h', PSI / (100 * LPH), 2, ['psi/100 l/h', 'psi']),
      unit('kPa per 100 L/h', 1e3 / (100 * LPH), 1, ['kpa/100 l/h', 'kpa']),
    ],
    shown: { us: 'psi per 100 L/h', metric: 'kPa per 100 L/h' },
  },
  density: {
    name: 'density',
    units: [unit('kg/m³', 1, 0, ['kg/m3']), unit('g/mL', 1000, 3, ['g/ml', 'g/cm3', 'kg/l'])],
    shown: { us: 'kg/m³', metric: 'kg/m³' },
  },
  coefficient: plain('coefficient', '', 2),
  angle: plain('angle', '°', 0, ['deg', 'degrees']),
  count: plain('count', '', 0),
} as const satisfies Record<string, DimensionSpec>;

export type Dimension = keyof typeof DIMENSIONS;

/**
 * Units of a dimension and which of them is shown.
 * @param dimension key of DIMENSIONS
 * @returns units with factor and offset to SI
 * Validity: every dimension.
 * @throws nothing
 * @source see DIMENSIONS
 * @example dimensionSpec('volts').units[0].symbol // => 'V'
 */
export const dimensionSpec = (dimension: Dimension): DimensionSpec => DIMENSIONS[dimension];

/**
 * The unit a dimension is shown in.
 * @param dimension key of DIMENSIONS
 * @param system US or metric
 * @returns unit
 * Validity: every dimension.
 * @throws nothing
 * @source common practice
 * @example shownUnit('pressure', 'us').symbol // => 'psi'
 */
export const shownUnit = (dimension: Dimension, system: UnitSystem): Unit => {
  const spec = dimensionSpec(dimension);
  const symbol = spec.shown[system] ?? spec.shown.us;
  return spec.units.find((u) => u.symbol === symbol) ?? spec.units[0]!;
};

export const toSi = (value: number, u: Unit): number => value * u.factor + (u.offset ?? 0);
/**
 * An SI figure in a unit.
 * @param value SI
 * @param u unit
 * @returns figure in that unit
 * Validity: any figure.
 * @throws nothing
 * @source see DIMENSIONS
 * @example fromSi(300e3, shownUnit('pressure', 'metric')) // => 300
 */
export const fromSi = (value: number, u: Unit): number => (value - (u.offset ?? 0)) / u.factor;
