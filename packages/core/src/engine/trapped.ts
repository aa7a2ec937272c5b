import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { pathNodes } from './path-nodes.ts';
import { sealedFuel } from './sealed-fuel.ts';

/** One closed volume of fuel that cannot get back to a tank with the pumps off. */
export interface TrappedVolume {
  readonly nodes: ReadonlySet<string>;
  /** Ids of the rails in it. */
  readonly rails: readonly string[];
  /** Ids of the runs closed in. */
  readonly runs: readonly string[];
  /** m³. */
  readonly volume: number;
  /** Rise for the hot soak, Pa: until something gives. */
  readonly rise: number;
  /** Rise for each degree everything heated warms by, Pa/K. */
  readonly perKelvin: number;
  /** The valve that closes it in and may be taken out, when it is a check valve. */
  readonly blockedBy: { readonly id: string; readonly pathId: string } | null;
}

/** Heating of fuel in the engine bay after shut-down, K. */
export const SOAK_K = 40;

/** Whether pressure can escape through a part, with the pumps off, along the path and against it. */
const passes = (e: PlumbingElement) => plumbingKind(e).relief(e);

interface PlacedLink {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly pathId: string;
  readonly e: PlumbingElement;
}

/**
 * Finds fuel closed in after shut-down: every place from which no open way leads to a tank, valve by valve. Volumes that
 * a valve parts are two, each with its own rise: what gives in one does not relieve the other. A check valve upstream of a
 * bypass regulator traps nothing, because the regulator relieves its own inlet.
 * ΔP = Σ V(β − 3α)ΔT / [Σ V(1/K + C) + what gas cushions take in], heated segments (rails and engine-bay runs) in the numerator, all in the sum below.
 * @param doc job document
 * @returns each closed volume with a rail or heated fuel in it, the steepest rise first; m³, Pa
 * Validity: slow heating (isothermal bulk modulus), no gas in the line; compliance values are estimates.
 * @throws nothing
 * @source thermal expansion against bulk modulus and wall compliance (standard texts)
 * @example trappedVolumes(fullReturnJob('x')).length // => 0
 */
export function trappedVolumes(doc: JobDocument): TrappedVolume[] {
  const { junctions, elements } = doc.plumbing;
  const links = Object.entries(doc.plumbing.paths).flatMap(([pathId, path]) =>
    pathNodes(pathId, path, elements).map((link): PlacedLink => ({ ...link, pathId, e: elements[link.id]! })),
  );
  const relieved = relievedNodes(doc, links);
  const closed = new Set(links.flatMap((l) => [l.from, l.to]).filter((n) => !relieved.has(n)));
  return connected(closed, links)
    .map((nodes): TrappedVolume => {
      const inside = links.filter((l) => nodes.has(l.from) && nodes.has(l.to));
      const valve = links.find((l) => l.e.kind === 'check-valve' && nodes.has(l.to) && !nodes.has(l.from));
      return {
        nodes,
        rails: [...nodes].filter((n) => junctions[n] && junctionKind(junctions[n]).feeds !== null),
        ...heating(doc, inside, nodes),
        blockedBy: valve ? { id: valve.id, pathId: valve.pathId } : null,
      };
    })
    .filter((v) => v.rails.length > 0 || v.rise > 0)
    .sort((a, b) => b.rise - a.rise);
}

/** Nodes from which pressure finds a way out, walking back from where it can. A surge tank is open at its overflow; a
 * factory supply vents its own line. */
function relievedNodes({ plumbing: { junctions } }: JobDocument, links: readonly PlacedLink[]): Set<string> {
  const relieved = new Set(
    Object.entries(junctions).flatMap(([id, j]) => (junctionKind(j).relieves ? [id] : [])),
  );
  for (let grew = true; grew;) {
    grew = false;
    for (const { from, to, e } of links) {
      const way = passes(e);
      if (way.forward && relieved.has(to) && !relieved.has(from)) grew = Boolean(relieved.add(from));
      if (way.backward && relieved.has(from) && !relieved.has(to)) grew = Boolean(relieved.add(to));
    }
  }
  return relieved;
}

/** Nodes joined by parts that pass pressure both ways. */
function connected(nodes: ReadonlySet<string>, links: readonly PlacedLink[]): Set<string>[] {
  const left = new Set(nodes);
  const both = links.filter((l) => {
    const way = passes(l.e);
    return way.forward && way.backward && nodes.has(l.from) && nodes.has(l.to);
  });
  const out: Set<string>[] = [];
  for (const start of nodes) {
    if (!left.delete(start)) continue;
    const volume = new Set([start]);
    for (const node of volume)
      for (const { from, to } of both)
        if (from === node || to === node)
          for (const next of [from, to]) if (left.delete(next)) volume.add(next);
    out.push(volume);
  }
  return out;
}

function heating(
  doc: JobDocument,
  inside: readonly { id: string; e: PlumbingElement }[],
  nodes: ReadonlySet<string>,
) {
  const { runs, volume, give, swellsHot } = sealedFuel(doc, inside, nodes);
  const perKelvin = give > 0 ? swellsHot / give : 0;
  return { runs, volume, rise: perKelvin * SOAK_K, perKelvin };
}
