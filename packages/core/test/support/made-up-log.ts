import { PSI } from './units.ts';

/** One row of a drive: s, rpm, gauge Pa, V, lambda. */
export interface Driven {
  readonly t: number;
  readonly rpm: number;
  readonly fuel: number;
  readonly map: number;
  readonly volts: number;
  readonly lambda: number;
}

const BASE = 43.5 * PSI;

/** Key-on, idle, cruise, a pull and coasting, ten rows a second: a car whose regulator feels its manifold (made up). */
export function madeUpDrive(): Driven[] {
  const out: Driven[] = [];
  const add = (
    seconds: number,
    of: (share: number) => readonly [rpm: number, mapKPa: number, volts: number, lambda: number],
  ) => {
    const n = Math.round(seconds * 10);
    for (let i = 0; i < n; i++) {
      const [rpm, kPa, volts, lambda] = of(i / n);
      // A little noise that is the same each time.
      const wobble = Math.sin(out.length * 1.7);
      const map = kPa * 1e3 + (rpm > 0 ? 800 * wobble : 0);
      out.push({
        t: out.length / 10,
        rpm: Math.round(rpm + (rpm > 0 ? 15 * wobble : 0)),
        fuel: BASE + map + 1500 * wobble,
        map,
        volts,
        lambda,
      });
    }
  };
  add(3, () => [0, 0, 12.4, 1]);
  add(12, () => [900, -65, 14.1, 1]);
  add(15, () => [2400, -40, 14, 1]);
  add(6, (s) => [2500 + 4300 * s, Math.min(95, -10 + 260 * s), 13.8, 0.8]);
  add(3, (s) => [6500 - 2500 * s, -78, 14, 1.2]);
  return out;
}

export interface Form {
  readonly heads: readonly string[];
  readonly cells: (d: Driven) => readonly (string | number)[];
  readonly separator?: string;
  readonly above?: readonly string[];
  readonly units?: readonly string[];
  readonly comma?: boolean;
}

const BARO = 101_325;
const fixed = (v: number, digits: number): string => v.toFixed(digits);
const usual = (d: Driven): readonly string[] => [
  fixed(d.t, 1),
  String(d.rpm),
  fixed(d.fuel / PSI, 1),
  fixed(d.map / PSI, 1),
  fixed(d.volts, 1),
  fixed(d.lambda, 2),
];
const HEADS = [
  'Time (s)',
  'Engine speed (rpm)',
  'Fuel pressure (psi)',
  'Boost (psi)',
  'Battery (V)',
  'Lambda',
];
const clock = (t: number): string =>
  `0:${String(Math.floor(t / 60)).padStart(2, '0')}:${fixed(t % 60, 1).padStart(4, '0')}`;

/** One drive written in the ways loggers write. */
export const FORMS: Readonly<Record<string, Form>> = {
  comma: { heads: HEADS, cells: usual },
  semicolon: { heads: HEADS, cells: usual, separator: ';' },
  'decimal comma': { heads: HEADS, cells: usual, separator: ';', comma: true },
  comments: {
    heads: HEADS,
    cells: usual,
    above: ['# made-up log, 10 Hz, one car', '// second line: a, b, c', ''],
  },
  'units row': {
    heads: ['Time', 'RPM', 'Fuel pressure', 'MAP', 'Battery', 'Lambda'],
    units: ['s', 'rpm', 'bar', 'kPa', 'V', 'lambda'],
    cells: (d) => [
      fixed(d.t, 1),
      d.rpm,
      fixed(d.fuel / 1e5, 3),
      fixed((d.map + BARO) / 1e3, 1),
      d.volts,
      d.lambda,
    ],
  },
  milliseconds: {
    heads: ['Time', 'RPM', 'Fuel Press (psi)', 'MAP (kPa)', 'Battery', 'Lambda'],
    cells: (d) => [
      Math.round(d.t * 1000),
      d.rpm,
      fixed(d.fuel / PSI, 1),
      fixed((d.map + BARO) / 1e3, 1),
      d.volts,
      d.lambda,
    ],
  },
  clock: { heads: HEADS.with(0, 'Time'), cells: (d) => usual(d).toSpliced(0, 1, clock(d.t)) },
  underscores: {
    heads: [
      'time_s',
      'engine_speed_rpm',
      'fuel_pressure_psi',
      'boost_psi',
      'battery_v',
      'lambda_1',
      'pump_voltage',
    ],
    cells: (d) => [...usual(d), fixed(d.volts - 0.9, 1)],
    separator: '\t',
  },
  psi: {
    heads: ['Time (s)', 'RPM', 'Fuel pressure', 'Boost', 'Battery', 'AFR'],
    cells: (d) => usual(d).toSpliced(5, 1, fixed(d.lambda * 14.7, 2)),
  },
  kPa: {
    heads: ['Time (s)', 'RPM', 'Fuel pressure', 'MAP', 'Battery', 'Lambda'],
    cells: (d) => [
      fixed(d.t, 1),
      d.rpm,
      fixed(d.fuel / 1e3, 0),
      fixed((d.map + BARO) / 1e3, 0),
      d.volts,
      d.lambda,
    ],
  },
  bar: {
    heads: ['Time (s)', 'RPM', 'Fuel pressure', 'MAP', 'Battery', 'Lambda'],
    cells: (d) => [
      fixed(d.t, 1),
      d.rpm,
      fixed(d.fuel / 1e5, 2),
      fixed((d.map + BARO) / 1e5, 2),
      d.volts,
      d.lambda,
    ],
  },
  absolute: {
    heads: ['Time (s)', 'RPM', 'Fuel pressure (psia)', 'MAP (psi abs)', 'Battery (V)', 'Lambda'],
    cells: (d) => [
      fixed(d.t, 1),
      d.rpm,
      fixed((d.fuel + BARO) / PSI, 1),
      fixed((d.map + BARO) / PSI, 1),
      d.volts,
      d.lambda,
    ],
  },
};

/** The text of a file. */
export function written(
  { heads, cells, separator = ',', above = [], units, comma = false }: Form,
  drive = madeUpDrive(),
): string {
  const line = (row: readonly (string | number)[]): string =>
    row.map((c) => (comma ? String(c).replace('.', ',') : String(c))).join(separator);
  return [...above, line(heads), ...(units ? [line(units)] : []), ...drive.map((d) => line(cells(d)))].join(
    '\n',
  );
}
