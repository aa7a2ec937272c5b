import type { JobDocument } from '../../document/job-document.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule, type SettledState } from '../context.ts';

export type LiftShort = Found<
  'LIFT_SHORT',
  {
    readonly state: StateName;
    /** What the lift pump brings, the main pump takes and the return gives back, m³/s. */
    readonly lift: number;
    readonly main: number;
    readonly returned: number;
    /** What the tank gains of it, m³/s. */
    readonly fill: number;
    readonly draw: number;
    readonly volume: number;
    /** Tanks the return of the main pump goes to instead; none: it comes back into the surge tank. */
    readonly returnsTo: readonly string[];
  }
>;
export type SurgeClosed = Found<'SURGE_CLOSED', { readonly lifts: readonly string[] }>;

type Path = JobDocument['plumbing']['paths'][string];

/** Paths at a surge tank: what fills it, what draws from it, what comes back, and what lets out what it cannot hold. */
function pathsAt({ plumbing: { paths } }: JobDocument, id: string) {
  const all = Object.entries(paths);
  const of = (is: (p: Path) => boolean): string[] => all.flatMap(([key, p]) => (is(p) ? [key] : []));
  return {
    lift: of((p) => p.to === id && p.role !== 'return'),
    returned: of((p) => p.to === id && p.role === 'return'),
    main: of((p) => p.from === id && p.role !== 'return'),
    overflow: of((p) => p.from === id && p.role === 'return'),
  };
}

/** Returns that end in a tank, though what they carry was drawn from a surge tank. */
export const returnsElsewhere = ({ plumbing: { paths, junctions } }: JobDocument): string[] =>
  Object.entries(paths).flatMap(([id, p]) =>
    p.role === 'return' && junctions[p.from]?.kind !== 'surge' && junctions[p.to]?.kind === 'tank'
      ? [id]
      : [],
  );

/** Does a lift pump keep its surge tank full? */
export const surgeRule: FindingRule<LiftShort> = (context) =>
  Object.keys(context.doc.plumbing.junctions).flatMap((id) => liftShort(context, id));

function liftShort(context: FindingContext, id: string): LiftShort[] {
  const { doc } = context;
  const j = doc.plumbing.junctions[id]!;
  if (j.kind !== 'surge') return [];
  const at = pathsAt(doc, id);
  const asked = doc.brief.designMargin;
  const returnsTo =
    at.returned.length > 0
      ? []
      : returnsElsewhere(doc).map((p) => doc.plumbing.junctions[doc.plumbing.paths[p]!.to]!.name);
  // With the return elsewhere the main pump's whole flow has to be lifted: most of it at idle.
  const running = settled(context).filter(
    (s) =>
      s.state.draw > 0 &&
      s.state.pumpsOn &&
      (s.state.kind !== 'idle' || returnsTo.length > 0) &&
      s.state.kind !== 'cranking',
  );
  const fill = (s: SettledState): number => s.values.balance.surge[id] ?? 0;
  const tight = running.toSorted((a, b) => fill(a) / a.state.draw - fill(b) / b.state.draw)[0];
  if (!tight || fill(tight) / tight.state.draw >= asked) return [];
  const { draw } = tight.state;
  const [lift, main, returned] = [at.lift, at.main, at.returned].map((paths) => flowOf(tight, paths)) as [
    number,
    number,
    number,
  ];
  return [
    {
      code: 'LIFT_SHORT',
      severity: fill(tight) < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'junction', id, name: j.name },
      stateId: tight.state.id,
      dimension: 'flow',
      value: lift,
      limit: main - returned + draw * asked,
      figures: {
        state: tight.state,
        lift,
        main,
        returned,
        fill: fill(tight),
        draw,
        volume: j.volumeM3,
        returnsTo,
      },
    },
  ];
}

/** What the last part of each path passes, together, m³/s. */
const flowOf = ({ values }: SettledState, paths: readonly string[]): number =>
  paths.reduce((sum, path) => sum + (values.stations.findLast((s) => s.pathId === path)?.flow ?? 0), 0);

/** A surge tank without an overflow is a closed vessel that its lift pump pressurizes. */
export const surgeClosedRule: FindingRule<SurgeClosed> = ({ doc }) =>
  Object.entries(doc.plumbing.junctions).flatMap(([id, j]): SurgeClosed[] => {
    const { lift, overflow } = pathsAt(doc, id);
    if (j.kind !== 'surge' || lift.length === 0 || overflow.length > 0) return [];
    const lifts = lift.flatMap((p) =>
      doc.plumbing.paths[p]!.order.flatMap((e) => {
        const part = doc.plumbing.elements[e];
        return part?.kind === 'pump' ? [part.name] : [];
      }),
    );
    return [
      {
        code: 'SURGE_CLOSED',
        severity: 'stop',
        stage: 'plumb',
        place: { of: 'junction', id, name: j.name },
        dimension: 'count',
        value: 0,
        limit: 1,
        figures: { lifts },
      },
    ];
  });
