import { feedingPumps } from '../../document/feeding-pumps.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { Engine } from '../../engine/engine.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule, type SettledState } from '../context.ts';
import { isOn, starves, withPumps } from './pumps-at.ts';

export type ReliefLow = Found<
  'RELIEF_LOW',
  {
    readonly state: StateName;
    /** Where the valve in the pump opens, Pa over its inlet. */
    readonly relief: number;
    /** What the pump raises the fuel by there, and what the rail still lacks then, Pa. */
    readonly rise: number;
    readonly lacks: number;
  }
>;

/** Least a relief valve must stand above what its pump has to give, Pa (common practice: none opens at one exact pressure). */
const CLEAR = 10e3;

/** A state that wants so much of a pump, Pa. */
interface Asked {
  readonly s: SettledState;
  readonly rise: number;
  readonly lacks: number;
  readonly needed: number;
}

const judged = new WeakMap<FindingContext, ReliefLow[]>();

/** Does the relief valve in a pump open at what the plan wants of it? */
export const reliefRule: FindingRule<ReliefLow> = (context) => {
  let known = judged.get(context);
  if (!known) {
    known = Object.keys(context.doc.plumbing.elements).flatMap((id) => reliefLow(context, id));
    judged.set(context, known);
  }
  return [...known];
};

function reliefLow(context: FindingContext, id: string): ReliefLow[] {
  const { doc } = context;
  const e = doc.plumbing.elements[id]!;
  if (e.kind !== 'pump') return [];
  const feeds = feedingPumps(doc).includes(id);
  const asked = settled(context)
    .flatMap((s) => {
      const rise = risesBy(doc, s, id);
      if (rise === null) return [];
      const lacks = feeds ? Math.max(0, s.values.least - s.values.railGauge) : 0;
      return [{ s, rise, lacks, needed: rise + lacks }];
    })
    .filter((a) => a.needed > e.reliefPa - CLEAR)
    .sort((a, b) => b.needed - a.needed);
  // The state that wants most decides: where another is at fault there, a lesser state presses against the valve for the same reason.
  const [most] = asked;
  if (!most || (most.lacks > 0 && !isCause(doc, id, most))) return [];
  return [
    {
      code: 'RELIEF_LOW',
      severity: asked.some(({ s }) => starves(s)) ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: e.name },
      stateId: most.s.state.id,
      dimension: 'pressure',
      value: most.needed,
      limit: e.reliefPa - CLEAR,
      figures: { state: most.s.state, relief: e.reliefPa, rise: most.rise, lacks: most.lacks },
    },
  ];
}

/**
 * Whether the valve is what a short rail lacks: it opens below what the rail alone wants, or with one that opens later the engine has
 * its fuel. Else the line or the pump is too small, and presses against the valve only for that.
 */
function isCause(doc: JobDocument, id: string, { s, needed }: Asked): boolean {
  const e = doc.plumbing.elements[id]!;
  if (e.kind === 'pump' && e.reliefPa - CLEAR < s.values.least) return true;
  const best = new Engine(withRelief(doc, new Map([[id, needed + 10 * CLEAR]]))).available(s.state);
  return best !== null && best.flow >= s.state.draw;
}

/** What a running pump has to raise the fuel by in a state, Pa: not what piles up behind a valve that holds back; null: it is off. */
function risesBy(doc: JobDocument, { values, state }: SettledState, id: string): number | null {
  const pump = values.pumps.find((p) => p.id === id);
  if (!pump || !isOn(pump) || !state.pumpsOn) return null;
  const held = values.stations
    .filter((s) => doc.plumbing.elements[s.elementId]?.kind === 'blocking-regulator')
    .map((s) => s.pUp - s.pDown);
  return pump.rise - Math.max(0, ...held);
}

/** The plan with those relief valves out of the way: what is short in it is short for another reason. */
export const reliefRaised = (doc: JobDocument, found: readonly ReliefLow[]): JobDocument =>
  withRelief(doc, new Map(found.map(({ place, value }) => [place.id, value + 10 * CLEAR])));

function withRelief(doc: JobDocument, raised: ReadonlyMap<string, number>): JobDocument {
  return withPumps(doc, (id, pump) => ({ ...pump, reliefPa: Math.max(pump.reliefPa, raised.get(id) ?? 0) }));
}
