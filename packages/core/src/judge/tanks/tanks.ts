import type { Finding } from '../../outcome/finding.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { both, settled, type FindingContext, type FindingRule, type SettledState } from '../context.ts';

const source = 'mass balance of the joint solve; common practice';
/** A tank that gains or loses less than this against the others stands level: 2 L/h in m³/s. */
const LEVEL = 2e-3 / 3600;

/** Several places that hold fuel: does each get back, or get sent over, what is taken from it? */
export const tankFindings: FindingRule = (context) => [
  ...surgeTanks(context),
  ...jets(context),
  ...uneven(context),
];

function surgeTanks(context: FindingContext): Finding[] {
  const { junctions } = context.doc.plumbing;
  return Object.entries(junctions).flatMap(([id, j]): Finding[] => {
    if (j.kind !== 'surge') return [];
    const pull = settled(context).filter((s) => s.state.kind === 'pull' || s.state.kind === 'cruise');
    const fill = (s: SettledState): number => s.values.balance.surge[id] ?? 0;
    const tight = [...pull].sort((a, b) => fill(a) / a.state.draw - fill(b) / b.state.draw)[0];
    if (!tight) return [];
    const margin = fill(tight) / tight.state.draw;
    if (margin >= context.doc.brief.designMargin) return [];
    const lift = fill(tight) + tight.state.draw;
    const seconds = -j.volumeM3 / fill(tight);
    return [
      {
        code: 'LIFT_SHORT',
        severity: margin < 0 ? 'stop' : 'fix',
        stage: 'plumb',
        place: { id, name: j.name },
        stateId: tight.state.id,
        title:
          margin < 0
            ? `${j.name} empties at ${tight.state.label.toLowerCase()}: gone in ${seconds.toFixed(0)} s.`
            : `The lift pump has only ${(margin * 100).toFixed(0)} % in hand at ${tight.state.label.toLowerCase()}.`,
        dimension: 'flow',
        value: lift,
        limit: tight.state.draw * (1 + context.doc.brief.designMargin),
        why: {
          text: 'What goes round through the return stays in the surge tank; only what the engine takes must be lifted.',
          formula:
            `lift ${both('flow', lift)} − engine ${both('flow', tight.state.draw)} = ${both('flow', fill(tight))}` +
            (margin < 0 ? `; ${(j.volumeM3 * 1000).toFixed(1)} L lasts ${seconds.toFixed(0)} s` : ''),
          source,
        },
        fixes: [],
      },
    ];
  });
}

/** Tanks joined by plain open line stand at one level: told by one name each. */
function groups(doc: JobDocument): ReadonlyMap<string, string> {
  const { junctions, elements, paths } = doc.plumbing;
  const group = new Map(Object.keys(junctions).map((id) => [id, id]));
  for (const path of Object.values(paths)) {
    const plain = path.order.every((id) => ['run', 'component'].includes(elements[id]?.kind ?? ''));
    if (!plain || junctions[path.from]?.kind !== 'tank' || junctions[path.to]?.kind !== 'tank') continue;
    const [keep, gone] = [group.get(path.from)!, group.get(path.to)!];
    for (const [id, g] of group) if (g === gone) group.set(id, keep);
  }
  return group;
}

function jets(context: FindingContext): Finding[] {
  const { doc } = context;
  const group = groups(doc);
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): Finding[] => {
    if (e.kind !== 'jet') return [];
    const path = Object.values(doc.plumbing.paths).find((p) => p.order.includes(id));
    const far = doc.plumbing.junctions[e.fromId];
    if (!path || far?.kind !== 'tank' || group.get(e.fromId) === group.get(path.to)) {
      return [
        {
          code: 'JET_NOWHERE',
          severity: 'fix',
          stage: 'plumb',
          place: { id, name: e.name },
          title: `${e.name} draws from no other tank.`,
          dimension: 'count',
          value: 0,
          limit: 1,
          why: {
            text: 'A transfer jet sits in the return of one tank and carries fuel over from another one.',
            formula: 'tank it draws from and tank it ends in must be two',
            source,
          },
          fixes: [],
        },
      ];
    }
    const running = settled(context).filter((s) => s.state.draw > 0 && s.state.pumpsOn);
    const short = (s: SettledState): number => s.values.balance.out[path.to] ?? 0;
    const falling = running.filter((s) => short(s) > LEVEL);
    const steady = falling.find((s) => s.state.kind === 'idle' || s.state.kind === 'cruise');
    const worst = steady ?? [...falling].sort((a, b) => short(b) - short(a))[0];
    if (!worst) return [];
    const carried = worst.values.balance.jets[id] ?? 0;
    return [
      {
        code: 'JET_SHORT',
        severity: steady ? 'stop' : 'note',
        stage: 'plumb',
        place: { id, name: e.name },
        stateId: worst.state.id,
        title: `${e.name} does not keep up at ${worst.state.label.toLowerCase()}: the pump side falls by ${both('flow', short(worst))}.`,
        dimension: 'flow',
        value: carried,
        limit: worst.state.draw,
        why: {
          text: steady
            ? `${far.name} keeps its fuel while the pump side runs dry. A jet lives on return flow: no return, no transfer.`
            : 'In a pull the return is small and so is what it carries over; at cruise it catches up. Long pulls want the pump side full.',
          formula: `${e.transferRatio} × ${both('flow', e.transferRatio > 0 ? carried / e.transferRatio : 0)} = ${both('flow', carried)} against ${both('flow', worst.state.draw)}`,
          source,
        },
        fixes: [],
      },
    ];
  });
}

/** Two tanks without a jet: the return must go back where the fuel came from. */
function uneven(context: FindingContext): Finding[] {
  const { doc } = context;
  const { junctions, elements } = doc.plumbing;
  if (Object.values(elements).some((e) => e.kind === 'jet')) return [];
  const cruise = settled(context).find((s) => s.state.kind === 'cruise');
  const group = groups(doc);
  const tanks = Object.keys(junctions).filter((id) => junctions[id]!.kind === 'tank');
  const names = new Set(tanks.map((id) => group.get(id)!));
  if (!cruise || names.size < 2) return [];
  const out = (g: string): number =>
    tanks.reduce((sum, id) => sum + (group.get(id) === g ? (cruise.values.balance.out[id] ?? 0) : 0), 0);
  const gaining = [...names].filter((g) => out(g) < -LEVEL).sort((a, b) => out(a) - out(b))[0];
  if (!gaining) return [];
  const gain = -out(gaining);
  return [
    {
      code: 'TANK_FILLS',
      severity: 'stop',
      stage: 'plumb',
      place: { id: gaining, name: junctions[gaining]!.name },
      stateId: cruise.state.id,
      title: `${junctions[gaining]!.name} gains ${both('flow', gain)} at cruise while the other runs dry.`,
      dimension: 'flow',
      value: gain,
      limit: LEVEL,
      why: {
        text: 'More comes back to it than its own pump takes: it fills over its vent. Split the return to both tanks, or join the tanks with a level line.',
        formula: tanks
          .map((id) => `${junctions[id]!.name} ${both('flow', -(cruise.values.balance.out[id] ?? 0))}`)
          .join('; '),
        source,
      },
      fixes: [],
    },
  ];
}
