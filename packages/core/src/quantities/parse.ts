import { fail, ok, type Result } from '../outcome/result.ts';
import { editText } from './format.ts';
import { rangeWords } from './round-limit.ts';
import { dimensionSpec, isUs, shownUnit, toSi, type Dimension, type Unit, type UnitSystem } from './units.ts';

const FRACTION = String.raw`\d+\/\d+`;
const NUMBER = new RegExp(
  String.raw`^(?:\d+[ -]${FRACTION}|${FRACTION}|\d{1,3}(?:,\d{3})+(?:\.\d+)?(?![\d,])|\d+(?:\.\d*)?|\.\d+)(?:e[-+]?\d+)?`,
  'i',
);
/** Three figures behind a comma are thousands; fewer, more, or a zero before it may be a decimal comma, or two numbers: asked. */
const ODD_COMMA = /^([-+]?)(?:(0),(\d+)|(\d+),(\d{1,2}|\d{4,}))(?![\d,])/;
/** “20 inHg vacuum” stands below the air outside. */
const VACUUM = /\s*\b(?:of\s+)?(?:vac|vacuum)\.?$/i;
/** “E70”: so much ethanol. */
const ETHANOL = /^e\s?(\d{1,3}(?:\.\d+)?)$/i;

export interface Range {
  /** SI. */
  readonly min: number;
  /** SI. */
  readonly max: number;
}

/** One number as typed, with its unit where one was typed. */
interface Term {
  readonly text: string;
  readonly value: number;
  readonly unit: Unit | undefined;
}

const readNumber = (text: string): number => {
  const clean = text.replaceAll(',', '');
  const mixed = /^(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(clean);
  if (!mixed) return Number(clean);
  const [, whole, top, bottom] = mixed;
  return Number(whole ?? 0) + Number(top) / Number(bottom);
};

/** Signs that look like others, and fractions that are one character. */
const SAME: readonly (readonly [RegExp, string])[] = [
  [/[\u2212\u2013]/g, '-'],
  [/[\u00a0\u202f\u2009]/g, ' '],
  [/[\u2032\u2019]/g, "'"],
  [/[\u2033\u201d]/g, '"'],
  ...(
    [
      ['½', '1/2'],
      ['¼', '1/4'],
      ['¾', '3/4'],
      ['⅛', '1/8'],
      ['⅜', '3/8'],
      ['⅝', '5/8'],
      ['⅞', '7/8'],
    ] as const
  ).map(([one, plain]) => [new RegExp(` ?${one}`, 'g'), ` ${plain}`] as const),
];
const normal = (text: string): string => SAME.reduce((t, [from, to]) => t.replace(from, to), text).trim();

/** Ways of writing a shop has beside number and unit: vacuum as a word, ethanol as E70. */
function inTheFieldsWay(dimension: Dimension, plain: string): string {
  if ((dimension === 'pressure' || dimension === 'manifold') && VACUUM.test(plain))
    return `-${plain.replace(VACUUM, '').replace(/^-/, '')}`;
  if (dimension === 'fraction') return plain.replace(ETHANOL, '$1 %');
  return plain;
}

/** The longest unit of the dimension the text begins with; what follows must not carry a word on. */
function unitAt(
  units: readonly Unit[],
  text: string,
): { readonly unit: Unit; readonly length: number } | undefined {
  const lower = text.toLowerCase();
  let best: { unit: Unit; length: number; exact: boolean } | undefined;
  for (const unit of units)
    for (const word of [unit.symbol, ...unit.aliases]) {
      if (word === '' || !lower.startsWith(word.toLowerCase())) continue;
      if (/[a-z]$/i.test(word) && /^[a-z/]/i.test(text.slice(word.length))) continue;
      const exact = text.startsWith(unit.symbol);
      if (!best || word.length > best.length || (word.length === best.length && exact && !best.exact))
        best = { unit, length: word.length, exact };
    }
  return best;
}

const FOOT = 'ft';
type UnitPair = readonly [first: string, second: string, most: number];
const LENGTH_PAIRS: readonly UnitPair[] = [
  [FOOT, 'in', 12],
  ['m', 'cm', 100],
  ['m', 'mm', 1000],
];
/** Two units that are said together, and how many of the second make one of the first. */
const PAIRS: Partial<Record<Dimension, readonly UnitPair[]>> = {
  length: LENGTH_PAIRS,
  tape: LENGTH_PAIRS,
  time: [
    ['h', 'min', 60],
    ['min', 's', 60],
  ],
};

/**
 * Reads a quantity as people type it into SI. Known forms only: one number with or without its unit ("58 psi", "30A",
 * "1/2 in", "1,200"), feet and inches ("11 ft 6 in", "11 ft 6", "11-6"), hours, minutes and seconds. Anything else is refused
 * with what was understood and what was probably meant; nothing is added up in silence.
 * @param dimension what kind of quantity is expected
 * @param text what was typed; a bare number takes the unit that the current unit system shows
 * @param system unit system that gives a bare number its unit
 * @param range allowed range, SI, refused outside with the limit named in the shown unit
 * @returns SI value, or an InputError with code, limit and remedy
 * Validity: text up to what a field takes.
 * @throws nothing
 * @source exact conversion factors of 1959 (international yard and pound); own grammar
 * @example parseQuantity('length', '11 ft 6', 'us').value // => 3.5052
 */
export function parseQuantity(
  dimension: Dimension,
  text: string,
  system: UnitSystem,
  range?: Range,
): Result<number> {
  const read = readTerms(dimension, text, system);
  if (!read.ok) return read;
  const total = read.value;
  if (!Number.isFinite(total))
    return bad('NOT_A_NUMBER', text, `"${text}" is not a finite number`, hint(dimension, system));
  if (range && total < range.min && total >= range.min - asShown(range.min)) return ok(range.min);
  if (range && total > range.max && total <= range.max + asShown(range.max)) return ok(range.max);
  if (range && (total < range.min || total > range.max)) {
    const limit = rangeWords(dimension, range, system);
    return fail({
      code: 'OUT_OF_RANGE',
      field: '',
      value: text,
      message: `"${text}" is outside ${limit}`,
      limit,
      remedy: `enter a ${dimensionSpec(dimension).name} from ${limit}`,
      meant: inAnotherUnit(dimension, text, system, range),
    });
  }
  return ok(total);
}

function readTerms(dimension: Dimension, text: string, system: UnitSystem): Result<number> {
  const { name, units } = dimensionSpec(dimension);
  const typed = inTheFieldsWay(dimension, normal(text));
  if (typed === '') return bad('EMPTY', text, 'Nothing was typed', hint(dimension, system));
  const comma = ODD_COMMA.exec(typed)?.[0];
  if (comma !== undefined) return askComma(dimension, text, typed, comma, system);
  const sign = typed.startsWith('-') ? -1 : 1;
  let rest = typed.replace(/^[-+]\s*/, '');
  const terms: Term[] = [];
  let dashed = false;
  while (rest !== '') {
    if (terms.length === 1 && terms[0]!.unit === undefined && /^-\d/.test(rest)) {
      dashed = true;
      rest = rest.slice(1);
    }
    const number = NUMBER.exec(rest)?.[0];
    if (number === undefined) {
      const odd = terms.length === 0 ? text : rest;
      return bad('NOT_A_NUMBER', text, `"${odd}" is not a ${name}`, hint(dimension, system));
    }
    const after = rest.slice(number.length);
    const tail = after.trimStart();
    const found = unitAt(units, tail);
    const word = /^[^\d\s+-][^\s]*/.exec(tail)?.[0];
    if (!found && word) {
      const known = units.map((u) => u.symbol).join(', ');
      return bad('UNKNOWN_UNIT', text, `"${word}" is not a unit of ${name}`, `use ${known}`, [
        `${sign < 0 ? '-' : ''}${number} ${nearestUnit(units, word) ?? shownUnit(dimension, system).symbol}`,
      ]);
    }
    terms.push({ text: number, value: readNumber(number), unit: found?.unit });
    rest = (found ? tail.slice(found.length) : after).trimStart();
  }
  if (terms.length === 0)
    return bad('NOT_A_NUMBER', text, `"${text}" is not a ${name}`, hint(dimension, system));
  const total =
    terms.length === 1
      ? single(dimension, text, terms[0]!, system, sign < 0)
      : together(dimension, text, terms, dashed, system);
  if (!total.ok) return total;
  if (sign < 0 && terms.length === 1) {
    const { value, unit } = terms[0]!;
    return ok(toSi(-value, unit ?? shownUnit(dimension, system)));
  }
  return ok(sign * total.value);
}

/** "43,5": a point, or thousands with a figure missing. */
function askComma(
  dimension: Dimension,
  text: string,
  typed: string,
  comma: string,
  system: UnitSystem,
): Result<never> {
  const rest = typed.slice(comma.length).trim();
  const unit = rest === '' ? shownUnit(dimension, system).symbol : rest;
  const said = (number: string): string => `${number} ${unit}`.trim();
  const meant = [
    said(comma.replace(',', '.')),
    ...(/^[-+]?0,/.test(comma) ? [] : [said(comma.replace(',', ''))]),
  ];
  return bad(
    'COMMA',
    text,
    `"${text}" has a comma that can be read two ways`,
    `type ${meant.map((t) => `"${t}"`).join(' or ')}`,
    meant,
  );
}

function single(
  dimension: Dimension,
  text: string,
  { text: typed, value, unit }: Term,
  system: UnitSystem,
  below: boolean,
): Result<number> {
  if (dimension === 'fraction' && unit === undefined && value > 0 && value < 1) {
    const meant = [`${Number((value * 100).toPrecision(6))}%`, `${value}%`];
    return bad(
      'SHARE',
      text,
      `"${text}" would be ${value} percent`,
      `type "${meant[0]!}", or "${meant[1]!}" where it is that little`,
      meant,
    );
  }
  // A gauge shows inches of mercury below the air outside only: taken as boost it would be wrong by twice itself.
  if (dimension === 'manifold' && unit?.symbol === 'inHg' && value > 0 && !below) {
    const meant = [`${typed} inHg vacuum`, editText('pressure', toSi(value, unit), system, 3)];
    return bad(
      'VACUUM',
      text,
      `"${text}" could be vacuum or boost`,
      `type "${meant[0]!}" or "${meant[1]!}"`,
      meant,
    );
  }
  const si = toSi(value, unit ?? bareUnit(dimension, typed, system));
  if (unit === undefined && isTape(dimension) && si > LONG_BARE) {
    const [small, large] = isUs(system) ? ['in', 'ft'] : ['mm', 'm'];
    const meant = [`${typed} ${small}`, `${typed} ${large}`];
    return bad('WHICH_UNIT', text, `"${text}" could be ${meant[0]} or ${meant[1]}`, `say which`, meant);
  }
  return ok(si);
}

/** A bare figure longer than this is asked about, m (30 ft). */
const LONG_BARE = 30 * 0.3048 + 1e-9;
const isTape = (dimension: Dimension): boolean => dimension === 'length' || dimension === 'tape';

/** A fraction without a unit is one of an inch, wherever inches are used: “5/16”. */
const bareUnit = (dimension: Dimension, typed: string, system: UnitSystem): Unit =>
  (typed.includes('/') && dimensionSpec(dimension).units.find((u) => u.symbol === 'in')) ||
  shownUnit(dimension, system);

/** Two numbers: only units that are said together. */
function together(
  dimension: Dimension,
  text: string,
  terms: readonly Term[],
  dashed: boolean,
  system: UnitSystem,
): Result<number> {
  const [a, b, ...more] = terms as [Term, Term, ...Term[]];
  const pairs = PAIRS[dimension] ?? [];
  const pair = pairs.find(([first, second]) =>
    a.unit
      ? a.unit.symbol === first && (!b.unit || b.unit.symbol === second)
      : dashed && first === FOOT && (!b.unit || b.unit.symbol === second),
  );
  const unitOf = (symbol: string): Unit => dimensionSpec(dimension).units.find((u) => u.symbol === symbol)!;
  const whole = Number.isInteger(a.value);
  if (pair && whole && more.length === 0 && b.value < pair[2] && (a.unit || dashed))
    return ok(toSi(a.value, unitOf(pair[0])) + toSi(b.value, unitOf(pair[1])));
  const said = terms.map((t) => `${t.text}${t.unit ? ` ${t.unit.symbol}` : ''}`).join(' and ');
  const likely = meant(dimension, a, b, system);
  return bad(
    'TWO_NUMBERS',
    text,
    `"${text}" reads as ${said}`,
    likely.length > 0
      ? `type ${likely.map((t) => `"${t}"`).join(' or ')}`
      : `type one number, such as "${exampleFor(dimension, system)}"`,
    likely,
  );
}

/** What was probably meant by two numbers that do not go together. */
function meant(dimension: Dimension, a: Term, b: Term, system: UnitSystem): readonly string[] {
  const shown = shownUnit(dimension, system).symbol;
  const [first, second] = PAIRS[dimension]?.[0] ?? [];
  if (first && second && Number.isInteger(a.value)) return [`${a.text} ${first} ${b.text} ${second}`];
  if (a.unit && b.unit && a.unit !== b.unit) return [];
  const plain = /^\d+$/.test(a.text) && /^\d+$/.test(b.text);
  const unit = (b.unit ?? a.unit)?.symbol ?? shown;
  return plain ? [`${a.text}.${b.text} ${unit}`.trim(), `${a.text}${b.text} ${unit}`.trim()] : [];
}

const hint = (dimension: Dimension, system: UnitSystem): string =>
  `type a ${dimensionSpec(dimension).name} such as "${exampleFor(dimension, system)}"`;

/** A limit typed as it is shown, to four figures, is that limit; rounding in the unit's factor is no reason to refuse it. */
const asShown = (limit: number): number => 5e-4 * Math.abs(limit);

const bad = (
  code: string,
  value: string,
  message: string,
  remedy: string,
  meant: readonly string[] = [],
): Result<never> => fail({ code, field: '', value, message, remedy, ...(meant.length > 0 ? { meant } : {}) });

/** A number out of range often only lacks its unit: the units in which it would be in it, two at most. */
function inAnotherUnit(
  dimension: Dimension,
  text: string,
  system: UnitSystem,
  range: Range,
): readonly string[] {
  const typed = normal(text);
  const number = NUMBER.exec(typed)?.[0];
  if (number === undefined || number.length < typed.length) return [];
  const bare = bareUnit(dimension, number, system);
  return dimensionSpec(dimension)
    .units.filter((u) => u !== bare && u.symbol !== '')
    .filter((u) => {
      const si = toSi(readNumber(number), u);
      return si >= range.min && si <= range.max;
    })
    .slice(0, 2)
    .map((u) => `${number} ${u.symbol}`);
}

/** The unit a misspelled one is nearest to, by letters changed, left out or swapped. */
function nearestUnit(units: readonly Unit[], word: string): string | undefined {
  const tries = units
    .flatMap((u) =>
      [u.symbol, ...u.aliases].map((name) => ({
        u,
        name,
        far: lettersApart(name.toLowerCase(), word.toLowerCase()),
      })),
    )
    .filter(({ far }) => far <= Math.min(2, word.length - 1))
    .sort((a, b) => a.far - b.far || alike(b.name, word) - alike(a.name, word));
  return tries[0]?.u.symbol;
}

/** How many letters two words begin with alike. */
const alike = (a: string, b: string): number =>
  [...a.toLowerCase()].findIndex((letter, i) => letter !== b.toLowerCase()[i]);

/** Levenshtein distance, two letters that changed places counting once (optimal string alignment). */
function lettersApart(a: string, b: string): number {
  const row = (i: number): number[] =>
    Array.from({ length: b.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0));
  const d = Array.from({ length: a.length + 1 }, (_, i) => row(i));
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      d[i]![j] = Math.min(d[i - 1]![j]! + 1, d[i]![j - 1]! + 1, d[i - 1]![j - 1]! + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        d[i]![j] = Math.min(d[i]![j]!, d[i - 2]![j - 2]! + 1);
    }
  return d[a.length]![b.length]!;
}

const EXAMPLES: Partial<Record<Dimension, Record<'us' | 'metric', string>>> = {
  manifold: { us: '15 psi or 20 inHg vacuum', metric: '100 kPa or 68 kPa vacuum' },
  pressure: { us: '58 psi', metric: '400 kPa' },
  flow: { us: '312 L/h', metric: '312 L/h' },
  length: { us: '11 ft 6 in', metric: '3.5 m' },
  power: { us: '480 hp', metric: '358 kW' },
};

const exampleFor = (dimension: Dimension, system: UnitSystem): string =>
  EXAMPLES[dimension]?.[isUs(system) ? 'us' : 'metric'] ?? `1 ${shownUnit(dimension, system).symbol}`.trim();
