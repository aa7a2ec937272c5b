import { fieldOf, type FieldInfo } from '../fields/field.ts';
import { sourceKey } from '../fields/provenance.ts';
import { shapeAt } from './shape-at.ts';
import { isUs, type UnitSystem } from '../quantities/units.ts';
import type { JobDocument } from './job-document.ts';
import { FOOT, INCH, PSI } from '../quantities/constants.ts';

/** What stands in tables of its own: a curve is not rounded, nor what a controller is set to. */
const AS_IT_IS: ReadonlySet<string> = new Set(['curve', 'moreCurves', 'speed']);

const toStep = (value: number, step: number): number => Math.round(value / step) * step;
/** Never longer than it was: a starting plan that just does should not fail for having been rounded. */
const downToStep = (value: number, step: number): number => Math.floor(value / step + 1e-9) * step;

/** A length or a pressure as somebody would say it in US units; anything else as it is. */
function said(value: number, { dimension, min, max }: FieldInfo): number {
  const size = Math.abs(value);
  const round =
    dimension === 'length'
      ? size >= 3 * FOOT
        ? downToStep(value, FOOT / 2)
        : toStep(value, size >= FOOT ? 3 * INCH : INCH / 2)
      : dimension === 'pressure' || dimension === 'manifold'
        ? toStep(value, size >= 20 * PSI ? PSI / 2 : PSI / 10)
        : value;
  return Math.min(max, Math.max(min, round));
}

/**
 * Starting figures of a new plan, round in the units of whoever starts it. Patterns are made in round metric figures: in US units
 * they would read 13 ft 9 3/8 in and 43.511 psi, which nobody has measured.
 * @param doc a plan of starting figures
 * @param units whose units
 * @returns the plan with its lengths and pressures to half feet, half inches and half psi; as it is in metric
 * Validity: figures that say where they come from are left alone, as are curves and ratings.
 * @throws nothing
 * @source common practice
 * @example inRoundFigures(fullReturnJob('x'), 'us').brief.basePressurePa / 6894.757 // => 43.5
 */
export function inRoundFigures(doc: JobDocument, units: UnitSystem): JobDocument {
  return isUs(units) ? (roundedThing(doc, doc, '') as JobDocument) : doc;
}

/** A thing of a plan, by its place in it, with round figures. */
export function roundedThing(doc: JobDocument, value: unknown, at: string): unknown {
  if (Array.isArray(value)) return value.map((v, i) => roundedThing(doc, v, `${at}/${i}`));
  if (typeof value === 'number') {
    const shape = shapeAt(doc, at);
    const field = shape && fieldOf(shape);
    return field ? said(value, field) : value;
  }
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inside]) => [
      key,
      AS_IT_IS.has(key) || sourceKey(key) in value ? inside : roundedThing(doc, inside, `${at}/${key}`),
    ]),
  );
}
