/**
 * Hose and tube kinds. Values are quoted from memory of the named standards (SAE 100R14, SAE J30, SAE J2260);
 * check against the maker. Every one can be overridden on the run itself.
 */
import { PSI } from '../../../quantities/constants.ts';
export const DASH_SIZES = [3, 4, 5, 6, 8, 10, 12, 16] as const;
export type Dash = (typeof DASH_SIZES)[number];

export const HOSE_KIND_IDS = [
  'ptfe',
  'rubber-braid',
  'push-on',
  'injection',
  'hard-aluminum',
  'hard-steel',
] as const;
export type HoseKindId = (typeof HOSE_KIND_IDS)[number];

export interface HoseKind {
  readonly id: HoseKindId;
  readonly name: string;
  /** Inside diameter by dash size, m. */
  readonly bores: Partial<Record<Dash, number>>;
  /** Minimum bend radius by dash size, m. */
  readonly bendRadii: Partial<Record<Dash, number>>;
  /** Absolute roughness, m. */
  readonly roughness: number;
  /** Highest ethanol content it may carry (volume fraction). */
  readonly maxEthanol: number;
  /** Working pressure, Pa, the lowest of the sizes. */
  readonly ratedPa: number;
  /** Highest temperature, K. */
  readonly maxK: number;
  /** Looked at closely or replaced after as many years as the brief says, whatever it looks like; absent: no age by itself (common practice). */
  readonly agesBy?: 'rubberYears' | 'injectionHoseYears';
  /** Lasts lying in fuel. */
  readonly submersible: boolean;
  /** What it is made on with: screwed or barbed hose ends, clamps on the barbs of its neighbors, or a flare. */
  readonly ends: 'reusable' | 'barb' | 'clamp' | 'flare';
  readonly fuelReason: string;
}

const mm = (table: Partial<Record<Dash, number>>): Partial<Record<Dash, number>> =>
  Object.fromEntries(Object.entries(table).map(([dash, v]) => [dash, v / 1000]));
const tubeBores = mm({ 3: 3.0, 4: 4.6, 5: 6.2, 6: 7.7, 8: 10.9, 10: 14.1, 12: 17.3, 16: 23.6 });

export const HOSE_KINDS: Readonly<Record<HoseKindId, HoseKind>> = {
  ptfe: {
    id: 'ptfe',
    name: 'PTFE, conductive liner, braided',
    bores: mm({ 3: 3.2, 4: 4.8, 5: 6.4, 6: 7.9, 8: 10.3, 10: 12.7, 12: 15.9, 16: 22.2 }),
    bendRadii: mm({ 3: 38, 4: 51, 5: 76, 6: 102, 8: 133, 10: 165, 12: 197, 16: 229 }),
    roughness: 1.5e-6,
    maxEthanol: 1,
    ratedPa: 1000 * PSI,
    maxK: 503,
    submersible: true,
    ends: 'reusable',
    fuelReason:
      'PTFE takes every pump fuel, ethanol and methanol included; the carbon-filled liner drains static',
  },
  'rubber-braid': {
    id: 'rubber-braid',
    name: 'Rubber (CPE or nitrile), braided',
    bores: mm({ 4: 5.6, 5: 7.1, 6: 8.7, 8: 11.1, 10: 14.3, 12: 17.5, 16: 22.2 }),
    bendRadii: mm({ 4: 51, 5: 57, 6: 64, 8: 89, 10: 102, 12: 114, 16: 140 }),
    roughness: 10e-6,
    maxEthanol: 0.3,
    ratedPa: 250 * PSI,
    maxK: 393,
    agesBy: 'rubberYears',
    submersible: false,
    ends: 'reusable',
    fuelReason: 'rubber liners swell and age in high ethanol and sweat vapor with age',
  },
  'push-on': {
    id: 'push-on',
    name: 'Push-on rubber, barbed ends',
    bores: mm({ 4: 6.4, 5: 7.9, 6: 9.5, 8: 12.7, 10: 15.9, 12: 19.1, 16: 25.4 }),
    bendRadii: mm({ 4: 76, 5: 76, 6: 76, 8: 127, 10: 152, 12: 178, 16: 254 }),
    roughness: 10e-6,
    maxEthanol: 0.15,
    ratedPa: 250 * PSI,
    maxK: 373,
    agesBy: 'rubberYears',
    submersible: false,
    ends: 'barb',
    fuelReason: 'not for high ethanol unless the maker says so',
  },
  injection: {
    id: 'injection',
    name: 'Injection hose SAE J30 R9, clamped',
    bores: mm({ 5: 7.9, 6: 9.5 }),
    bendRadii: mm({ 5: 76, 6: 90 }),
    roughness: 10e-6,
    maxEthanol: 0.85,
    ratedPa: 100 * PSI,
    maxK: 408,
    agesBy: 'injectionHoseYears',
    submersible: false,
    ends: 'clamp',
    fuelReason: 'the fluoroelastomer liner takes E85; R6 and R7 carburetor hose is not injection hose',
  },
  'hard-aluminum': {
    id: 'hard-aluminum',
    name: 'Hard tube, aluminum',
    bores: tubeBores,
    bendRadii: mm({ 3: 14, 4: 19, 5: 24, 6: 29, 8: 38, 10: 48, 12: 57, 16: 76 }),
    roughness: 1.5e-6,
    maxEthanol: 0.85,
    ratedPa: 1000 * PSI,
    maxK: 423,
    submersible: true,
    ends: 'flare',
    fuelReason: 'bare aluminum corrodes in hot neat alcohol; anodized takes E85',
  },
  'hard-steel': {
    id: 'hard-steel',
    name: 'Hard tube, steel',
    bores: tubeBores,
    bendRadii: mm({ 3: 14, 4: 19, 5: 24, 6: 29, 8: 38, 10: 48, 12: 57, 16: 76 }),
    roughness: 1.5e-6,
    maxEthanol: 1,
    ratedPa: 1500 * PSI,
    maxK: 573,
    submersible: true,
    ends: 'flare',
    fuelReason: 'steel takes every pump fuel; keep water out of it',
  },
};

/**
 * Sizes a kind comes in, small to large.
 * @param kind kind of hose or tube
 * @returns dash sizes
 * Validity: kinds of the table.
 * @throws nothing
 * @source see the hose table
 * @example sizesOf(HOSE_KINDS['hard-steel']).length > 0 // => true
 */
export const sizesOf = (kind: HoseKind): Dash[] => DASH_SIZES.filter((d) => kind.bores[d] !== undefined);

/** SAE J514 (37° flare) and SAE J1926 (O-ring boss) share this thread per dash size; from memory. */
export const DASH_THREADS: Readonly<Record<Dash, string>> = {
  3: '3/8-24',
  4: '7/16-20',
  5: '1/2-20',
  6: '9/16-18',
  8: '3/4-16',
  10: '7/8-14',
  12: '1-1/16-12',
  16: '1-5/16-12',
};

/** Flare nut wrench by dash size, inch; typical. */
export const DASH_WRENCHES: Readonly<Record<Dash, string>> = {
  3: '1/2',
  4: '9/16',
  5: '5/8',
  6: '11/16',
  8: '7/8',
  10: '1',
  12: '1-1/4',
  16: '1-1/2',
};

/**
 * Whether lines of a kind get hose ends to choose: not tube, and not hose that goes straight on barbs.
 * @param kind kind of hose or tube
 * @returns true for screwed and barbed hose ends
 * Validity: every kind.
 * @throws nothing
 * @source common practice
 * @example takesHoseEnds('injection') // => false
 */
export const takesHoseEnds = (kind: HoseKindId): boolean =>
  HOSE_KINDS[kind].ends === 'reusable' || HOSE_KINDS[kind].ends === 'barb';
