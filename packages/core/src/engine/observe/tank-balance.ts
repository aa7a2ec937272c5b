import type { JobDocument } from '../../document/job-document.ts';
import type { NetworkSolution } from '../network/network-result.ts';
import { overflowLink, supplyLink, type PlumbingGraph } from '../graph.ts';

/** What a place that holds fuel loses or gains while a state lasts. */
export interface Balance {
  /** Net flow out of each tank and factory supply, what jets carry over counted in, m³/s. */
  readonly out: Readonly<Record<string, number>>;
  /** What each surge tank gains over its outflow, m³/s: overflows when positive, empties when negative. */
  readonly surge: Readonly<Record<string, number>>;
  /** What each surge tank's falling level adds to what is drawn from it, m³/s (a shut surface seeps a trace the other way). */
  readonly falling: Readonly<Record<string, number>>;
  /** What each jet carries over, m³/s. */
  readonly jets: Readonly<Record<string, number>>;
}

/** Adds up what every tank gives and gets. */
export function tankBalance(doc: JobDocument, graph: PlumbingGraph, network: NetworkSolution): Balance {
  const { junctions, elements, paths } = doc.plumbing;
  const flowOf = (id: string): number => network.links.get(id)?.flow ?? 0;
  const out: Record<string, number> = {};
  const surge: Record<string, number> = {};
  const falling: Record<string, number> = {};
  const jets: Record<string, number> = {};
  for (const [id, j] of Object.entries(junctions)) {
    if (j.kind === 'tank') out[id] = 0;
    else if (j.kind === 'factory') out[id] = flowOf(supplyLink(id));
    else if (j.kind === 'surge') {
      const over = Object.keys(paths).reduce(
        (sum, p) => (paths[p]!.from === id ? sum + flowOf(overflowLink(p)) : sum),
        0,
      );
      falling[id] = flowOf(supplyLink(id));
      surge[id] = over - falling[id];
    }
  }
  for (const { id, from, to } of graph.links) {
    if (out[from] !== undefined && junctions[from]?.kind === 'tank') out[from] += flowOf(id);
    if (out[to] !== undefined && junctions[to]?.kind === 'tank') out[to] -= flowOf(id);
  }
  for (const path of Object.values(paths)) {
    for (const id of path.order) {
      const e = elements[id];
      if (e?.kind !== 'jet') continue;
      const carried = e.transferRatio * Math.max(0, flowOf(id));
      jets[id] = carried;
      // A jet that ends in no tank, or draws from none, carries nothing over.
      if (out[e.fromId] === undefined || out[path.to] === undefined) continue;
      out[e.fromId]! += carried;
      out[path.to]! -= carried;
    }
  }
  return { out, surge, falling, jets };
}
