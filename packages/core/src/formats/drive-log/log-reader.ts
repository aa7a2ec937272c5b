import type { LogChannel } from '../../prove/procedures/drive-log/series.ts';
import { formatQuantity } from '../../quantities/format.ts';
import { dimensionSpec, toSi, type UnitSystem } from '../../quantities/units.ts';
import { candidates, guessLogColumns, LOG_COLUMNS, type LogColumns } from './columns.ts';
import {
  manifoldPossible,
  namedIn,
  railPossible,
  railSlope,
  readingName,
  type Basis,
  type Reading,
} from './readings.ts';
import { clockIn, numberIn, type LogSheet } from './sheet.ts';

/** Something the log does not say and physics does not decide: asked, never guessed. */
export interface LogQuestion {
  readonly channel: LogChannel;
  readonly text: string;
  readonly options: readonly { readonly answer: string; readonly label: string }[];
}

/** Answers by channel: the name of a reading, a unit of time, or a column of the sheet. */
export type LogAnswers = Readonly<Partial<Record<LogChannel, string>>>;

export interface LogHow {
  readonly system: UnitSystem;
  readonly barometricPa: number;
  /** Chosen by hand; absent: by the headings. */
  readonly columns?: LogColumns;
  readonly answers?: LogAnswers;
  /** What the plan has: the greatest boost, Pa gauge, and whether its regulator feels the manifold. */
  readonly expects?: { readonly boostPa: number; readonly referenced: boolean };
}

/** An air-fuel gauge shows gasoline's scale whatever is burned (common practice). */
const AFR_OF_GASOLINE = 14.7;

/** What the middle of a whole log lies within where a column holds that channel. */
const USUAL = { volts: [9, 18.5], lambda: [0.6, 1.6] } as const;

/** Units a pressure is logged in; inches of mercury only where they are named. */
const OF_PRESSURE = ['psi', 'kPa', 'bar'];

/** How every channel is read: decided, or asked. */
export class LogReader {
  readonly questions: LogQuestion[] = [];
  readonly ways = new Map<LogChannel, (cell: string) => number | undefined>();
  readonly said = new Map<LogChannel, string>();
  trouble: string | null = null;

  constructor(
    private readonly sheet: LogSheet,
    readonly columns: Partial<Record<LogChannel, number>>,
    private readonly how: LogHow,
  ) {}

  decide(): void {
    this.time();
    this.plain('rpm');
    this.manifold();
    this.fuel();
    this.plain('ethanol');
    this.one('volts');
    this.one('lambda');
  }

  cells(c: LogChannel): string[] {
    const at = this.columns[c];
    return at === undefined ? [] : this.sheet.body.map((row) => row[at] ?? '');
  }

  number = (cell: string): number | undefined => numberIn(cell, this.sheet.decimalComma);

  private named(c: LogChannel) {
    const at = this.columns[c]!;
    return namedIn(c, this.sheet.headings[at] ?? '', this.sheet.units[at] ?? '');
  }

  private heading = (c: LogChannel): string =>
    `“${(this.sheet.headings[this.columns[c]!] ?? '').slice(0, 40)}”`;

  private use(c: LogChannel, said: string, way: (cell: string) => number | undefined): void {
    this.ways.set(c, way);
    this.said.set(c, said);
  }

  /** One unit, by the heading or the usual one. */
  private plain(c: 'rpm' | 'ethanol'): void {
    if (this.columns[c] === undefined) return;
    const { units } = dimensionSpec(LOG_COLUMNS[c].dimension);
    const usual = c === 'rpm' ? 'rpm' : '%';
    const unit = this.named(c).unit ?? units.find((u) => u.symbol === usual)!;
    // A share of one, and not of a hundred.
    const most = Math.max(0, ...this.cells(c).map((cell) => this.number(cell) ?? 0));
    const share = c === 'ethanol' && this.named(c).unit === null && most <= 1;
    this.use(c, share ? 'share' : unit.symbol, (cell) => {
      const value = this.number(cell);
      return value === undefined ? undefined : share ? value : toSi(value, unit);
    });
  }

  private time(): void {
    const cells = this.cells('timeS').filter((c) => c.trim() !== '');
    const clocks = cells.filter((c) => clockIn(c) !== undefined).length;
    if (clocks > 0.9 * cells.length) {
      this.use('timeS', 'clock', clockIn);
      return;
    }
    const all = ['s', 'ms'].filter((symbol) => this.clockPossible(symbol === 'ms' ? 1e-3 : 1));
    const named = this.timeNamed();
    const answer = this.how.answers?.timeS;
    const chosen =
      answer ??
      (named !== null && all.includes(named)
        ? named
        : named === null && all.length === 1
          ? all[0]
          : undefined);
    if (chosen === undefined) {
      if (all.length === 0)
        this.trouble ??= `${this.heading('timeS')} is no time in s or ms: rows lie too far apart, or engine speed jumps from row to row.`;
      else
        this.ask(
          'timeS',
          `${this.heading('timeS')}: which unit of time?`,
          ['s', 'ms'].map((answer) => ({ answer, label: answer === 's' ? 'seconds' : 'milliseconds' })),
        );
      return;
    }
    const scale = chosen === 'ms' ? 1e-3 : 1;
    this.use('timeS', chosen, (cell) => {
      const value = this.number(cell);
      return value === undefined ? undefined : value * scale;
    });
  }

  private timeNamed(): string | null {
    const at = this.columns.timeS!;
    const text = `${this.sheet.headings[at] ?? ''} ${this.sheet.units[at] ?? ''}`.toLowerCase();
    if (/\b(ms|msec|millisec(onds)?)\b|_ms\b/.test(text)) return 'ms';
    return /\b(s|sec|secs|seconds)\b|_s\b/.test(text) ? 's' : null;
  }

  /** Rows no further apart than a slow log's, no nearer than a fast one's; and no engine speed that jumps. */
  private clockPossible(scale: number): boolean {
    const times = this.cells('timeS').map((c) => this.number(c));
    const rpm = this.cells('rpm').map((c) => this.number(c));
    const steps: number[] = [];
    for (let i = 1; i < times.length; i++) {
      const dt =
        times[i] !== undefined && times[i - 1] !== undefined ? (times[i]! - times[i - 1]!) * scale : 0;
      if (dt !== 0) steps.push(Math.abs(dt));
    }
    if (steps.length === 0) return true;
    const step = steps.sort((a, b) => a - b)[steps.length >> 1]!;
    if (step < STEP.least || step > STEP.most) return false;
    // Over a fifth of a second and more: noise of the sensor is less than that.
    const apart = Math.max(1, Math.ceil(0.2 / step));
    const rates: number[] = [];
    for (let i = apart; i < times.length; i += apart) {
      const [a, b, t0, t1] = [rpm[i - apart], rpm[i], times[i - apart], times[i]];
      if (a === undefined || b === undefined || t0 === undefined || t1 === undefined || t1 === t0) continue;
      rates.push(Math.abs((b - a) / ((t1 - t0) * scale)));
    }
    if (rates.length === 0) {
      const first = rpm.find((r) => r !== undefined);
      const last = rpm.findLast((r) => r !== undefined);
      const span = step * Math.max(1, times.length - 1);
      return first === undefined || last === undefined || Math.abs(last - first) / span < STEP.fastest;
    }
    return rates.sort((a, b) => a - b)[Math.floor(0.9 * rates.length)]! < STEP.fastest;
  }

  private manifold(): void {
    const rpm = this.cells('rpm').map(this.number);
    const samples = this.cells('manifoldPa').map((cell, i) => ({ rpm: rpm[i], said: this.number(cell) }));
    const named = this.named('manifoldPa');
    const possible = (r: Reading): boolean => manifoldPossible(samples, r, this.how.barometricPa);
    const all = this.readings('manifoldPa', ['gauge', 'absolute']).filter(possible);
    let fits = all.filter(
      (r) =>
        (named.unit === null || r.unit === named.unit) && (named.basis === null || r.basis === named.basis),
    );
    const { expects, barometricPa } = this.how;
    if (fits.length > 1 && expects) {
      const off = (r: Reading): number => {
        const most = Math.max(
          ...samples.flatMap((s) => (s.said === undefined ? [] : [toSi(s.said, r.unit)])),
        );
        return Math.abs(most - (r.basis === 'absolute' ? barometricPa : 0) - expects.boostPa);
      };
      const near = fits.filter((r) => off(r) < BOOST_NEAR);
      if (near.length === 1 && fits.every((r) => r === near[0] || off(r) > BOOST_FAR)) fits = near;
    }
    this.settle(
      'manifoldPa',
      fits,
      named.unit || named.basis ? all : [],
      (r) =>
        this.range(
          samples.flatMap((s) =>
            s.said === undefined ? [] : [toSi(s.said, r.unit) - (r.basis === 'absolute' ? barometricPa : 0)],
          ),
          'manifold',
        ),
      (r) => (value) => toSi(value, r.unit) - (r.basis === 'absolute' ? barometricPa : 0),
    );
  }

  private fuel(): void {
    const manifold = this.ways.get('manifoldPa');
    const [rpm, map] = [this.cells('rpm').map(this.number), this.cells('manifoldPa')];
    const samples = this.cells('fuelPa').map((cell, i) => ({
      rpm: rpm[i],
      said: this.number(cell),
      manifold: manifold?.(map[i] ?? ''),
    }));
    const named = this.named('fuelPa');
    const { barometricPa, expects } = this.how;
    const possible = (r: Reading): boolean => railPossible(samples, r, barometricPa);
    const all = this.readings('fuelPa', ['gauge', 'absolute', 'over manifold']).filter(possible);
    const basis = named.basis ?? 'gauge';
    let fits = all.filter((r) => (named.unit === null || r.unit === named.unit) && r.basis === basis);
    // A rail that does not follow the manifold was logged over it already, or its regulator does not feel it.
    if (named.basis === null && expects?.referenced !== false && fits.length === 1) {
      const [only] = fits;
      const pairs = samples.flatMap((s) =>
        s.said === undefined || s.manifold === undefined || (s.rpm ?? 0) < 400
          ? []
          : [{ rail: toSi(s.said, only!.unit), manifold: s.manifold }],
      );
      const slope = railSlope(pairs);
      if (slope !== null && Math.abs(slope) < FLAT)
        fits = all.filter((r) => r.unit === only!.unit && r.basis !== 'absolute');
    }
    const rail =
      (r: Reading) =>
      (value: number, over: number | undefined): number | undefined =>
        r.basis === 'over manifold'
          ? over === undefined
            ? undefined
            : toSi(value, r.unit) + over
          : toSi(value, r.unit) - (r.basis === 'absolute' ? barometricPa : 0);
    this.settle(
      'fuelPa',
      fits,
      all,
      (r) =>
        this.range(
          samples.flatMap((s) => (s.said === undefined ? [] : (rail(r)(s.said, s.manifold) ?? []))),
          'pressure',
        ),
      (r) => (value) => toSi(value, r.unit) - (r.basis === 'absolute' ? barometricPa : 0),
    );
    this.overManifold = this.said.get('fuelPa')?.endsWith('over manifold') ?? false;
  }

  /** The rail was logged over the manifold. */
  overManifold = false;

  /** Units and bases a pressure could be written in: those of cars, and the one that is named. */
  private readings(c: 'fuelPa' | 'manifoldPa', bases: readonly Basis[]): Reading[] {
    const { unit } = this.named(c);
    return dimensionSpec(LOG_COLUMNS[c].dimension)
      .units.filter((u) => OF_PRESSURE.includes(u.symbol) || u === unit)
      .flatMap((u) => bases.map((basis) => ({ unit: u, basis })));
  }

  private range(values: readonly number[], dimension: 'manifold' | 'pressure'): string {
    const show = (v: number): string => formatQuantity(dimension, v, this.how.system).text;
    return values.length === 0 ? '' : `${show(Math.min(...values))} to ${show(Math.max(...values))}`;
  }

  /** One way: taken. Several, or only ones the heading does not name: asked. None: refused. */
  private settle(
    c: 'fuelPa' | 'manifoldPa',
    fits: readonly Reading[],
    others: readonly Reading[],
    range: (r: Reading) => string,
    way: (r: Reading) => (value: number) => number,
  ): void {
    const answer = this.how.answers?.[c];
    const answered =
      answer === undefined
        ? undefined
        : this.readings(c, ['gauge', 'absolute', 'over manifold']).find((r) => readingName(r) === answer);
    const chosen = answered ?? (fits.length === 1 ? fits[0] : undefined);
    if (chosen) {
      this.use(c, readingName(chosen), (cell) => {
        const value = this.number(cell);
        return value === undefined ? undefined : way(chosen)(value);
      });
      return;
    }
    const options = fits.length > 0 ? fits : others;
    if (options.length === 0) {
      const numbers = this.cells(c).flatMap((cell) => this.number(cell) ?? []);
      if (numbers.length === 0) {
        // The rows say what is wrong with them.
        this.use(c, '', () => undefined);
        return;
      }
      this.trouble ??= `${this.heading(c)} goes from ${Math.min(...numbers)} to ${Math.max(...numbers)}: in no unit is that ${c === 'fuelPa' ? 'a fuel rail with its injectors working' : 'a manifold'}. Choose another column.`;
      return;
    }
    const impossible = fits.length === 0 ? ' As it is named it cannot be.' : '';
    this.ask(
      c,
      `${this.heading(c)}: how is it meant?${impossible}`,
      options.map((r) => ({ answer: readingName(r), label: `${readingName(r)}: ${range(r)}` })),
    );
  }

  /** The one column that can be what is looked for; asked where several can. */
  private one(c: 'volts' | 'lambda'): void {
    if (this.columns[c] === undefined) return;
    const [low, high] = USUAL[c];
    const fits = (at: number): boolean => {
      const all = this.sheet.body
        .flatMap((row) => this.number(row[at] ?? '') ?? [])
        .map((v) => (c === 'lambda' ? asLambda(v) : v))
        .sort((a, b) => a - b);
      const middle = all[all.length >> 1];
      return middle !== undefined && middle >= low && middle <= high;
    };
    const answer = this.how.answers?.[c];
    const byHand =
      this.how.columns?.[c] !== undefined && this.how.columns[c] !== guessLogColumns(this.sheet.headings)[c];
    if (answer === undefined && !byHand) {
      const could = candidates(this.sheet.headings, c).filter(fits);
      if (could.length === 0) {
        delete this.columns[c];
        return;
      }
      if (could.length > 1) {
        this.ask(
          c,
          `Which of these is ${c === 'volts' ? 'the battery’s or the controller’s volts' : 'the lambda to go by'}?`,
          could.map((at) => ({ answer: String(at), label: this.sheet.headings[at]!.slice(0, 40) })),
        );
        return;
      }
      this.columns[c] = could[0]!;
    } else if (answer !== undefined) this.columns[c] = Number(answer);
    this.use(c, c === 'volts' ? 'V' : '', (cell) => {
      const value = this.number(cell);
      return value === undefined ? undefined : c === 'lambda' ? asLambda(value) : value;
    });
  }

  private ask(channel: LogChannel, text: string, options: LogQuestion['options']): void {
    this.questions.push({ channel, text, options });
  }
}

/** Rows of a log lie so far apart, s; and no engine gains or loses speed faster, 1/min per s. */
const STEP = { least: 0.0005, most: 2.5, fastest: 15_000 } as const;
/** A rail that follows its manifold less than so, Pa per Pa, does not follow it. */
const FLAT = 0.15;
/** How near the planned boost a reading must come to be taken, and how far off the others must be, Pa. */
const BOOST_NEAR = 45e3;
const BOOST_FAR = 75e3;

const asLambda = (value: number): number => (value > 5 ? value / AFR_OF_GASOLINE : value);
