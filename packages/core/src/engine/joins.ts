import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import { boreChangeLoss } from '../flow/minor-losses.ts';
import { junctionKind } from '../kinds/index.ts';
import { runBore } from '../kinds/plumbing/run/geometry.ts';

/** The step inside a reducer is what a drill leaves, ° (typical). */
const REDUCER_CONE = 118;

/**
 * What each hose loses where it meets its neighbours, K on its own bore: at a tank's or a rail's port, where the next hose has
 * another bore. The hose's own ends and bends are not in it, nor tees and Ys (see branchLegs).
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
  return losses;
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
