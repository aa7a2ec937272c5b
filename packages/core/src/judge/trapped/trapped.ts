import type { JobDocument } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import { trappedVolumes, type TrappedVolume } from '../../engine/trapped.ts';
import { both, type FindingRule } from '../context.ts';

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

/** Fuel closed in after shut-down swells until something gives; injectors cannot open against it. Each volume alone. */
export const trappedFindings: FindingRule = ({ doc }) =>
  trappedVolumes(doc).flatMap((volume) => {
    const limit = limitOf(doc, volume);
    return limit ? [closedIn(doc, volume, limit)] : [];
  });

interface Limit {
  readonly pa: number;
  readonly words: string;
}

/** What the pressure must stay under: what injectors open against, the rating of what is closed in, the lower of them. */
function limitOf({ brief, plumbing }: JobDocument, { rails, runs }: TrappedVolume): Limit | undefined {
  const limits: Limit[] = runs.flatMap((id) => {
    const e = plumbing.elements[id];
    return e?.kind === 'run'
      ? [
          {
            pa: HOSE_KINDS[e.hose].ratedPa,
            words: `“${e.name}” is good for ${both('pressure', HOSE_KINDS[e.hose].ratedPa)}`,
          },
        ]
      : [];
  });
  const opens = brief.injectors.maxDifferentialPa;
  if (rails.length > 0)
    limits.push({ pa: opens, words: `injectors open against ${both('pressure', opens)}` });
  return limits.sort((a, b) => a.pa - b.pa)[0];
}

function closedIn(doc: JobDocument, trapped: TrappedVolume, limit: Limit): Finding {
  const { brief, plumbing } = doc;
  const reached = brief.basePressurePa + trapped.rise;
  const valve = harmlessWithout(doc, trapped);
  const id = valve?.id ?? trapped.rails[0] ?? trapped.runs[0] ?? 'rail';
  const name = (plumbing.elements[id] ?? plumbing.junctions[id])?.name ?? 'Rail';
  const litres = `${(trapped.volume * 1000).toFixed(2)} L`;
  const rails = trapped.rails.map((r) => plumbing.junctions[r]!.name).join(', ');
  const where = rails === '' ? '' : ` in ${rails}`;
  const over = reached > limit.pa;
  return {
    code: 'TRAPPED_VOLUME',
    severity: over ? 'stop' : trapped.rails.length > 0 ? 'fix' : 'note',
    stage: 'plumb',
    place: { id, name },
    stateId: 'hot-soak',
    title: `${litres} of fuel${where} is closed in after shut-down and rises by ${both('pressure', trapped.rise)} as the engine heats it.`,
    dimension: 'pressure',
    value: reached,
    limit: limit.pa,
    why: {
      text:
        'No open way leads from here back to a tank: check valves and blocking regulators do not relieve backward. ' +
        'The pressure rises until something gives, and injectors cannot open against it: the engine does not restart until it cools. ' +
        'Upstream of a bypass regulator a check valve is harmless.',
      formula: `ΔP = Σ V(β − 3α)ΔT ÷ Σ V(1/K + C) = ${both('pressure', trapped.rise)} for 40 K in rail and engine bay; from ${both('pressure', brief.basePressurePa)}, ${limit.words}`,
      source:
        'thermal expansion against bulk modulus and wall compliance (estimates); seen in practice past 100 psi',
    },
    fixes: valve
      ? [
          {
            label: 'Take the check valve out',
            patch: [
              {
                op: 'replace',
                path: `/plumbing/paths/${valve.pathId}/order`,
                value: plumbing.paths[valve.pathId]!.order.filter((x) => x !== valve.id),
              },
              { op: 'remove', path: `/plumbing/elements/${valve.id}` },
            ],
          },
        ]
      : [],
  };
}
