import type { SpeedMap } from '../demand/speed-map.ts';
import { fuelProperties, type Blend } from '../fuel/fuel.ts';
import { elementPath, segmentPath } from '../edit/paths.ts';
import type { ElementOf, JobDocument } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { HOSE_KINDS, sizesOf, type Dash, type HoseKindId } from '../kinds/plumbing/run/hoses.ts';
import { lossAt, pipeRun } from '../flow/pipe.ts';
import { ampacity, conductorTemperature, type WirePlace } from '../kinds/wiring/wire/ampacity.ts';
import { FUSE_CONTINUOUS_SHARE } from '../kinds/wiring/fuse/fuse.ts';
import { ALL_FUSES } from '../kinds/wiring/wire/wire-data.ts';
import { familyOf, wireResistance, type Conductor, type WireSize } from '../kinds/wiring/wire/wire.ts';
import { DROP_LIMITS } from '../judge/limits.ts';
import { boreOf, runGeometry } from '../kinds/plumbing/run/geometry.ts';
import type { FieldInfo } from '../fields/field.ts';
import { LPH } from '../quantities/constants.ts';

/** What one gauge does with a load. */
export interface WireChoice {
  readonly size: WireSize;
  /** Out and back, V. */
  readonly drop: number;
  /** What it may carry where it runs, A. */
  readonly stands: number;
  /** Conductor temperature, K. */
  readonly kelvin: number;
  /** Smallest fuse that carries the load and protects the wire, A; null: none. */
  readonly fuse: number | null;
  readonly good: boolean;
}

export interface WireQuestion {
  readonly amps: number;
  /** From source to load, one way, m: doubled for the way back. */
  readonly lengthM: number;
  readonly conductor: Conductor;
  readonly family: 'awg' | 'metric';
  readonly place: WirePlace;
}

/** What the wire sum asks for: described as the numbers of a plan are. */
export const WIRE_SUM_FIELDS = {
  amps: { label: 'Current', dimension: 'amps', min: 0.1, max: 200, usual: 15 },
  lengthM: { label: 'Source to load, one way', dimension: 'length', min: 0.05, max: 30, usual: 4.572 },
  bundled: { label: 'Wires in the bundle', dimension: 'count', min: 1, max: 60, usual: 1 },
} as const satisfies Record<string, FieldInfo>;

/**
 * Wire gauge and fuse for a load: every size of a family against the drop, the heat and a fuse that fits.
 * @param q current A, one-way length m, conductor, where it runs
 * @returns one row a size, light to heavy
 * Validity: steady current; a motor's start wants the fuse judged in a job (see sizeCircuit).
 * @throws nothing
 * @source half a volt out and back, of which fuse, relay and plugs take some 0.15 V: common practice; ASTM B258; heat balance
 * @example wireChoices({ amps: 15, lengthM: 4.5, conductor: 'copper', family: 'awg', place: { ambientK: 323, engineSpace: false, bundled: 1, insulationK: 378 } }).find((w) => w.good).size // => 'awg-8'
 */
export function wireChoices(q: WireQuestion): WireChoice[] {
  return familyOf(q.family === 'awg' ? 'awg-10' : 'mm2-4').map((size): WireChoice => {
    const kelvin = conductorTemperature(size, q.conductor, q.amps, q.place.ambientK);
    const ohms = wireResistance(size, q.conductor, Math.min(600, kelvin));
    const drop = q.amps * ohms * 2 * q.lengthM;
    const stands = ampacity(size, q.conductor, q.place);
    const fuse = ALL_FUSES.find((f) => q.amps <= f * FUSE_CONTINUOUS_SHARE && f <= stands) ?? null;
    const limit = DROP_LIMITS.wires;
    return { size, drop, stands, kelvin, fuse, good: drop <= limit && stands >= q.amps && fuse !== null };
  });
}

/** What the line sum asks for: described as the numbers of a plan are. */
export const LINE_SUM_FIELDS = {
  flow: { label: 'Flow', dimension: 'flow', min: LPH, max: 5000 * LPH, usual: 400 * LPH },
  ethanol: { label: 'Ethanol content', dimension: 'fraction', min: 0, max: 1, usual: 0.1 },
  lengthM: { label: 'Length', dimension: 'length', min: 0.05, max: 30, usual: 4.572 },
  bendDegrees: { label: 'Bends, degrees in all', dimension: 'count', min: 0, max: 3600, usual: 180 },
  /** A return is judged against it. */
  railPa: { label: 'Rail at idle', dimension: 'pressure', min: 20e3, max: 1e6, usual: 300e3 },
} as const satisfies Record<string, FieldInfo>;

/** What one size of hose does with a flow. */
export interface LineChoice {
  readonly dash: Dash;
  /** m. */
  readonly bore: number;
  /** Pa. */
  readonly loss: number;
  /** m/s. */
  readonly velocity: number;
  readonly reynolds: number;
}

export interface LineQuestion {
  readonly fuel: Blend;
  readonly kelvin: number;
  /** m³/s. */
  readonly flow: number;
  readonly hose: HoseKindId;
  readonly lengthM: number;
  readonly ends: ElementOf<'run'>['ends'];
  readonly bendDegrees: number;
}

/**
 * Pressure lost in a line with its ends and bends, for every size its hose comes in.
 * @param q fuel, K, flow m³/s, hose, length m, ends, bends in degrees
 * @returns one row a size, small to large; Pa, m/s
 * Validity: a full line, incompressible; the same law as in a job.
 * @throws nothing
 * @source Darcy–Weisbach with Colebrook; see docs/methods/line-loss.md
 * @example lineChoices({ fuel: { ethanol: 0, gasolineDensity15: 745, rvpPa: 62e3 }, kelvin: 293, flow: 400 / 3.6e6, hose: 'ptfe', lengthM: 5, ends: ['open', 'open'], bendDegrees: 0 }).length > 3 // => true
 */
export function lineChoices(q: LineQuestion): LineChoice[] {
  const fuel = fuelProperties(q.fuel, q.kelvin);
  return sizesOf(HOSE_KINDS[q.hose]).map((dash): LineChoice => {
    const bore = boreOf(q.hose, dash);
    const pipe = runGeometry(lineRun(q, dash));
    const velocity = q.flow / ((Math.PI * bore * bore) / 4);
    return {
      dash,
      bore,
      loss: lossAt(pipeRun(pipe, fuel), q.flow),
      velocity,
      reynolds: (velocity * bore) / fuel.kinematicViscosity,
    };
  });
}

const lineRun = (q: LineQuestion, dash: Dash): ElementOf<'run'> => ({
  kind: 'run',
  name: 'Line',
  hose: q.hose,
  dash,
  lengthM: q.lengthM,
  ends: q.ends,
  bendDegrees: q.bendDegrees,
  extraK: 0,
  zone: 'under-body',
  existing: false,
});

/** What a quick sum found, ready to be kept in a job. */
export type Kept =
  | {
      readonly kind: 'wire';
      readonly size: WireSize;
      readonly conductor: Conductor;
      readonly fuse: number | null;
    }
  | {
      readonly kind: 'line';
      readonly role: 'feed' | 'return';
      readonly dash: Dash;
      readonly question: LineQuestion;
    }
  | { readonly kind: 'speed'; readonly map: SpeedMap };

/**
 * The patch that moves a quick sum's figures into a job: wire and fuse into its first pump circuit, a line into the longest
 * run of its side, a speed map into its first brushless pump.
 * @param doc job document
 * @param kept what was found
 * @returns RFC 6902 operations; empty where the job has no place for it
 * Validity: a job that has the place the answer is kept at.
 * @throws nothing
 * @source own convention
 * @example keepInJob(fullReturnJob('x'), { kind: 'wire', size: 'awg-8', conductor: 'copper', fuse: 30 }).length // => 7
 */
export function keepInJob(doc: JobDocument, kept: Kept): PatchOperation[] {
  switch (kept.kind) {
    case 'wire':
      return keepWire(doc, kept);
    case 'line': {
      const runs = Object.values(doc.plumbing.paths)
        .filter((p) => p.role === kept.role)
        .flatMap((p) => p.order)
        .flatMap((id): [string, ElementOf<'run'>][] => {
          const e = doc.plumbing.elements[id];
          return e?.kind === 'run' ? [[id, e]] : [];
        })
        .sort((a, b) => b[1].lengthM - a[1].lengthM);
      const [id, old] = runs[0] ?? [];
      if (id === undefined || !old) return [];
      const { boreM: _measured, ...rest } = old;
      const { hose, lengthM, ends, bendDegrees } = kept.question;
      const value = { ...rest, hose, dash: kept.dash, lengthM, ends, bendDegrees };
      return [{ op: 'replace', path: `/plumbing/elements/${id}`, value }];
    }
    case 'speed': {
      const pump = Object.entries(doc.plumbing.elements).find(
        ([, e]) => e.kind === 'pump' && e.type === 'brushless',
      );
      return pump ? [{ op: 'add', path: elementPath(pump[0], 'speed'), value: { ...kept.map } }] : [];
    }
  }
}

function keepWire(doc: JobDocument, kept: Extract<Kept, { kind: 'wire' }>): PatchOperation[] {
  const circuits = Object.entries(doc.wiring.circuits);
  const feedsPump = circuits.find(([, c]) => doc.plumbing.elements[c.loadId]?.kind === 'pump');
  const [circuitId, circuit] = feedsPump ?? circuits[0] ?? [];
  if (circuitId === undefined || !circuit) return [];
  return Object.entries(circuit.segments).flatMap(([id, s]): PatchOperation[] => {
    const put = (field: string, value: unknown): PatchOperation => ({
      op: 'replace',
      path: segmentPath(circuitId, id, field),
      value,
    });
    if (s.kind === 'wire') return [put('size', kept.size), put('conductor', kept.conductor)];
    return s.kind === 'fuse' && kept.fuse !== null ? [put('ratingA', kept.fuse)] : [];
  });
}
