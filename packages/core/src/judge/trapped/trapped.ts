import type { JobDocument } from '../../document/job-document.ts';
import { SOAK_K, trappedVolumes, type TrappedVolume } from '../../engine/trapped.ts';
import { plumbingKind } from '../../kinds/index.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

/** Warmer than this nothing gets by standing, K: what would take more is not told. */
const LEAST_WARMING_TOLD = 150;

/** Where the pressure is too much for something, and how much warming takes it there. */
export interface Passed {
  readonly pa: number;
  /** K. */
  readonly after: number;
  /** The part that is rated for it; null: what the injectors open against. */
  readonly name: string | null;
}

export type TrappedFuel = Found<
  'TRAPPED_VOLUME',
  {
    readonly volume: number;
    readonly perKelvin: number;
    readonly base: number;
    readonly rails: readonly string[];
    /** What it passes, the first one first. */
    readonly passes: readonly Passed[];
    /** The check valve that closes it in, where the fuel is free without it. */
    readonly valve: { readonly id: string; readonly pathId: string } | null;
  }
>;

/** Fuel closed in after shut-down swells until something gives; injectors cannot open against it. Each volume alone. */
export const trappedRule: FindingRule<TrappedFuel> = ({ doc }) =>
  trappedVolumes(doc).flatMap((volume) => {
    const passes = passed(doc, volume);
    return passes.length > 0 ? [closedIn(doc, volume, passes)] : [];
  });

/** The valve to take out, when this fuel is free without it. */
function harmlessWithout(
  doc: JobDocument,
  { blockedBy, rails, runs }: TrappedVolume,
): TrappedVolume['blockedBy'] {
  if (!blockedBy) return null;
  const { [blockedBy.id]: _gone, ...elements } = doc.plumbing.elements;
  const still = trappedVolumes({ ...doc, plumbing: { ...doc.plumbing, elements } }).some(
    (v) => v.rails.some((id) => rails.includes(id)) || v.runs.some((id) => runs.includes(id)),
  );
  return still ? null : blockedBy;
}

/** What the pressure must stay under: what injectors open against, and the lowest rating of what is closed in. */
function passed({ brief, plumbing }: JobDocument, { rails, runs, perKelvin }: TrappedVolume): Passed[] {
  const at = (pa: number, name: string | null): Passed => ({
    pa,
    name,
    after: perKelvin > 0 ? Math.max(0, pa - brief.basePressurePa) / perKelvin : Infinity,
  });
  const rated = runs
    .flatMap((id) => {
      const e = plumbing.elements[id];
      return e?.kind === 'run' && plumbingKind(e).line(e) ? [at(HOSE_KINDS[e.hose].ratedPa, e.name)] : [];
    })
    .sort((a, b) => a.pa - b.pa)
    .slice(0, 1);
  // Behind a high-pressure pump the injectors do not see it.
  const seen = rails.some((id) => plumbing.junctions[id]?.kind === 'rail');
  const injectors = seen ? [at(brief.injectors.maxDifferentialPa, null)] : [];
  return [...injectors, ...rated].sort((a, b) => a.pa - b.pa);
}

function closedIn(doc: JobDocument, trapped: TrappedVolume, passes: readonly Passed[]): TrappedFuel {
  const { brief, plumbing } = doc;
  const [first] = passes;
  const soon = first!.after < SOAK_K;
  const valve = harmlessWithout(doc, trapped);
  const id = valve?.id ?? trapped.rails[0] ?? trapped.runs[0] ?? 'rail';
  return {
    code: 'TRAPPED_VOLUME',
    severity: soon ? 'stop' : trapped.rails.length > 0 ? 'fix' : 'note',
    stage: 'plumb',
    place: {
      of: plumbing.elements[id] ? 'part' : 'junction',
      id,
      name: (plumbing.elements[id] ?? plumbing.junctions[id])?.name ?? 'Rail',
    },
    stateId: 'hot-soak',
    dimension: 'warming',
    value: Math.min(first!.after, LEAST_WARMING_TOLD),
    limit: SOAK_K,
    figures: {
      volume: trapped.volume,
      perKelvin: trapped.perKelvin,
      base: brief.basePressurePa,
      rails: trapped.rails.map((r) => plumbing.junctions[r]!.name),
      passes: passes.filter((p) => p.after < LEAST_WARMING_TOLD),
      valve,
    },
  };
}
