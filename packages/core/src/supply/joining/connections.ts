import { inFlowOrder } from '../../document/flow-order.ts';
import type { JobDocument, Junction, Path, PlumbingElement } from '../../document/job-document.ts';
import { junctionKind, plumbingKind } from '../../kinds/index.ts';
import type { Dash } from '../../kinds/plumbing/run/hoses.ts';
import { FACES, flare, type FaceId } from '../../kinds/ports/faces.ts';
import { adaptersBetween, type Chain } from './adapters.ts';
import { mate, sealOf, type JointKind } from './mating.ts';
import { liesInTank } from '../../document/in-tank.ts';

/** One side of a connection. */
export interface Side {
  readonly of: 'part' | 'junction';
  readonly id: string;
  readonly name: string;
  readonly face: FaceId;
  /** Nobody has said what its port is: it is taken as its kind usually has it. */
  readonly assumed: boolean;
  /** Somebody has named it. */
  readonly told: boolean;
}

/** One place where two faces meet, with or without a fitting of the shop’s between the parts. */
export interface Meeting {
  readonly kind: JointKind;
  readonly face: FaceId;
  readonly between: readonly [string, string];
}

/** Where two parts of a line are joined: what goes between them and how each joint seals. */
export interface Connection {
  /** Stable across edits that leave both parts in place. */
  readonly id: string;
  readonly pathId: string;
  readonly from: Side;
  readonly to: Side;
  /** Goes through the wall of a tank or its hat. */
  readonly wall: Dash | null;
  /** Was in the car and stays: nothing to get for it. */
  readonly kept: boolean;
  /** Rows of adapters that join them, the best first; the first one is planned. */
  readonly chains: readonly Chain[];
  /** Why the two faces do not meet by themselves, where they do not. */
  readonly why?: string;
  /** Joints to make, in the order of the flow; none where it lies in the tank. */
  readonly meetings: readonly Meeting[];
  /** Why nothing joins them. */
  readonly problem?: string;
}

/**
 * Every place of a plan where two parts are joined, in the order the fuel meets them.
 * @param doc job document
 * @returns connections with their adapters and joints
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source SAE J514, J1926, J2044, ASME B1.20.1 (from memory); ports nobody named as common practice has them
 * @example connectionsOf(fullReturnJob('x')).every((c) => c.problem === undefined) // => true
 */
export function connectionsOf(doc: JobDocument): Connection[] {
  return inFlowOrder(doc.plumbing.paths).flatMap(([pathId, path]) => alongPath(doc, pathId, path));
}

function alongPath(doc: JobDocument, pathId: string, path: Path): Connection[] {
  const { elements, junctions } = doc.plumbing;
  const order = path.order.filter((id) => elements[id]);
  const size = sizesAlong(doc, path, order);
  const junction = (id: string, beside: number, dash: Dash): Side => {
    const j = junctions[id];
    const inside = j === undefined || isOneWith(doc, j, path, order, beside);
    return {
      of: 'junction',
      id,
      name: j?.name ?? id,
      face: inside ? 'in-tank' : junctionKind(j).face(j, dash),
      assumed: !inside && j.port === undefined,
      told: !inside && j.port !== undefined,
    };
  };
  const part = (i: number, way: 'in' | 'out'): Side => {
    const id = order[i]!;
    const e = elements[id]!;
    const kindAt = (at: number): string => elements[order[at] ?? '']?.kind ?? 'junction';
    const faces = plumbingKind(e).faces(e, {
      before: { kind: kindAt(i - 1), dash: size.behind(i) },
      after: { kind: kindAt(i + 1), dash: size.ahead(i + 1) },
      inTank: liesInTank(doc, path, order, i),
    });
    const face = e.kind === 'run' && e.zone === 'in-tank' ? 'in-tank' : faces[way];
    const told = isTold(e, way);
    return {
      of: 'part',
      id,
      name: e.name,
      face,
      assumed: face !== 'in-tank' && e.kind !== 'run' && !told,
      told,
    };
  };
  const kept = (i: number): boolean => {
    const e = elements[order[i] ?? ''];
    return e?.kind === 'run' && e.existing;
  };
  return Array.from({ length: order.length + 1 }, (_, i) => {
    const from = i === 0 ? junction(path.from, 0, size.ahead(0)) : part(i - 1, 'out');
    const to = i === order.length ? junction(path.to, i - 1, size.behind(i)) : part(i, 'in');
    return connect({
      id: `${pathId}:${order[i - 1] ?? path.from}:${order[i] ?? path.to}`,
      pathId,
      from,
      to,
      kept: (kept(i - 1) || from.of === 'junction') && (kept(i) || to.of === 'junction'),
      dash: from.face === 'in-tank' ? size.ahead(i) : size.behind(i),
      whole: isPortOf(junctions[path.from], from, to) || isPortOf(junctions[path.to], to, from),
    });
  });
}

/** Whether somebody has named the port of a part. */
function isTold(e: PlumbingElement, way: 'in' | 'out'): boolean {
  return way === 'in' ? 'inlet' in e && e.inlet !== undefined : 'outlet' in e && e.outlet !== undefined;
}

/** Ports of the part beside it are no joint to make. */
const isPortOf = (j: Junction | undefined, side: Side, beside: Side): boolean =>
  j?.kind === 'tee' &&
  j.form === 'ports' &&
  side.of === 'junction' &&
  side.face === 'in-tank' &&
  beside.of === 'part';

/** A place that is part of what is beside it: ports of the part they belong to, a tank around what lies in it. */
function isOneWith(
  doc: JobDocument,
  j: Junction,
  path: Path,
  order: readonly string[],
  beside: number,
): boolean {
  const e = doc.plumbing.elements[order[beside] ?? ''];
  if (j.kind === 'tee') return j.form === 'ports' && e !== undefined && e.kind !== 'run';
  return j.kind === 'surge' && e !== undefined && liesInTank(doc, path, order, beside);
}

function connect({
  dash,
  whole,
  ...made
}: Pick<Connection, 'id' | 'pathId' | 'from' | 'to' | 'kept'> & {
  readonly dash: Dash;
  readonly whole: boolean;
}): Connection {
  const { from, to, kept } = made;
  const nothing = { ...made, wall: null, chains: [], meetings: [] };
  if (whole || (from.face === 'in-tank' && to.face === 'in-tank')) return nothing;
  const outer = from.face === 'in-tank' ? to : from;
  // What was in the car is joined as it was found.
  if (kept) {
    const joint = sealOf(FACES[outer.face].family) ?? 'clamp';
    return { ...nothing, meetings: [{ kind: joint, face: outer.face, between: [from.name, to.name] }] };
  }
  if (from.face !== 'in-tank' && to.face !== 'in-tank')
    return { ...made, wall: null, ...joined(from.face, to.face, from.name, to.name) };
  const wall = sizeOf(outer.face) ?? dash;
  return outer === to
    ? { ...made, wall, ...joined(flare(wall, 'm'), to.face, 'bulkhead', to.name) }
    : { ...made, wall, ...joined(from.face, flare(wall, 'm'), from.name, 'bulkhead') };
}

function joined(
  a: FaceId,
  b: FaceId,
  from: string,
  to: string,
): Pick<Connection, 'chains' | 'meetings' | 'problem' | 'why'> {
  const search = adaptersBetween(a, b);
  const straight = mate(a, b);
  const why = straight.ok ? {} : { why: straight.reason };
  if (!search.ok) return { chains: [], meetings: [], problem: search.reason, ...why };
  const { faces, fittings } = search.chains[0]!;
  const names = [from, ...fittings.map((_, i) => (fittings.length > 1 ? `adapter ${i + 1}` : 'adapter')), to];
  const meetings = names.slice(1).flatMap((name, i): Meeting[] => {
    const [x, y] = [faces[2 * i]!, faces[2 * i + 1]!];
    const met = mate(x, y);
    return met.ok
      ? [{ kind: met.joint, face: FACES[x].family === 'hose' ? y : x, between: [names[i]!, name] }]
      : [];
  });
  return { chains: search.chains, meetings, ...why };
}

const sizeOf = (face: FaceId): Dash | undefined => {
  const { family, size } = FACES[face];
  return family === 'flare' || family === 'orb' || family === 'hose' || family === 'barb'
    ? (size as Dash)
    : undefined;
};

/** Size of the hose a port along a path is made for: the next one ahead of it or behind it, else the nearest there is. */
function sizesAlong(doc: JobDocument, path: Path, order: readonly string[]) {
  const { elements, paths } = doc.plumbing;
  const runDash = (id: string): Dash[] => {
    const e = elements[id];
    return e?.kind === 'run' ? [e.dash] : [];
  };
  const beyond = Object.values(paths)
    .filter((p) => p !== path && p.role === path.role && (p.from === path.to || p.to === path.from))
    .flatMap((p) => p.order.flatMap(runDash));
  const next = (at: number): Dash | undefined => order.slice(at).flatMap(runDash)[0];
  const last = (at: number): Dash | undefined => order.slice(0, at).flatMap(runDash).at(-1);
  const usual: Dash = beyond[0] ?? 6;
  return {
    ahead: (at: number): Dash => next(at) ?? last(at) ?? usual,
    behind: (at: number): Dash => last(at) ?? next(at) ?? usual,
  };
}

/** A named port of the tank itself: a line is screwed into it from outside. */
export function tankPortOf({ plumbing }: JobDocument, { from, to }: Connection): FaceId | undefined {
  const side = [from, to].find(
    (s) => s.of === 'junction' && s.told && plumbing.junctions[s.id]?.kind === 'tank',
  );
  return side?.face;
}
