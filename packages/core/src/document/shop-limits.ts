import { fieldOf, type FieldInfo } from '../fields/field.ts';
import type { HoseKind } from '../kinds/plumbing/run/hoses.ts';
import { briefShape, type Brief } from './brief.ts';
import type { JobDocument } from './job-document.ts';

const KEYS = ['designMargin', 'stagingMargin', 'pumpDropV', 'rubberYears', 'injectionHoseYears'] as const;
export type ShopLimit = (typeof KEYS)[number];

/** What a shop holds its plans against, SI. */
export type ShopLimits = Readonly<Record<ShopLimit, number>>;

/** A limit of the brief that always has a usual figure. */
type LimitField = FieldInfo & { readonly usual: number };

/** The limits a shop may set for itself, as the brief describes them: a job carries its own, so that its record says what it was judged by. */
export const SHOP_LIMITS = Object.fromEntries(
  KEYS.map((key) => [key, fieldOf(briefShape.fields[key])]),
) as Readonly<Record<ShopLimit, LimitField>>;

const limitOf = (brief: Brief, key: ShopLimit): number => brief[key] ?? SHOP_LIMITS[key].usual;

/**
 * A new plan, held against what the shop holds its plans against.
 * @param doc a plan of starting figures
 * @param limits the shop’s, SI
 * @returns the plan with those that are not the usual ones written down
 * Validity: limits within their fields’ ranges.
 * @throws nothing
 * @source own convention
 * @example withShopLimits(fullReturnJob('x'), { designMargin: 0.2, stagingMargin: 0.1, pumpDropV: 0.5, rubberYears: 6, injectionHoseYears: 10 }).brief.designMargin // => 0.2
 */
export function withShopLimits(doc: JobDocument, limits: ShopLimits): JobDocument {
  const unusual = KEYS.filter((key) => limits[key] !== limitOf(doc.brief, key));
  return {
    ...doc,
    brief: { ...doc.brief, ...Object.fromEntries(unusual.map((key) => [key, limits[key]])) },
  };
}

/** Margin the running pumps must still have when the next one comes in. */
export const stagingMarginOf = ({ brief }: JobDocument): number => limitOf(brief, 'stagingMargin');

/**
 * Volts the whole way from the battery to a pump and back may lose.
 * @param doc job document
 * @returns V
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source 0.5 V where the brief says nothing: common practice
 * @example pumpDropOf(fullReturnJob('x')) // => 0.5
 */
export const pumpDropOf = ({ brief }: JobDocument): number => limitOf(brief, 'pumpDropV');

/** Years after which a kind of hose is replaced, whatever it looks like; undefined: no age by itself. */
export const hoseYearsOf = ({ brief }: JobDocument, { agesBy }: HoseKind): number | undefined =>
  agesBy && limitOf(brief, agesBy);
