import { highPressurePumps } from '../../document/consumers.ts';
import { Engine } from '../../engine/engine.ts';
import type { RailStanding } from '../../engine/observe/rail.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import { settled, type FindingRule, type SettledState } from '../context.ts';
import { BACK_PRESSURE_SHARE, RAIL_HIGH_LIMIT } from '../limits.ts';

export type ReturnOverrun = Found<
  'RETURN_OVERRUN',
  {
    readonly state: StateName;
    readonly bypass: number;
    /** What would go back at the set pressure, and the most that can, m³/s. */
    readonly atSet: number;
    readonly capacity: number;
    readonly returnPressure: number;
    readonly over: number;
    /** Other states it shows in. */
    readonly also: readonly StateName[];
  }
>;
export type RailHigh = Found<
  'RAIL_HIGH',
  {
    readonly state: StateName;
    readonly rail: number;
    readonly required: number;
    /** The low side of direct injection, not a rail. */
    readonly lowSide: boolean;
  }
>;
export type ReturnBackPressure = Found<'RETURN_BACK_PRESSURE', { readonly rail: number }>;

/** The regulator is wide open, and no rising-rate unit behind it means it to. */
export const isOverrun = ({ regulator }: Pick<RailStanding, 'regulator'>): boolean =>
  regulator?.valve === 'overrun' && regulator.raisedBy === null;

/** A return that only just stops the overrun is no cure: it must come under the back-pressure limit too. Nothing presses where nothing flows. */
export const lowBackPressure = ({
  regulator,
  railGauge,
}: Pick<RailStanding, 'regulator' | 'railGauge'>): boolean =>
  regulator !== null &&
  (regulator.valve === 'closed' || regulator.returnPressure <= BACK_PRESSURE_SHARE * railGauge);

/** Pumps are known to 5 % and losses to 20 %: only what is over by more than this is sure to overrun (estimate). */
const FAR_OVER = 1.1;

/** Return flow with the rail at its set pressure, m³/s: more than once it has climbed. */
function returnedAtSet(engine: Engine, { state, values }: SettledState): number {
  const most = engine.available(state)?.flow ?? 0;
  return Math.max(values.regulator!.bypass, most - state.draw);
}

/** Can regulator and return line carry what the engine leaves? */
export const regulationRule: FindingRule<ReturnOverrun | RailHigh | ReturnBackPressure> = (context) => {
  const running = settled(context).filter((s) => s.state.pumpsOn && s.values.regulator);
  const overruns = running.filter((s) => isOverrun(s.values));
  // Idle is where it is met every day; named there when it shows there.
  const engine = new Engine(context.doc);
  const far = overruns.filter((s) => returnedAtSet(engine, s) > FAR_OVER * s.values.regulator!.capacity);
  const named = far.length > 0 ? far : overruns;
  const overrun = named.find((s) => s.state.kind === 'idle') ?? worst(named);
  if (overrun) return [overrunAt(overrun, overruns, returnedAtSet(engine, overrun), far.length > 0)];
  const high = worst(running);
  const idle = running.find((s) => s.state.kind === 'idle');
  return [
    ...(high && above(high) > RAIL_HIGH_LIMIT
      ? [railHigh(high, highPressurePumps(context.doc).length > 0)]
      : []),
    ...(idle && !lowBackPressure(idle.values) ? [backPressure(idle)] : []),
  ];
};

const above = (s: SettledState): number => s.values.railGauge - s.values.required;
const worst = (states: readonly SettledState[]): SettledState | undefined =>
  states.reduce<SettledState | undefined>(
    (most, s) => (most && above(most) >= above(s) ? most : s),
    undefined,
  );

function overrunAt(
  s: SettledState,
  all: readonly SettledState[],
  atSet: number,
  far: boolean,
): ReturnOverrun {
  const { values, state } = s;
  const regulator = values.regulator!;
  return {
    code: 'RETURN_OVERRUN',
    severity: far ? 'stop' : 'fix',
    stage: 'plumb',
    place: tightestReturn(s),
    stateId: state.id,
    dimension: 'pressure',
    value: values.railGauge,
    limit: values.required,
    figures: {
      state,
      bypass: regulator.bypass,
      atSet,
      capacity: regulator.capacity,
      returnPressure: regulator.returnPressure,
      over: regulator.over,
      also: all.filter((o) => o !== s).map((o) => o.state),
    },
  };
}

const railHigh = (s: SettledState, lowSide: boolean): RailHigh => ({
  code: 'RAIL_HIGH',
  severity: 'fix',
  stage: 'plumb',
  place: { of: 'part', id: s.values.regulator!.id, name: s.values.regulator!.name },
  stateId: s.state.id,
  dimension: 'pressure',
  value: above(s),
  limit: RAIL_HIGH_LIMIT,
  figures: { state: s.state, rail: s.values.railGauge, required: s.values.required, lowSide },
});

const backPressure = (s: SettledState): ReturnBackPressure => ({
  code: 'RETURN_BACK_PRESSURE',
  severity: 'fix',
  stage: 'plumb',
  place: tightestReturn(s),
  stateId: s.state.id,
  dimension: 'pressure',
  value: s.values.regulator!.returnPressure,
  limit: BACK_PRESSURE_SHARE * s.values.railGauge,
  figures: { rail: s.values.railGauge },
});

/** The piece behind the regulator that loses most: where to look, and what to enlarge. */
function tightestReturn(s: SettledState): Place {
  const { stations, regulator } = s.values;
  const own = stations.find((t) => t.elementId === regulator!.id)!;
  const path = stations.filter((t) => t.pathId === own.pathId);
  const most = path
    .slice(path.indexOf(own) + 1)
    .reduce((m, t) => (t.pUp - t.pDown > m.pUp - m.pDown ? t : m), own);
  return { of: 'part', id: most.elementId, name: most.name };
}
