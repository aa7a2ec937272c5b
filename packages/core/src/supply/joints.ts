import { endsOf } from '../kinds/plumbing/run/end-sizes.ts';
import { ENDS } from '../kinds/plumbing/run/ends.ts';
import { injectorsRefitted } from '../document/consumers.ts';
import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import { FACES, faceSize } from '../kinds/ports/faces.ts';
import { connectionsOf } from './joining/connections.ts';
import { JOINT_RULES } from './joining/joint-rules.ts';
import type { JointKind } from './joining/mating.ts';

/** One place fuel could come out: wiped, looked at and ticked with the pump forced. */
export interface Joint {
  /** Stable across edits that leave the joint in place. */
  readonly id: string;
  readonly pathId: string;
  /** The line it is in, as a heading: “Feed, Fuel cell to Rail”. */
  readonly line: string;
  readonly where: string;
  readonly what: string;
  /** How it seals, where two parts meet. */
  readonly kind?: JointKind;
  /** How it is made, what ruins it and how tight it gets, where two parts meet. */
  readonly care?: { readonly does: string; readonly never: string; readonly tighten: string };
}

/**
 * Every joint of the plan in the order the fuel meets them, from the tank out and back.
 * A hose counts its two ends twice: end on hose and end on port are two ways to leak. What lies in the tank is not wiped.
 * @param doc job document
 * @returns joints; ids stay the same while the parts stay
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice: the walk with a rag and a light
 * @example jointList(fullReturnJob('x')).length > 10 // => true
 */
export function jointList(doc: JobDocument): Joint[] {
  const { junctions, elements, paths, made = [] } = doc.plumbing;
  const lineOf = (pathId: string): string => {
    const path = paths[pathId]!;
    const at = (id: string) => junctions[id]?.name ?? id;
    return `${path.role === 'feed' ? 'Feed' : 'Return'}, ${at(path.from)} to ${at(path.to)}`;
  };
  const out: Placed[] = connectionsOf(doc).flatMap(({ id, pathId, from, to, meetings }) => {
    const line = lineOf(pathId);
    const ends = [from, to].map(({ id: partId }, side) =>
      endOnHose(elements[partId], partId, pathId, line, side === 0 ? 1 : 0),
    );
    const met = meetings.map(({ kind, face, between }, n): Placed => {
      const { name, does, never, tighten } = JOINT_RULES[kind];
      // The first keeps the name it always had: readings taken stay with it.
      const joint = n === 0 ? id : `${id}:${n + 1}`;
      // Fittings and ports are taken as aluminum unless the joint says steel on both sides.
      const steel = made.find((m) => m.joint === joint)?.metal === 'steel';
      return {
        id: joint,
        pathId,
        line,
        where: `${between[0]} to ${between[1]}`,
        between: `between ${from.name} and ${to.name}`,
        what: `${name}, ${faceSize(face)}`,
        kind,
        care: { does, never, tighten: tighten(FACES[face], steel) },
      };
    });
    return [...(ends[0] ?? []), ...met, ...(ends[1] ?? [])];
  });
  const refitted = injectorsRefitted(doc);
  for (let n = 1; refitted && n <= doc.brief.injectors.count; n++) {
    out.push({
      id: `injector:${n}`,
      pathId: 'rail',
      line: 'Injectors',
      where: `Injector ${n} in the rail`,
      what: 'O-ring',
    });
  }
  return out.map(toldApart(out));
}

/** Where two joints read alike, the line each is in is said with it, and a number where that is not enough. */
function toldApart(all: readonly Placed[]): (joint: Placed) => Joint {
  const times = (of: readonly string[]): Map<string, number> => {
    const count = new Map<string, number>();
    for (const text of of) count.set(text, (count.get(text) ?? 0) + 1);
    return count;
  };
  const alike = times(all.map((j) => j.where));
  const withLine = ({ where, between }: Placed): string =>
    alike.get(where)! > 1 && between ? `${where}, ${between}` : where;
  const still = times(all.map(withLine));
  const seen = new Map<string, number>();
  return (placed) => {
    const { between: _between, ...joint } = placed;
    const where = withLine(placed);
    if (still.get(where)! < 2) return { ...joint, where };
    const n = (seen.get(where) ?? 0) + 1;
    seen.set(where, n);
    return { ...joint, where: `${where}, ${n}` };
  };
}

/** A joint with the two parts it lies between, where adapters make several of them. */
type Placed = Joint & { readonly between?: string };

/** Where a hose sits on its own end: the second way one end can leak. Clamped hose and what lies in the tank have none. */
function endOnHose(
  e: PlumbingElement | undefined,
  id: string,
  pathId: string,
  line: string,
  side: 0 | 1,
): Joint[] {
  if (e?.kind !== 'run' || e.zone === 'in-tank') return [];
  const end = endsOf(e)[side]!;
  if (end === 'open') return [];
  return [
    {
      id: `${pathId}:${id}:end-${side + 1}`,
      pathId,
      line,
      where: `${e.name}, ${side === 0 ? 'first' : 'second'} end`,
      what: `${ENDS[end].name} end on its ${e.hose.startsWith('hard-') ? 'tube' : 'hose'}`,
    },
  ];
}
