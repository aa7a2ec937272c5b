import type { JobDocument } from '../../document/job-document.ts';
import { trappedVolumes, type TrappedVolume } from '../../engine/trapped.ts';
import { plumbingKind } from '../../kinds/index.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type TrappedFuel = Found<
  'TRAPPED_VOLUME',
  {
    readonly volume: number;
    readonly rise: number;
    readonly base: number;
    readonly rails: readonly string[];
    /** The run whose rating is the limit; null: what injectors open against. */
    readonly weakest: string | null;
    /** The check valve that closes it in, where the fuel is free without it. */
    readonly valve: { readonly id: string; readonly pathId: string } | null;
  }
>;

/** Fuel closed in after shut-down swells until something gives; injectors cannot open against it. Each volume alone. */
export const trappedRule: FindingRule<TrappedFuel> = ({ doc }) =>
  trappedVolumes(doc).flatMap((volume) => {
    const limit = limitOf(doc, volume);
    return limit ? [closedIn(doc, volume, limit)] : [];
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

interface Limit {
  readonly pa: number;
  readonly weakest: string | null;
}

/** What the pressure must stay under: what injectors open against, the rating of what is closed in, the lower of them. */
function limitOf({ brief, plumbing }: JobDocument, { rails, runs }: TrappedVolume): Limit | undefined {
  const limits: Limit[] = runs.flatMap((id) => {
    const e = plumbing.elements[id];
    return e?.kind === 'run' && plumbingKind(e).line(e)
      ? [{ pa: HOSE_KINDS[e.hose].ratedPa, weakest: e.name }]
      : [];
  });
  if (rails.length > 0) limits.push({ pa: brief.injectors.maxDifferentialPa, weakest: null });
  return limits.sort((a, b) => a.pa - b.pa)[0];
}

function closedIn(doc: JobDocument, trapped: TrappedVolume, limit: Limit): TrappedFuel {
  const { brief, plumbing } = doc;
  const reached = brief.basePressurePa + trapped.rise;
  const valve = harmlessWithout(doc, trapped);
  const id = valve?.id ?? trapped.rails[0] ?? trapped.runs[0] ?? 'rail';
  return {
    code: 'TRAPPED_VOLUME',
    severity: reached > limit.pa ? 'stop' : trapped.rails.length > 0 ? 'fix' : 'note',
    stage: 'plumb',
    place: {
      of: plumbing.elements[id] ? 'part' : 'junction',
      id,
      name: (plumbing.elements[id] ?? plumbing.junctions[id])?.name ?? 'Rail',
    },
    stateId: 'hot-soak',
    dimension: 'pressure',
    value: reached,
    limit: limit.pa,
    figures: {
      volume: trapped.volume,
      rise: trapped.rise,
      base: brief.basePressurePa,
      rails: trapped.rails.map((r) => plumbing.junctions[r]!.name),
      weakest: limit.weakest,
      valve,
    },
  };
}
