import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { fuelOf } from './states.ts';

/** Fuel shut into lines and rails. */
export interface SealedFuel {
  /** Ids of the lines it is in. */
  readonly runs: readonly string[];
  /** m³. */
  readonly volume: number;
  /** What it and its walls give: volume a pascal takes in, m³/Pa. */
  readonly give: number;
  /** Volume it gains for each degree, against its walls, m³/K: all of it, and what engine heat reaches. */
  readonly swells: number;
  readonly swellsHot: number;
}

/**
 * Fuel shut into some parts: V, Σ V(1/K + C) with what gas cushions take in, Σ V(β − 3α).
 * @param doc job document
 * @param inside parts it stands in
 * @param nodes junctions it stands in
 * @returns volume m³, give m³/Pa, swelling m³/K
 * Validity: no gas in the line but in its cushions; compliance of the walls is an estimate.
 * @throws nothing
 * @source thermal expansion against bulk modulus and wall compliance (standard texts)
 */
export function sealedFuel(
  doc: JobDocument,
  inside: readonly { readonly id: string; readonly e: PlumbingElement }[],
  nodes: ReadonlySet<string>,
): SealedFuel {
  const fuel = fuelOf(doc);
  let [volume, give, swells, swellsHot] = [0, 0, 0, 0];
  const runs: string[] = [];
  const add = (v: number, compliance: number, expansion: number, hot: boolean) => {
    volume += v;
    give += v * (1 / fuel.bulkModulus + compliance);
    const gains = v * (fuel.expansion - 3 * expansion);
    swells += gains;
    if (hot) swellsHot += gains;
  };
  for (const { id, e } of inside) {
    give += plumbingKind(e).give(e, doc.brief.basePressurePa);
    const line = plumbingKind(e).line(e);
    if (!line) continue;
    runs.push(id);
    const v = ((Math.PI * line.bore ** 2) / 4) * line.length;
    add(v, line.compliance, line.expansion, line.zone === 'engine-bay');
  }
  for (const [id, j] of Object.entries(doc.plumbing.junctions)) {
    const v = nodes.has(id) ? junctionKind(j).volume(j) : 0;
    if (v === 0) continue;
    const wall = junctionKind(j).wall(j);
    add(v, wall.compliance, wall.expansion, true);
  }
  return { runs, volume, give, swells, swellsHot };
}

/** What shuts a line behind it once the pumps stand. */
const SHUTS: readonly PlumbingElement['kind'][] = ['pump', 'check-valve'];
const REGULATES: readonly PlumbingElement['kind'][] = ['bypass-regulator', 'blocking-regulator'];

/**
 * Fuel that stands under pressure once the pumps stop: from the last pump or check valve of each feed to the regulator.
 * @param doc job document
 * @returns volume m³, give m³/Pa, swelling m³/K
 * Validity: as sealedFuel; feeds without a pump, and open ends of a return, are left out.
 * @throws nothing
 * @source as sealedFuel
 * @example heldFuel(fullReturnJob('x')).runs.join(' ') // => 'feed'
 */
export function heldFuel(doc: JobDocument): SealedFuel {
  const { junctions, elements, paths } = doc.plumbing;
  const inside: { id: string; e: PlumbingElement }[] = [];
  const nodes = new Set<string>();
  for (const { role, from, to, order } of Object.values(paths)) {
    if (role === 'return') continue;
    const parts = order.flatMap((id) => (elements[id] ? [{ id, e: elements[id] }] : []));
    const shut = parts.findLastIndex((p) => SHUTS.includes(p.e.kind));
    const open = junctions[from] ? junctionKind(junctions[from]).relieves : false;
    if (shut < 0 && open) continue;
    const regulated = parts.findIndex((p) => REGULATES.includes(p.e.kind));
    // Behind a regulator on its way to the rail the fuel stands as well: it only lets through forward.
    inside.push(...parts.slice(shut + 1).filter((_, i) => i + shut + 1 !== regulated));
    nodes.add(to);
    if (shut < 0) nodes.add(from);
  }
  return sealedFuel(doc, inside, nodes);
}
