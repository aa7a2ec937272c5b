import type { JobDocument, Path, PlumbingElement } from '../document/job-document.ts';
import { boreChangeLoss } from '../flow/minor-losses.ts';
import { junctionKind } from '../kinds/index.ts';
import { runBore } from '../kinds/plumbing/run/geometry.ts';

/** The step inside a reducer is what a drill leaves, ° (typical). */
const REDUCER_CONE = 118;
/** Parts fuel passes between a branch fitting and its hose that change nothing of where the loss counts. */
const LETS_PASS: ReadonlySet<PlumbingElement['kind']> = new Set(['check-valve', 'component', 'filter']);

/**
 * What each hose loses where it meets its neighbours, K on its own bore: at a tank's or a rail's port, in a tee or Y, where
 * the next hose has another bore. The hose's own ends and bends are not in it.
 */
export function joinLosses(doc: JobDocument): ReadonlyMap<string, number> {
  const { paths, elements, junctions } = doc.plumbing;
  const losses = new Map<string, number>();
  const add = (id: string | undefined, k: number): void => {
    if (id !== undefined && k !== 0) losses.set(id, (losses.get(id) ?? 0) + k);
  };
  for (const path of Object.values(paths)) {
    const order = path.order.filter((id) => elements[id]);
    const ends = [
      { junction: junctions[path.from], way: 'leaving', row: order },
      { junction: junctions[path.to], way: 'entering', row: [...order].reverse() },
    ] as const;
    for (const { junction, way, row } of ends) {
      const meets = junction && junctionKind(junction).meets(junction);
      if (meets?.at === 'vessel' && elements[row[0] ?? '']?.kind === 'run') add(row[0], meets[way]);
    }
    boreChanges(order, elements, add);
  }
  for (const [id, junction] of Object.entries(junctions)) {
    const meets = junctionKind(junction).meets(junction);
    if (meets.at !== 'branch') continue;
    countedLegs(id, Object.values(paths)).forEach((leg, i) =>
      add(nearestRun(leg, elements), i === 0 ? meets.through : meets.side),
    );
  }
  return losses;
}

interface Leg {
  /** Parts from the fitting on. */
  readonly row: readonly string[];
  readonly goesHome: boolean;
}

/** Legs that do not carry all of the flow, the one that goes straight on first: what goes home turns off. */
function countedLegs(id: string, paths: readonly Path[]): readonly Leg[] {
  const legs = (some: readonly Path[], away: boolean): Leg[] =>
    some.map((p) => ({ row: away ? p.order : [...p.order].reverse(), goesHome: p.role === 'return' }));
  const into = legs(
    paths.filter((p) => p.to === id),
    false,
  );
  const outOf = legs(
    paths.filter((p) => p.from === id),
    true,
  );
  if (into.length + outOf.length < 3) return [];
  const counted = into.length > 1 && outOf.length === 1 ? into : outOf;
  return [...counted].sort((a, b) => Number(a.goesHome) - Number(b.goesHome));
}

function nearestRun({ row }: Leg, elements: Readonly<Record<string, PlumbingElement>>): string | undefined {
  for (const id of row) {
    const kind = elements[id]?.kind;
    if (kind === 'run') return id;
    if (kind !== undefined && !LETS_PASS.has(kind)) return undefined;
  }
  return undefined;
}

/** Two hoses of different bores are joined by a reducer; its loss is carried by the narrower, on whose bore its K stands. */
function boreChanges(
  order: readonly string[],
  elements: Readonly<Record<string, PlumbingElement>>,
  add: (id: string, k: number) => void,
): void {
  for (let i = 1; i < order.length; i++) {
    const [a, b] = [elements[order[i - 1]!], elements[order[i]!]];
    if (a?.kind !== 'run' || b?.kind !== 'run') continue;
    const [from, to] = [runBore(a), runBore(b)];
    if (from !== to) add(from < to ? order[i - 1]! : order[i]!, boreChangeLoss(from, to, REDUCER_CONE));
  }
}
