import { ENDS } from '../kinds/plumbing/run/ends.ts';
import { highPressurePumps } from '../document/consumers.ts';
import { inFlowOrder } from '../document/flow-order.ts';
import type { JobDocument } from '../document/job-document.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';

/** One place fuel could come out: wiped, looked at and ticked with the pump forced. */
export interface Joint {
  /** Stable across edits that leave the joint in place. */
  readonly id: string;
  readonly pathId: string;
  /** The line it is in, as a heading: “Feed, Fuel cell to Rail”. */
  readonly line: string;
  readonly where: string;
  readonly what: string;
}

/**
 * Every joint of the plan in the order the fuel meets them, from the tank out and back.
 * A hose counts its two ends twice: end on hose and end on port are two ways to leak.
 * @param doc job document
 * @returns joints; ids stay the same while the parts stay
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice: the walk with a rag and a light
 * @example jointList(fullReturnJob('x')).length > 10 // => true
 */
export function jointList(doc: JobDocument): Joint[] {
  const { junctions, elements, paths } = doc.plumbing;
  const out: Joint[] = [];
  for (const [pathId, path] of inFlowOrder(paths)) {
    const line = `${path.role === 'feed' ? 'Feed' : 'Return'}, ${junctions[path.from]?.name ?? path.from} to ${junctions[path.to]?.name ?? path.to}`;
    const order = path.order.filter((id) => elements[id]);
    const nameAt = (i: number): string => {
      if (i < 0) return junctions[path.from]?.name ?? path.from;
      if (i >= order.length) return junctions[path.to]?.name ?? path.to;
      return elements[order[i]!]!.name;
    };
    for (let i = 0; i <= order.length; i++) {
      const before = order[i - 1];
      const after = order[i];
      out.push({
        id: `${pathId}:${before ?? path.from}:${after ?? path.to}`,
        pathId,
        line,
        where: `${nameAt(i - 1)} to ${nameAt(i)}`,
        what: 'port joint',
      });
      const run = after === undefined ? undefined : elements[after];
      if (run?.kind === 'run') {
        run.ends.forEach((end, side) => {
          out.push({
            id: `${pathId}:${after}:end-${side + 1}`,
            pathId,
            line,
            where: `${run.name}, ${side === 0 ? 'first' : 'second'} end`,
            what: end === 'open' ? 'clamped hose' : `${ENDS[end].name} end on its hose`,
          });
        });
      }
    }
  }
  // On a direct-injected engine they sit on the high side, which is not walked with a rag.
  const low = highPressurePumps(doc).length === 0;
  for (let n = 1; low && n <= doc.brief.injectors.count; n++) {
    out.push({
      id: `injector:${n}`,
      pathId: 'rail',
      line: 'Injectors',
      where: `Injector ${n} in the rail`,
      what: 'O-ring',
    });
  }
  return out;
}

/**
 * Volume inside the lines and rails of one job: what a gas hold has to fill.
 * @param doc job document
 * @returns m³
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source geometry, bores from the hose tables
 * @example lineVolume(fullReturnJob('x')) * 1000 // => 0.8699
 */
export function lineVolume(doc: JobDocument): number {
  const runs = Object.values(doc.plumbing.elements).reduce((v, e) => {
    const line = plumbingKind(e).line(e);
    return line ? v + ((Math.PI * line.bore ** 2) / 4) * line.length : v;
  }, 0);
  const rails = Object.values(doc.plumbing.junctions).reduce((v, j) => v + junctionKind(j).volume(j), 0);
  return runs + rails;
}
