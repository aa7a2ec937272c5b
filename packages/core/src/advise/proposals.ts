import { injectorSize } from '../demand/injectors.ts';
import { fuelDemand } from '../demand/pull.ts';
import { threeNumberPull } from '../demand/three-number-pull.ts';
import type { JobDocument, Style } from '../document/job-document.ts';
import { PATTERNS } from '../document/patterns/all.ts';
import { inRoundFigures } from '../document/round-figures.ts';
import { applyPatch } from '../edit/apply-patch.ts';
import { engineDrawOf, fuelOf } from '../engine/states.ts';
import { findingKey } from '../outcome/finding.ts';
import type { PowerBasis } from '../quantities/power-place.ts';
import type { UnitSystem } from '../quantities/units.ts';
import { evaluatePlan } from './evaluate-plan.ts';
import { verdictOf, type Verdict } from './verdict.ts';
import { PSI, POUND_PER_HP_HOUR } from '../quantities/constants.ts';

/** What a technician finds on the car, and the styles worth proposing for it, the one that keeps most of it first. */
const FITTING = {
  return: ['full-return', 'twin-pump', 'speed-controlled'],
  returnless: ['returnless', 'supplementary', 'full-return'],
  'electronic-returnless': ['electronic-returnless', 'full-return', 'twin-pump'],
  'direct-injection': ['direct-injection'],
  carburetor: ['hard-line', 'full-return', 'surge-tank'],
} as const satisfies Readonly<Record<string, readonly Style[]>>;
export type ThereNow = keyof typeof FITTING;
export const THERE_NOW = Object.keys(FITTING) as ThereNow[];

/** What is known before anything is planned. */
export interface JobStart {
  readonly title: string;
  readonly now: ThereNow;
  readonly induction: JobDocument['vehicle']['induction'];
  readonly cylinders: number;
  /** Power wanted, W, and where it is given. */
  readonly powerW: number;
  readonly powerBasis: PowerBasis;
  /** By volume, 0–1. */
  readonly ethanol: number;
}

/** A plan to start from, solved. */
export interface Proposal {
  readonly style: Style;
  readonly name: string;
  /** When people choose it, and what it asks to be watched. */
  readonly when: string;
  readonly watch: string;
  readonly document: JobDocument;
  readonly verdict: Verdict;
}

/** Consumption on gasoline and boost by induction (common practice), where nothing better is known yet. */
const USUAL = {
  'naturally-aspirated': { bsfc: 0.5 * POUND_PER_HP_HOUR, boostPa: 0 },
  'mild-boost': { bsfc: 0.6 * POUND_PER_HP_HOUR, boostPa: 10 * PSI },
  'high-boost': { bsfc: 0.65 * POUND_PER_HP_HOUR, boostPa: 22 * PSI },
} as const;
/** A street engine’s speeds, 1/min (typical): they shape the pull until a dyno sheet does. */
const SPEEDS = { powerRpm: 6500, torqueRpm: 4200, redline: 7000 } as const;
/** Injectors are chosen to be open this share of the time at most. */
const OPEN = 0.78;
/** Changes a proposal is given before it is shown as it stands. */
const MOST_CHANGES = 8;

/** The pattern with the brief of this job in it. */
function begun(style: Style, start: JobStart): JobDocument {
  const job = PATTERNS.find((p) => p.id === style)!.job(start.title);
  const { bsfc, boostPa } = USUAL[start.induction];
  const brief = {
    ...job.brief,
    bsfc,
    powerBasis: start.powerBasis,
    fuel: { ...job.brief.fuel, ethanol: start.ethanol },
    pull: threeNumberPull({ powerW: start.powerW, boostPa, ...SPEEDS }),
  };
  const doc = { ...job, vehicle: { ...job.vehicle, induction: start.induction }, brief };
  const most = fuelDemand(start.powerW, engineDrawOf(doc, fuelOf(doc)));
  const each = injectorSize(most / start.cylinders / OPEN);
  const injectors = { ...brief.injectors, count: start.cylinders, staticFlowM3s: each };
  return { ...doc, brief: { ...brief, injectors } };
}

/** The plan after the changes its own findings offer, the worst first, each once. */
function mended(begin: JobDocument): JobDocument {
  let doc = begin;
  const done = new Set<string>();
  for (let n = 0; n < MOST_CHANGES; n++) {
    const next = evaluatePlan(doc)
      .findings.filter((f) => f.severity !== 'note')
      .flatMap((f) => f.fixes.slice(0, 1).map((fix) => ({ key: `${findingKey(f)} ${fix.label}`, fix })))
      .find(({ key }) => !done.has(key));
    if (!next) return doc;
    done.add(next.key);
    const changed = applyPatch(doc, next.fix.patch);
    if (!changed.ok) return doc;
    doc = changed.value;
  }
  return doc;
}

/**
 * Two or three plans for what is there now and what is wanted, each sized by the changes its findings offer and solved.
 * @param start what is known: what is on the car, induction, cylinders, power W with its place, ethanol by volume
 * @param units what figures are rounded and said in
 * @returns proposals, the one that keeps most of what is there first
 * Validity: a brief of usual figures; a dyno sheet and the car’s own figures take their place.
 * @throws nothing
 * @source consumption and boost by induction are common practice
 * @example proposals({ title: 'x', now: 'return', induction: 'mild-boost', cylinders: 4, powerW: 300e3, powerBasis: 'crank', ethanol: 0.1 }, 'us').length // => 3
 */
export function proposals(start: JobStart, units: UnitSystem): Proposal[] {
  return FITTING[start.now].map((style): Proposal => {
    const { name, when, watch } = PATTERNS.find((p) => p.id === style)!;
    const document = inRoundFigures(mended(begun(style, start)), units);
    const plan = evaluatePlan(document);
    return { style, name, when, watch, document, verdict: verdictOf(plan, units) };
  });
}
