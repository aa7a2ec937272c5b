import type { JobDocument } from '../../document/job-document.ts';
import { HALF_FULL } from '../../engine/model.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule, type SettledState } from '../context.ts';

/** A tank that gains or loses less than this against the others stands level: 2 L/h in m³/s. */
const LEVEL = 2e-3 / 3600;

export type JetNowhere = Found<'JET_NOWHERE', Record<string, never>>;
export type JetShort = Found<
  'JET_SHORT',
  {
    readonly state: StateName;
    readonly falls: number;
    readonly ratio: number;
    readonly far: string;
    readonly steady: boolean;
    /** Until the pump side is dry, s; null: how much it holds is not known. */
    readonly lasts: number | null;
  }
>;
export type TankFills = Found<
  'TANK_FILLS',
  {
    readonly tanks: readonly { readonly name: string; readonly gains: number }[];
    /** The first to run dry, and after how many s; null: none of which the volume is known. */
    readonly dry: { readonly name: string; readonly after: number } | null;
  }
>;

/** How long a tank lasts that loses so much, s; null: its volume is not known. */
function lasting({ plumbing, brief }: JobDocument, id: string, loses: number): number | null {
  const j = plumbing.junctions[id];
  if (j?.kind !== 'tank' || j.volumeM3 === undefined || loses <= 0) return null;
  return (j.volumeM3 * (brief.fuelLevel ?? HALF_FULL)) / loses;
}

const firstDry = (doc: JobDocument, tanks: readonly string[], { values }: SettledState) =>
  tanks
    .flatMap((id) => {
      const after = lasting(doc, id, values.balance.out[id] ?? 0);
      return after === null ? [] : [{ name: doc.plumbing.junctions[id]!.name, after }];
    })
    .sort((a, b) => a.after - b.after)[0] ?? null;

/** Tanks joined by plain open line stand at one level: one name each. */
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

/** Does a transfer jet carry over what is taken? */
export const jetRule: FindingRule<JetNowhere | JetShort> = (context) => {
  const { doc } = context;
  const group = groups(doc);
  return Object.entries(doc.plumbing.elements).flatMap(([id, e]): (JetNowhere | JetShort)[] => {
    if (e.kind !== 'jet') return [];
    const place = { of: 'part', id, name: e.name } as const;
    const path = Object.values(doc.plumbing.paths).find((p) => p.order.includes(id));
    const far = doc.plumbing.junctions[e.fromId];
    if (!path || far?.kind !== 'tank' || group.get(e.fromId) === group.get(path.to))
      return [
        {
          code: 'JET_NOWHERE',
          severity: 'fix',
          stage: 'plumb',
          place,
          dimension: 'count',
          value: 0,
          limit: 1,
          figures: {},
        },
      ];
    const running = settled(context).filter((s) => s.state.draw > 0 && s.state.pumpsOn);
    const falls = (s: SettledState): number => s.values.balance.out[path.to] ?? 0;
    const falling = running.filter((s) => falls(s) > LEVEL);
    const steady = falling.find((s) => s.state.kind === 'idle' || s.state.kind === 'cruise');
    const worst = steady ?? [...falling].sort((a, b) => falls(b) - falls(a))[0];
    if (!worst) return [];
    return [
      {
        code: 'JET_SHORT',
        severity: steady ? 'stop' : 'note',
        stage: 'plumb',
        place,
        stateId: worst.state.id,
        dimension: 'flow',
        value: worst.values.balance.jets[id] ?? 0,
        limit: worst.state.draw,
        figures: {
          state: worst.state,
          falls: falls(worst),
          ratio: e.transferRatio,
          far: far.name,
          steady: steady !== undefined,
          lasts: lasting(doc, path.to, falls(worst)),
        },
      },
    ];
  });
};

/** Two tanks without a jet: the return must go back where the fuel came from. */
export const unevenRule: FindingRule<TankFills> = (context: FindingContext) => {
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
  return [
    {
      code: 'TANK_FILLS',
      severity: 'stop',
      stage: 'plumb',
      place: { of: 'junction', id: gaining, name: junctions[gaining]!.name },
      stateId: cruise.state.id,
      dimension: 'flow',
      value: -out(gaining),
      limit: LEVEL,
      figures: {
        tanks: tanks.map((id) => ({
          name: junctions[id]!.name,
          gains: -(cruise.values.balance.out[id] ?? 0),
        })),
        dry: firstDry(doc, tanks, cruise),
      },
    },
  ];
};
