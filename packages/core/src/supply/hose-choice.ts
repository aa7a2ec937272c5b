import type { ElementOf, JobDocument } from '../document/job-document.ts';
import { hoseYearsOf } from '../document/shop-limits.ts';
import {
  HOSE_KIND_IDS,
  HOSE_KINDS,
  type Dash,
  type HoseKind,
  type HoseKindId,
} from '../kinds/plumbing/run/hoses.ts';

/** What a line asks of its hose. */
export interface HoseDuty {
  readonly dash: Dash;
  /** Volume share of ethanol. */
  readonly ethanol: number;
  /** Highest pressure in it, Pa gauge; absent: not solved. */
  readonly pa?: number | undefined;
  /** Air or fuel around it, K. */
  readonly kelvin: number;
  readonly place: ElementOf<'run'>['zone'];
  /** One end moves against the other by so much, m. */
  readonly movement: number;
  /** Years on what is in the car already; 0: new. */
  readonly years?: number;
  /** Years it lasts, by the brief; absent: no age by itself. */
  readonly lastsYears?: number | undefined;
}

/** Why a kind of hose or tube does not do. */
export type HoseFault = 'fuel' | 'size' | 'pressure' | 'heat' | 'in-tank' | 'moves' | 'age';

/** Tube that is bent and clipped takes no more movement than this, m (1/8 in: common practice). */
export const STIFF = 0.0032;

/**
 * What speaks against a kind of hose or tube on a line.
 * @param kind kind of hose or tube
 * @param duty what the line asks
 * @returns reasons, none where it does
 * Validity: ratings of the hose table; the maker’s figures win.
 * @throws nothing
 * @source SAE 100R14, SAE J30, SAE J2260 as commonly quoted (from memory)
 * @example hoseFaults(HOSE_KINDS['push-on'], { dash: 6, ethanol: 0.85, kelvin: 300, place: 'under-body', movement: 0 }) // => ['fuel']
 */
export function hoseFaults(kind: HoseKind, duty: HoseDuty): HoseFault[] {
  return [
    ...(duty.ethanol > kind.maxEthanol + 1e-9 ? ['fuel' as const] : []),
    ...(kind.bores[duty.dash] === undefined ? ['size' as const] : []),
    ...(duty.pa !== undefined && duty.pa > kind.ratedPa ? ['pressure' as const] : []),
    ...(duty.kelvin > kind.maxK ? ['heat' as const] : []),
    ...(duty.place === 'in-tank' && !kind.submersible ? ['in-tank' as const] : []),
    ...(kind.ends === 'flare' && duty.movement > STIFF ? ['moves' as const] : []),
    ...((duty.years ?? 0) > (duty.lastsYears ?? Infinity) ? ['age' as const] : []),
  ];
}

/** Air round a run, K; in the tank the fuel. */
export const zoneKelvin = ({ brief }: JobDocument, zone: ElementOf<'run'>['zone']): number =>
  ({
    'in-tank': brief.fuelK,
    'under-body': brief.electrical.underBodyK,
    'engine-bay': brief.electrical.engineBayK,
    cabin: brief.electrical.cabinK,
  })[zone];

/** One kind of hose or tube against what a line asks. */
export interface HoseChoice {
  readonly kind: HoseKindId;
  readonly faults: readonly HoseFault[];
}

/**
 * Every kind of hose and tube against what a line asks, those that do first, in the order of the table.
 * @param doc job document
 * @param id the line
 * @param pa highest pressure that was solved in it, Pa gauge; absent: not asked
 * @returns a row a kind; empty where there is no such line
 * Validity: runs of the plan.
 * @throws nothing
 * @source as `hoseFaults`
 * @example hoseChoices(fullReturnJob('x'), 'feed')[0].faults // => []
 */
export function hoseChoices(doc: JobDocument, id: string, pa?: number): HoseChoice[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  // Another kind would be bought new.
  const duty = { ...dutyOf(doc, id, run, pa), years: 0 };
  return HOSE_KIND_IDS.map((kind) => ({
    kind,
    faults: hoseFaults(HOSE_KINDS[kind], duty),
  })).sort((a, b) => Number(a.faults.length > 0) - Number(b.faults.length > 0));
}

/** What a line of the plan asks of its hose. */
export const dutyOf = (doc: JobDocument, id: string, run: ElementOf<'run'>, pa?: number): HoseDuty => ({
  dash: run.dash,
  ethanol: doc.brief.fuel.ethanol,
  pa,
  kelvin: zoneKelvin(doc, run.zone),
  place: run.zone,
  movement: doc.routing?.lines[id]?.movementM ?? 0,
  years: run.ageYears ?? 0,
  lastsYears: hoseYearsOf(doc, HOSE_KINDS[run.hose]),
});
