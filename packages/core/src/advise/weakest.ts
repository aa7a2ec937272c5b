import type { StepChange } from '../kinds/contract.ts';
import { plumbingKind } from '../kinds/index.ts';
import type { ElementOf, JobDocument, PlumbingElement } from '../document/job-document.ts';
import { withElement, withSegment } from '../edit/paths.ts';
import { familyOf, wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { CoupledSolver } from '../engine/engine.ts';
import type { WeakLink } from '../engine/results.ts';
import { operatingStates } from '../engine/states.ts';

interface Trial {
  readonly id: string;
  readonly name: string;
  readonly change: string;
  readonly doc: JobDocument;
}

/**
 * Which element gives out first: each is made one size better in turn, the joint solve is run again, and the gain in
 * margin is what it costs the plan today. Sorted by gain; those that gain nothing are left out.
 */
export function weakestLinks(doc: JobDocument, stateId: string, margin: number): WeakLink[] {
  return likely(doc, stateId, trials(doc))
    .map(({ id, name, change, doc: better }): WeakLink => {
      const state = operatingStates(better).find((s) => s.id === stateId)!;
      const best = new CoupledSolver(better).available(state);
      return { id, name, change, gain: best ? best.flow / state.draw - 1 - margin : 0 };
    })
    .filter((link) => link.gain > 1e-4)
    .sort((a, b) => b.gain - a.gain);
}

/** Trials solved at most: three times what the largest shop plan has. */
const MOST_TRIALS = 48;

/** All trials of a plan of usual size; of a very large one the pumps, then what loses most at that state. */
function likely(doc: JobDocument, stateId: string, all: readonly Trial[]): readonly Trial[] {
  if (all.length <= MOST_TRIALS) return all;
  const state = operatingStates(doc).find((s) => s.id === stateId);
  const now = state && new CoupledSolver(doc).available(state)?.solution;
  if (!now) return all.slice(0, MOST_TRIALS);
  const { elements } = doc.plumbing;
  const wireDrops = new Map(
    [...now.pumps.values()].flatMap(({ circuit, volts }) =>
      circuit ? [...circuit.feed, ...circuit.ground].map((d) => [d.id, d.drop / volts] as const) : [],
    ),
  );
  const share = ({ id }: Trial): number => {
    if (elements[id]?.kind === 'pump') return Infinity;
    const link = now.network.links.get(id);
    return link ? Math.abs(link.pUp - link.pDown) / doc.brief.basePressurePa : (wireDrops.get(id) ?? 0);
  };
  return [...all].sort((a, b) => share(b) - share(a)).slice(0, MOST_TRIALS);
}

function trials(doc: JobDocument): Trial[] {
  const out: Trial[] = [];
  const feeding = new Set(
    Object.values(doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : [])),
  );
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    if (!feeding.has(id)) continue;
    const better = plumbingKind(e).step(e);
    if (better)
      out.push({
        id,
        name: e.name,
        change: changeWords(better.change),
        doc: withElement(doc, id, better.element),
      });
  }
  for (const [circuitId, circuit] of Object.entries(doc.wiring.circuits)) {
    for (const [id, s] of Object.entries(circuit.segments)) {
      if (s.kind !== 'wire') continue;
      const next = familyOf(s.size)[familyOf(s.size).indexOf(s.size) + 1];
      if (!next) continue;
      const change = changeWords({ what: 'gauge', from: wireSizeName(s.size), to: wireSizeName(next) });
      out.push({ id, name: s.name, change, doc: withSegment(doc, circuitId, id, { ...s, size: next }) });
    }
  }
  return out;
}

/** What a step is called. */
function changeWords(change: StepChange): string {
  switch (change.what) {
    case 'dash':
      return `-${change.to} in place of -${change.from}`;
    case 'gauge':
      return `${change.to} in place of ${change.from}`;
    case 'area':
      return 'twice the element area, clean';
    case 'bore':
      return 'one size larger';
    case 'flow':
      return 'a pump of 15 % more flow';
  }
}
