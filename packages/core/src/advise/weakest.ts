import type { JobDocument } from '../document/job-document.ts';
import { segmentPath } from '../edit/paths.ts';
import type { WeakLink } from '../engine/results.ts';
import type { OperatingState } from '../engine/states.ts';
import { plumbingKind } from '../kinds/index.ts';
import { familyOf, wireSizeName } from '../kinds/wiring/wire/wire.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { sayStep } from '../say/step.ts';
import type { Trials } from './trial.ts';

interface Step {
  readonly id: string;
  readonly name: string;
  readonly change: string;
  readonly patch: readonly PatchOperation[];
}

/**
 * Which element gives out first: each is made one size better in turn, the joint solve is run again, and the gain in
 * margin is what it costs the plan today. Sorted by gain; those that gain nothing are left out.
 */
export const weakestLinks = (trials: Trials, state: OperatingState, margin: number): WeakLink[] =>
  likely(trials, state, steps(trials.doc))
    .map(({ id, name, change, patch }): WeakLink => {
      const best = trials.with(patch)?.available(state);
      return { id, name, change, gain: best ? best.flow / state.draw - 1 - margin : 0 };
    })
    .filter((link) => link.gain > 1e-4)
    .sort((a, b) => b.gain - a.gain);

/** Steps solved at most: three times what the largest shop plan has. */
const MOST_STEPS = 48;

/** All steps of a plan of usual size; of a very large one the pumps, then what loses most at that state. */
function likely(trials: Trials, state: OperatingState, all: readonly Step[]): readonly Step[] {
  if (all.length <= MOST_STEPS) return all;
  const { doc } = trials;
  const now = trials.asIs.available(state)?.solution;
  if (!now) return all.slice(0, MOST_STEPS);
  const { elements } = doc.plumbing;
  const wireDrops = new Map(
    [...now.pumps.values()].flatMap(({ circuit, volts }) =>
      circuit ? [...circuit.feed, ...circuit.ground].map((d) => [d.id, d.drop / volts] as const) : [],
    ),
  );
  const share = ({ id }: Step): number => {
    if (elements[id]?.kind === 'pump') return Infinity;
    const link = now.network.links.get(id);
    return link ? Math.abs(link.pUp - link.pDown) / doc.brief.basePressurePa : (wireDrops.get(id) ?? 0);
  };
  return [...all].sort((a, b) => share(b) - share(a)).slice(0, MOST_STEPS);
}

function steps(doc: JobDocument): Step[] {
  const out: Step[] = [];
  const feeding = new Set(
    Object.values(doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : [])),
  );
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    const better = feeding.has(id) ? plumbingKind(e).step(e) : null;
    if (better)
      out.push({
        id,
        name: e.name,
        change: sayStep(better.change),
        patch: [{ op: 'replace', path: `/plumbing/elements/${id}`, value: better.element }],
      });
  }
  for (const [circuitId, circuit] of Object.entries(doc.wiring.circuits)) {
    for (const [id, s] of Object.entries(circuit.segments)) {
      if (s.kind !== 'wire') continue;
      const next = familyOf(s.size)[familyOf(s.size).indexOf(s.size) + 1];
      if (!next) continue;
      out.push({
        id,
        name: s.name,
        change: sayStep({ what: 'gauge', from: wireSizeName(s.size), to: wireSizeName(next) }),
        patch: [{ op: 'replace', path: segmentPath(circuitId, id, 'size'), value: next }],
      });
    }
  }
  return out;
}
