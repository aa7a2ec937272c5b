import type { JobDocument } from '../document/job-document.ts';
import { sourceOf, type Origin } from '../fields/provenance.ts';

/** How well a figure is known by where it comes from: two standard deviations, as a share or in the unit named. */
type Spreads = Readonly<Record<Origin, number>>;

/** Estimates: nothing is published on what a shop’s figures are worth. */
const BSFC: Spreads = {
  measured: 0.03,
  typed: 0.08,
  string: 0.08,
  routed: 0.08,
  ports: 0.08,
  catalogue: 0.08,
  default: 0.08,
};
const ETHANOL: Spreads = {
  measured: 0.03,
  typed: 0.1,
  string: 0.1,
  routed: 0.1,
  ports: 0.1,
  catalogue: 0.1,
  default: 0.1,
};
const VOLTS: Spreads = {
  measured: 0.1,
  typed: 0.3,
  string: 0.3,
  routed: 0.3,
  ports: 0.3,
  catalogue: 0.3,
  default: 0.3,
};
const LENGTH: Spreads = {
  measured: 0.02,
  string: 0.05,
  routed: 0.05,
  ports: 0.05,
  typed: 0.1,
  catalogue: 0.25,
  default: 0.25,
};
/** Of a pump’s flow: a curve of its own or of the catalogue, or one borrowed for its shape and fitted to one point. */
const PUMP = { curve: 0.05, point: 0.15 } as const;

/** What is not known exactly, and how well it is known (two standard deviations). */
export const UNCERTAIN = [
  { key: 'bsfc', name: 'fuel consumption' },
  { key: 'pump', name: 'pump curve' },
  { key: 'ethanol', name: 'ethanol content' },
  { key: 'volts', name: 'charging volts' },
  { key: 'fittings', name: 'fitting losses' },
  { key: 'roughness', name: 'hose roughness' },
  { key: 'lengths', name: 'hose lengths' },
] as const;
export type UncertainKey = (typeof UNCERTAIN)[number]['key'];

export interface PlanSpreads {
  readonly bsfc: number;
  /** Volume share. */
  readonly ethanol: number;
  /** V. */
  readonly volts: number;
  readonly fittings: number;
  /** In doublings: 1 is half to double. */
  readonly roughness: number;
  /** By pump and by hose. */
  readonly pumps: Readonly<Record<string, number>>;
  readonly lengths: Readonly<Record<string, number>>;
}

/** How well the figures of one plan are known, from where each comes from. */
export function spreadsOf({ brief, plumbing }: JobDocument): PlanSpreads {
  const elements = Object.entries(plumbing.elements);
  return {
    bsfc: BSFC[sourceOf(brief, 'bsfc').origin],
    ethanol: ETHANOL[sourceOf(brief.fuel, 'ethanol').origin],
    volts: VOLTS[sourceOf(brief.electrical, 'chargingV').origin],
    fittings: 0.2,
    roughness: 1,
    pumps: Object.fromEntries(
      elements.flatMap(([id, e]) => (e.kind === 'pump' ? [[id, PUMP[e.known ?? 'curve']]] : [])),
    ),
    lengths: Object.fromEntries(
      elements.flatMap(([id, e]) => ('lengthM' in e ? [[id, LENGTH[sourceOf(e, 'lengthM').origin]]] : [])),
    ),
  };
}

const percent = (share: number): string => `±${Math.round(share * 100)}%`;
const measured = (origin: Origin): string => (origin === 'measured' ? ', measured' : '');

/** The spreads in words, by input: what measuring would narrow. */
export function spreadWords(doc: JobDocument): Readonly<Record<UncertainKey, string>> {
  const { brief, plumbing } = doc;
  const s = spreadsOf(doc);
  const pumps = Object.values(s.pumps);
  const lengths = Object.values(s.lengths);
  const taped = Object.values(plumbing.elements).filter(
    (e) => 'lengthM' in e && !['typed', 'default', 'catalogue'].includes(sourceOf(e, 'lengthM').origin),
  ).length;
  const worst = Math.max(0, ...lengths);
  return {
    bsfc: percent(s.bsfc) + measured(sourceOf(brief, 'bsfc').origin),
    pump: pumps.some((p) => p === PUMP.point)
      ? `${percent(PUMP.point)}, known by one point`
      : percent(PUMP.curve),
    ethanol: `±${Math.round(s.ethanol * 100)} points${measured(sourceOf(brief.fuel, 'ethanol').origin)}`,
    volts: `±${s.volts} V${measured(sourceOf(brief.electrical, 'chargingV').origin)}`,
    fittings: percent(s.fittings),
    roughness: 'half to double',
    lengths: `${percent(worst)}, ${taped} of ${lengths.length} measured`,
  };
}
