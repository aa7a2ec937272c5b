import { fuelDemand, type EngineDraw } from '../demand/pull.ts';
import { fuelProperties, stoichiometricFactor, type FuelProperties } from '../fuel/fuel.ts';
import { USUAL_SOURCE_OHMS } from '../document/brief.ts';
import { consumersOf } from '../document/consumers.ts';
import { isStartingFigure } from '../fields/provenance.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import type { JobDocument } from '../document/job-document.ts';
import { AS_PLANNED, type Parameters } from './parameters.ts';
import { gauge, type GaugePressure } from '../quantities/pressure.ts';

export const STATE_KINDS = [
  'prime',
  'cranking',
  'forced',
  'idle',
  'cruise',
  'pull',
  'lift-off',
  'hot-soak',
] as const;
export type StateKind = (typeof STATE_KINDS)[number];

/** What the starter turns an engine at, 1/min (typical). */
export const CRANK_RPM = 200;

/** What the brief does not say of cranking: current by the size of the engine, and the battery's resistance meanwhile (estimates). */
const STARTER_A = { few: 200, some: 250, many: 300 } as const;
const CRANKING_OHMS = 0.006;

/** Current of the starter, A: as the brief has it, else what an engine of so many cylinders usually takes. */
export const starterAmps = ({ brief: { electrical, injectors } }: JobDocument): number =>
  electrical.crankingA ??
  (injectors.count <= 4 ? STARTER_A.few : injectors.count < 8 ? STARTER_A.some : STARTER_A.many);

/** The battery's resistance while it cranks, Ω: as entered; else the one entered for the battery, which no smaller default replaces. */
export function crankingOhms({ brief: { electrical } }: JobDocument): number {
  if (electrical.crankingOhms !== undefined) return electrical.crankingOhms;
  const entered = electrical.sourceOhms !== USUAL_SOURCE_OHMS || !isStartingFigure(electrical, 'sourceOhms');
  return entered ? electrical.sourceOhms : CRANKING_OHMS;
}

/** Volts at the battery's posts while the starter turns. */
export const crankingVolts = (doc: JobDocument): number =>
  doc.brief.electrical.batteryV - starterAmps(doc) * crankingOhms(doc);

/** What tells one state from another to a reader: sentences are made of it in `say`. */
export interface StateName {
  readonly kind: StateKind;
  readonly rpm: number;
}

/** One steady moment the plan is judged at. Everywhere the same list. */
export interface OperatingState extends StateName {
  readonly id: string;
  readonly manifold: GaugePressure;
  /** Fuel the injectors take, m³/s. */
  readonly draw: number;
  /** Power as entered, W; 0 outside the pull. */
  readonly powerW: number;
  /** Open-circuit volts of the supply. */
  readonly supplyVolts: number;
  readonly pumpsOn: boolean;
  /** Every pump made to run at full speed, whatever its trigger says: adjusting and engine-off tests. */
  readonly forced?: boolean;
  /** The ignition feed is dead, as in many cars while the starter turns: what hangs on it stands. */
  readonly keyDropped?: boolean;
  /** What came before it in the pull, from cruise on: switches that have latched stay so. */
  readonly after?: readonly Pick<OperatingState, 'kind' | 'rpm' | 'manifold' | 'pumpsOn'>[];
  /** Loads that run, where a replay says so: it stands above every rule. */
  readonly running?: ReadonlySet<string>;
}

/** The fuel of a job under some parameters. */
export const fuelOf = (doc: JobDocument, { ethanol }: Parameters = AS_PLANNED): FuelProperties =>
  fuelProperties(blendOf(doc, ethanol), doc.brief.fuelK);

export const blendOf = ({ brief: { fuel } }: JobDocument, more: number) =>
  more === 0 ? fuel : { ...fuel, ethanol: Math.min(1, Math.max(0, fuel.ethanol + more)) };

export const engineDrawOf = (
  doc: JobDocument,
  fuel: FuelProperties,
  { consumption, ethanol }: Parameters = AS_PLANNED,
): EngineDraw => ({
  bsfc: doc.brief.bsfc * consumption,
  fuelFactor: stoichiometricFactor(blendOf(doc, ethanol)),
  density: fuel.density,
  drivetrainLoss: doc.brief.powerBasis === 'wheels' ? doc.brief.drivetrainLoss : 0,
});

/** Heated fuel swells out of the rail in a hot soak: 40 K in 15 min, K/s. */
export const SOAK_RATE = 40 / 900;

/**
 * The operating states of a job: prime, cranking, pumps forced with the engine off, idle, cruise, every point of the pull,
 * lift-off, hot soak.
 * @param doc job document
 * @param parameters what is varied
 * @returns states in the order they are shown; flows m³/s, manifold Pa gauge, V
 * Validity: steady states; transients between them are not modelled.
 * @source common practice
 * @example operatingStates(fullReturnJob('x')).map((s) => s.kind).join(' ') // => 'prime cranking forced idle cruise pull pull pull pull pull lift-off hot-soak'
 */
export function operatingStates(doc: JobDocument, parameters: Parameters = AS_PLANNED): OperatingState[] {
  const { brief } = doc;
  const fuel = fuelOf(doc, parameters);
  const engine = engineDrawOf(doc, fuel, parameters);
  const running = {
    supplyVolts: brief.electrical.chargingV + parameters.chargingV,
    pumpsOn: true,
    powerW: 0,
  };
  const pull = [...brief.pull].sort((a, b) => a.rpm - b.rpm);
  const last = pull.at(-1);
  const along = [
    {
      kind: 'cruise' as const,
      rpm: brief.cruise.rpm,
      manifold: gauge(brief.cruise.manifoldPa),
      pumpsOn: true,
    },
    ...pull.map((p) => ({ kind: 'pull' as const, rpm: p.rpm, manifold: gauge(p.boostPa), pumpsOn: true })),
  ];
  return [
    {
      id: 'prime',
      kind: 'prime',
      rpm: 0,
      manifold: gauge(0),
      draw: 0,
      powerW: 0,
      supplyVolts: brief.electrical.batteryV,
      pumpsOn: true,
    },
    {
      id: 'cranking',
      kind: 'cranking',
      rpm: CRANK_RPM,
      manifold: gauge(0),
      draw: brief.idle.drawM3s,
      powerW: 0,
      supplyVolts: crankingVolts(doc),
      pumpsOn: true,
      ...(brief.electrical.ignitionInCrank === 'drops' ? { keyDropped: true } : {}),
    },
    {
      id: 'forced',
      kind: 'forced',
      rpm: 0,
      manifold: gauge(0),
      draw: 0,
      powerW: 0,
      supplyVolts: brief.electrical.batteryV,
      pumpsOn: true,
      forced: true,
    },
    {
      id: 'idle',
      kind: 'idle',
      rpm: brief.idle.rpm,
      manifold: gauge(brief.idle.manifoldPa),
      draw: brief.idle.drawM3s,
      ...running,
    },
    {
      id: 'cruise',
      kind: 'cruise',
      rpm: brief.cruise.rpm,
      manifold: gauge(brief.cruise.manifoldPa),
      draw: brief.cruise.drawM3s,
      ...running,
    },
    ...pull.map((p, i): OperatingState => ({
      ...running,
      id: `pull-${i}`,
      kind: 'pull',
      rpm: p.rpm,
      manifold: gauge(p.boostPa),
      draw: fuelDemand(p.powerW, engine),
      powerW: p.powerW,
      after: along.slice(0, i + 1),
    })),
    {
      id: 'lift-off',
      kind: 'lift-off',
      rpm: last?.rpm ?? 0,
      manifold: gauge(brief.idle.manifoldPa),
      draw: 0,
      ...running,
    },
    {
      id: 'hot-soak',
      kind: 'hot-soak',
      rpm: 0,
      manifold: gauge(0),
      draw: -soakFlow(doc, fuel),
      powerW: 0,
      supplyVolts: brief.electrical.batteryV,
      pumpsOn: false,
    },
  ];
}

/** What swells out of the rails and the hoses by the engine, where it has somewhere to go. */
const soakFlow = (doc: JobDocument, fuel: FuelProperties): number => {
  const volume = consumersOf(doc).reduce((v, id) => {
    const j = doc.plumbing.junctions[id]!;
    return v + junctionKind(j).volume(j);
  }, bayVolume(doc));
  return volume * fuel.expansion * SOAK_RATE;
};

/** Fuel in hoses of the engine bay, m³. */
const bayVolume = (doc: JobDocument): number =>
  Object.values(doc.plumbing.elements).reduce((v, e) => {
    const line = plumbingKind(e).line(e);
    return line?.zone === 'engine-bay' ? v + (Math.PI / 4) * line.bore ** 2 * line.length : v;
  }, 0);
