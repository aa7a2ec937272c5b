import type { JobDocument } from '../../document/job-document.ts';
import { billLine, type BillLine } from '../../kinds/bill-line.ts';
import { junctionKind, plumbingKind } from '../../kinds/index.ts';
import { FACES, faceName, faceSize, type FaceId } from '../../kinds/ports/faces.ts';
import { connectionsOf, type Connection } from './connections.ts';
import { JOINT_RULES } from './joint-rules.ts';
import { sealOf, type JointKind } from './mating.ts';

/** From a pump in the tank to the hat, m: hose that may lie in fuel (common practice). */
const TANK_HOSE = 0.3;

/** What joins the parts of a plan: adapters, bulkheads, plugs, seals, clamps, sealant. */
export function joiningLines(doc: JobDocument): BillLine[] {
  const connections = connectionsOf(doc);
  const lines = [...connections.flatMap((c) => linesOf(doc, c)), ...plugLines(doc, connections)];
  return [...lines, ...consumables(lines)];
}

function linesOf(doc: JobDocument, c: Connection): BillLine[] {
  const where = `${c.from.name} to ${c.to.name}`;
  if (c.problem !== undefined)
    return [
      billLine(
        'adapters',
        `No adapter: ${faceName(c.from.face)} to ${faceName(c.to.face)}`,
        1,
        'each',
        where,
        c.problem,
      ),
    ];
  if (c.kept) return [];
  const adapters = (c.chains[0]?.fittings ?? []).map((f) => billLine('adapters', f.name, 1, 'each', where));
  return [
    ...adapters,
    ...wallLines(doc, c, where),
    ...c.meetings.flatMap((m) => sealLines(doc, m.kind, m.face, where)),
  ];
}

/** Through the tank’s wall or its hat, and what leads there inside. */
function wallLines(doc: JobDocument, { wall, from }: Connection, where: string): BillLine[] {
  if (wall === null) return [];
  const inside = doc.plumbing.elements[from.id];
  return [
    billLine('adapters', `Bulkhead, -${wall} flare, with nut and two seals`, 1, 'each', where),
    ...(inside?.kind === 'pump'
      ? [
          billLine(
            'hose',
            `Hose to lie in fuel, SAE J30 R10, -${wall}`,
            TANK_HOSE,
            'm',
            `${inside.name} to the hat`,
          ),
          billLine('seals', `Clamp for the tank, -${wall} hose`, 2, 'each', inside.name),
        ]
      : []),
  ];
}

function sealLines(doc: JobDocument, kind: JointKind, face: FaceId, where: string): BillLine[] {
  const { seal, seals } = JOINT_RULES[kind];
  if (seal === null || seals === 0) return [];
  return [billLine('seals', seal(FACES[face], doc.brief.fuel.ethanol), seals, 'each', where)];
}

/** Ports no line uses. */
function plugLines(doc: JobDocument, connections: readonly Connection[]): BillLine[] {
  const { junctions, elements, paths } = doc.plumbing;
  const plug = (face: FaceId, where: string): BillLine[] => {
    const kind = sealOf(FACES[face].family);
    return [
      billLine('adapters', `Plug, ${faceSize(face)}`, 1, 'each', where),
      ...(kind ? sealLines(doc, kind, face, where) : []),
    ];
  };
  const spare = Object.entries(junctions).flatMap(([id, j]) => {
    const { ends, face } = junctionKind(j);
    const meeting = connections.filter((c) => c.from.id === id || c.to.id === id);
    const like = meeting[0];
    if (ends === null || !like) return [];
    const has = like.from.id === id ? like.from.face : like.to.face;
    const size = FACES[has].size;
    return Array.from({ length: Math.max(0, ends - meeting.length) }).flatMap(() =>
      plug(typeof size === 'number' ? face(j, size) : has, `${j.name}, end with no line`),
    );
  });
  const sides = Object.values(paths).flatMap((p) =>
    p.order.flatMap((id) => {
      const e = elements[id];
      if (!e) return [];
      const { sides: open = [] } = plumbingKind(e).faces(e, {
        before: undefined,
        after: undefined,
        inTank: false,
      });
      return open.flatMap((s) =>
        plug(s.face, `${e.name}, ${s.what}${s.takes === 'plug' ? '' : ', or the gauge’s sender'}`),
      );
    }),
  );
  return [...spare, ...sides];
}

/** What is used up at the bench, once for the job. */
function consumables(lines: readonly BillLine[]): BillLine[] {
  const rings = lines.some((l) => l.part.startsWith('O-ring'));
  const taper = lines.some((l) => l.part.includes('NPT'));
  return [
    ...(rings ? [billLine('consumables', 'Assembly oil for O-rings', 1, 'each')] : []),
    ...(taper
      ? [
          billLine(
            'consumables',
            'Thread sealant, fuel-rated: anaerobic or PTFE paste',
            1,
            'each',
            'on taper threads only',
          ),
        ]
      : []),
    billLine('consumables', 'Paint marker for tightened joints', 1, 'each'),
  ];
}
