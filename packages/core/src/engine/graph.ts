import type { JobDocument, Junction, PlumbingElement } from '../document/job-document.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { pathNodes } from './path-nodes.ts';

/** A link of the plan's network: a part, or a stand-in for what a junction does by itself. */
export interface GraphLink {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly does: LinkRole;
}

export type LinkRole =
  | { readonly role: 'part'; readonly part: PlumbingElement }
  /** What feeds a junction from outside the plan: a car's own supply, a surge tank's falling level. */
  | { readonly role: 'supply'; readonly junction: Junction }
  /** The overflow's lip: nothing leaves below it. */
  | { readonly role: 'overflow' }
  /** The injectors of a rail, or the inlet of a high-pressure pump. */
  | { readonly role: 'injectors' };

/** Ids of stand-ins, by junction or path. */
export const supplyLink = (junctionId: string): string => `@supply/${junctionId}`;
export const injectorLink = (railId: string): string => `@injectors/${railId}`;
export const overflowLink = (pathId: string): string => `@overflow/${pathId}`;
/** Nodes at air pressure outside the plan. */
const air = (junctionId: string): string => `@air/${junctionId}`;
/** What lies behind a rail's injectors, or behind a high-pressure pump's inlet. */
const manifold = (railId: string): string => `@manifold/${railId}`;

/** A node held from outside: open to the air, or at the pressure of the manifold. */
export type HeldAt = 'air' | 'manifold';

/** The plan's plumbing as nodes and links, worked out once per design. */
export interface PlumbingGraph {
  readonly nodes: readonly {
    readonly id: string;
    readonly elevation: number;
    readonly held: HeldAt | null;
  }[];
  readonly links: readonly GraphLink[];
  /** Inlet node of each bypass regulator by its id. */
  readonly bypassInlets: ReadonlyMap<string, string>;
}

/** What a part that is no line takes of its path, m. */
const PART_LENGTH = 0.05;

interface Anchor {
  readonly at: number;
  readonly elevation: number;
}

/** Lays the plan's paths out as a network. */
export function plumbingGraph(doc: JobDocument): PlumbingGraph {
  const { junctions, elements, paths } = doc.plumbing;
  const elevations = new Map<string, number>();
  const held = new Map<string, HeldAt>();
  const links: GraphLink[] = [];
  for (const [id, j] of Object.entries(junctions)) {
    elevations.set(id, j.elevationM);
    const kind = junctionKind(j);
    if (kind.held) held.set(id, 'air');
    if (kind.feeds !== null) {
      elevations.set(manifold(id), j.elevationM);
      held.set(manifold(id), kind.feeds === 'injectors' ? 'manifold' : 'air');
      links.push({ id: injectorLink(id), from: id, to: manifold(id), does: { role: 'injectors' } });
    }
    if (!kind.supply) continue;
    elevations.set(air(id), j.elevationM);
    held.set(air(id), 'air');
    links.push({ id: supplyLink(id), from: air(id), to: id, does: { role: 'supply', junction: j } });
  }
  for (const [pathId, path] of Object.entries(paths)) {
    const order = path.order.filter((id) => elements[id]);
    const from = junctions[path.from];
    const to = junctions[path.to];
    if (!from || !to) continue;
    let parts = pathNodes(pathId, path, elements);
    if (junctionKind(from).overflows && path.role === 'return' && parts[0]) {
      const lip = `${pathId}/lip`;
      elevations.set(lip, from.elevationM);
      links.push({ id: overflowLink(pathId), from: path.from, to: lip, does: { role: 'overflow' } });
      parts = [{ ...parts[0], from: lip }, ...parts.slice(1)];
    }
    links.push(...parts.map((l): GraphLink => ({ ...l, does: { role: 'part', part: elements[l.id]! } })));
    levels(elevations, order, parts, elements, from.elevationM, to.elevationM);
  }
  const bypassInlets = new Map(
    links.flatMap((l): [string, string][] =>
      l.does.role === 'part' && l.does.part.kind === 'bypass-regulator' ? [[l.id, l.from]] : [],
    ),
  );
  return {
    nodes: [...elevations].map(([id, elevation]) => ({ id, elevation, held: held.get(id) ?? null })),
    links,
    bypassInlets,
  };
}

/** Elevation along a path: straight by hose length between the points whose height is known. */
function levels(
  elevations: Map<string, number>,
  order: readonly string[],
  parts: readonly { readonly to: string }[],
  elements: Readonly<Record<string, PlumbingElement>>,
  from: number,
  to: number,
): void {
  const distance = [0];
  const anchors: Anchor[] = [{ at: 0, elevation: from }];
  for (const id of order) {
    const e = elements[id]!;
    const here = distance.at(-1)!;
    const height = plumbingKind(e).height(e);
    if (height !== null) anchors.push({ at: here, elevation: height });
    distance.push(here + (plumbingKind(e).line(e)?.length ?? PART_LENGTH));
  }
  anchors.push({ at: distance.at(-1)!, elevation: to });
  parts.slice(0, -1).forEach((part, i) => {
    const at = distance[i + 1]!;
    const next = anchors.findIndex((a, k) => k > 0 && a.at >= at);
    const a = anchors[next - 1]!;
    const b = anchors[next]!;
    const share = b.at > a.at ? (at - a.at) / (b.at - a.at) : 1;
    elevations.set(part.to, a.elevation + share * (b.elevation - a.elevation));
  });
}

/** Whether two plans have the same network: parts may differ in figures, not in kind, length or height. */
export function sameTopology(a: JobDocument, b: JobDocument): boolean {
  const [p, q] = [a.plumbing, b.plumbing];
  if (p === q) return true;
  if (p.paths !== q.paths || p.junctions !== q.junctions) return false;
  const ids = Object.keys(q.elements);
  return (
    ids.length === Object.keys(p.elements).length &&
    ids.every((id) => {
      const [e, f] = [p.elements[id], q.elements[id]!];
      if (e === f) return true;
      return (
        e?.kind === f.kind &&
        plumbingKind(e).height(e) === plumbingKind(f).height(f) &&
        plumbingKind(e).line(e)?.length === plumbingKind(f).line(f)?.length
      );
    })
  );
}

/** A graph with the parts of another plan of the same topology; links whose part is the same are the same. */
export function sameGraph(
  graph: PlumbingGraph,
  elements: Readonly<Record<string, PlumbingElement>>,
): PlumbingGraph {
  const links = graph.links.map((link): GraphLink => {
    const part = elements[link.id];
    return link.does.role === 'part' && part && part !== link.does.part
      ? { ...link, does: { role: 'part', part } }
      : link;
  });
  return { ...graph, links };
}
