import { sizesOf, HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';
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
    const better = improved(e);
    if (better)
      out.push({ id, name: e.name, change: better.change, doc: withElement(doc, id, better.element) });
  }
  for (const [circuitId, circuit] of Object.entries(doc.wiring.circuits)) {
    for (const [id, s] of Object.entries(circuit.segments)) {
      if (s.kind !== 'wire') continue;
      const next = familyOf(s.size)[familyOf(s.size).indexOf(s.size) + 1];
      if (!next) continue;
      const change = `${wireSizeName(next)} in place of ${wireSizeName(s.size)}`;
      out.push({ id, name: s.name, change, doc: withSegment(doc, circuitId, id, { ...s, size: next }) });
    }
  }
  return out;
}

const stronger = (c: ElementOf<'pump'>['curve']) => ({ ...c, flows: c.flows.map((q) => q * 1.15) });

/** The next size of an element, or nothing where there is none. */
function improved(e: PlumbingElement): { element: PlumbingElement; change: string } | undefined {
  switch (e.kind) {
    case 'run': {
      const sizes = sizesOf(HOSE_KINDS[e.hose]);
      const next = sizes[sizes.indexOf(e.dash) + 1];
      if (!next) return undefined;
      const { boreM: _typed, ...rest } = e;
      return { element: { ...rest, dash: next }, change: `-${next} in place of -${e.dash}` };
    }
    case 'filter':
    case 'strainer':
      return {
        element: { ...e, lossAt400Pa: e.lossAt400Pa / 2, clogged: 0 },
        change: 'twice the element area, clean',
      };
    case 'check-valve':
      return { element: { ...e, boreM: e.boreM * 1.25 }, change: 'one size larger' };
    case 'pump':
      return {
        element: {
          ...e,
          curve: stronger(e.curve),
          ...(e.moreCurves ? { moreCurves: e.moreCurves.map(stronger) } : {}),
        },
        change: 'a pump of 15 % more flow',
      };
    case 'component':
      return { element: { ...e, boreM: e.boreM * 1.25 }, change: 'one size larger' };
    case 'bypass-regulator':
    case 'blocking-regulator':
    case 'rising-rate':
    case 'jet':
      return undefined;
  }
}
