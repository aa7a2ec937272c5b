import { fail, ok, type Result } from '../outcome/result.ts';
import { dimensionSpec, shownUnit, toSi, type Dimension, type Unit, type UnitSystem } from './units.ts';

const NUMBER = String.raw`[-+]?(?:\d+(?:[ -]\d+\/\d+)|\d+\/\d+|\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:\.\d+)?|\.\d+)(?:e[-+]?\d+)?`;
const TERM = new RegExp(String.raw`^\s*(${NUMBER})\s*([^\d\s.+-][^\d]*?)?(?=\s*(?:${NUMBER}|$))`, 'i');

export interface Range {
  /** SI. */
  readonly min: number;
  /** SI. */
  readonly max: number;
}

const readNumber = (text: string): number => {
  const clean = text.replaceAll(',', '');
  const mixed = /^([-+]?)(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(clean);
  if (!mixed) return Number(clean);
  const [, sign, whole, top, bottom] = mixed;
  const value = Number(whole ?? 0) + Number(top) / Number(bottom);
  return sign === '-' ? -value : value;
};

const findUnit = (dimension: Dimension, text: string): Unit | undefined => {
  const units = dimensionSpec(dimension).units;
  const trimmed = text.trim();
  const lower = trimmed.toLowerCase();
  return (
    units.find((u) => u.symbol === trimmed) ??
    units.find((u) => u.symbol.toLowerCase() === lower || u.aliases.includes(lower))
  );
};

/**
 * Reads a quantity as people type it ("58 psi", "4 bar", "11 ft 6 in", "1/2 in", "30A", "1,200") into SI.
 * A bare number takes the unit that the current unit system shows. Several terms add up (feet and inches).
 * @param dimension what kind of quantity is expected
 * @param text what was typed
 * @param system unit system that gives a bare number its unit
 * @param range allowed range, SI, refused outside with the limit named in the shown unit
 * @returns SI value, or an InputError with code, limit and remedy
 * @source exact conversion factors of 1959 (international yard and pound); own grammar
 * @example parseQuantity('length', '11 ft 6 in', 'us').value // => 3.5052
 */
export function parseQuantity(
  dimension: Dimension,
  text: string,
  system: UnitSystem,
  range?: Range,
): Result<number> {
  const spec = dimensionSpec(dimension);
  const shown = shownUnit(dimension, system);
  const example = `type a ${spec.name} such as "${exampleFor(dimension, system)}"`;
  let rest = text.trim();
  if (rest === '') return bad('EMPTY', text, 'Nothing was typed', example);
  let total = 0;
  let terms = 0;
  while (rest !== '') {
    const match = TERM.exec(rest);
    if (!match) return bad('NOT_A_NUMBER', text, `"${text}" is not a ${spec.name}`, example);
    const unitText = (match[2] ?? '').trim();
    const unit = unitText === '' ? shown : findUnit(dimension, unitText);
    if (!unit) {
      const known = spec.units.map((u) => u.symbol).join(', ');
      return bad('UNKNOWN_UNIT', text, `"${unitText}" is not a unit of ${spec.name}`, `use ${known}`);
    }
    if (terms > 0 && unit.offset)
      return bad('NOT_A_NUMBER', text, `"${text}" is not a ${spec.name}`, example);
    total += toSi(readNumber(match[1]!), unit);
    terms += 1;
    rest = rest.slice(match[0].length).trim();
  }
  if (!Number.isFinite(total)) return bad('NOT_A_NUMBER', text, `"${text}" is not a finite number`, example);
  if (range && total < range.min && total >= range.min - asShown(range.min)) return ok(range.min);
  if (range && total > range.max && total <= range.max + asShown(range.max)) return ok(range.max);
  if (range && (total < range.min || total > range.max)) {
    const limit = `${trim(range.min, shown)} to ${trim(range.max, shown)} ${shown.symbol}`.trim();
    return fail({
      code: 'OUT_OF_RANGE',
      field: '',
      value: text,
      message: `"${text}" is outside ${limit}`,
      limit,
      remedy: `enter a ${spec.name} from ${limit}`,
    });
  }
  return ok(total);
}

/** A limit typed as it is shown, to four figures, is that limit; rounding in the unit's factor is no reason to refuse it. */
const asShown = (limit: number): number => 5e-4 * Math.abs(limit);

const bad = (code: string, value: string, message: string, remedy: string): Result<never> =>
  fail({ code, field: '', value, message, remedy });

const trim = (si: number, u: Unit): string => {
  const value = (si - (u.offset ?? 0)) / u.factor;
  return String(Number(value.toPrecision(4)));
};

const EXAMPLES: Partial<Record<Dimension, Record<UnitSystem, string>>> = {
  pressure: { us: '58 psi', metric: '400 kPa' },
  flow: { us: '312 L/h', metric: '312 L/h' },
  length: { us: '11 ft 6 in', metric: '3.5 m' },
  power: { us: '480 hp', metric: '358 kW' },
};

const exampleFor = (dimension: Dimension, system: UnitSystem): string =>
  EXAMPLES[dimension]?.[system] ?? `1 ${shownUnit(dimension, system).symbol}`.trim();
