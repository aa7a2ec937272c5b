import type { ElementKind, JobDocument } from '../document/job-document.ts';
import type { PipeGeometry } from '../flow/pipe.ts';
import { runGeometry } from '../kinds/plumbing/run/geometry.ts';
import type { PlumbingGraph } from './graph.ts';

/** A part where it stands, as far as no state changes it. */
export interface Station {
  readonly elementId: string;
  readonly pathId: string;
  readonly kind: ElementKind;
  readonly name: string;
  /** Height of its two ends, m. */
  readonly zUp: number;
  readonly zDown: number;
  /** Runs only. */
  readonly pipe?: PipeGeometry;
}

/** Every part of the plan in the order of its path. */
export function stationsOf(
  doc: JobDocument,
  graph: PlumbingGraph,
  joins: ReadonlyMap<string, number>,
): Station[] {
  const height = new Map(graph.nodes.map((n) => [n.id, n.elevation]));
  const ends = new Map(graph.links.map((l) => [l.id, l]));
  return Object.entries(doc.plumbing.paths).flatMap(([pathId, path]) =>
    path.order.flatMap((id): Station[] => {
      const e = doc.plumbing.elements[id];
      const link = ends.get(id);
      if (!e || !link) return [];
      const at = {
        elementId: id,
        pathId,
        kind: e.kind,
        name: e.name,
        zUp: height.get(link.from) ?? 0,
        zDown: height.get(link.to) ?? 0,
      };
      return [e.kind === 'run' ? { ...at, pipe: runGeometry(e, joins.get(id)) } : at];
    }),
  );
}
