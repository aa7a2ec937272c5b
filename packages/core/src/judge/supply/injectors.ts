import { highPressurePumps } from '../../document/consumers.ts';
import { injectorDuty } from '../../demand/injectors.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type InjectorDuty = Found<
  'INJECTOR_DUTY',
  {
    readonly rpm: number;
    readonly draw: number;
    readonly count: number;
    readonly staticFlow: number;
    readonly differential: number;
    readonly rated: number;
  }
>;
export type InjectorStarved = Found<
  'INJECTOR_STARVED',
  { readonly state: StateName; readonly rail: number; readonly manifold: number }
>;
export type InjectorPressure = Found<'INJECTOR_PRESSURE', { readonly state: StateName }>;

type InjectorFound = InjectorDuty | InjectorStarved | InjectorPressure;

/** Less than this share of its fuel is as good as none. */
const STARVED = 0.05;

const place = { of: 'subject', id: 'injectors', name: 'Injectors' } as const;

/** Can the injectors pass what the engine takes, and open against what they see? */
export const injectorRule: FindingRule<InjectorFound> = (context) => {
  if (highPressurePumps(context.doc).length > 0) return [];
  const out: InjectorFound[] = [];
  const { injectors: set } = context.doc.brief;
  const pull = settled(context).filter((s) => s.state.kind === 'pull');
  const starved = pull.find((s) => s.values.injectorDuty === null || s.values.delivered < STARVED);
  if (starved)
    out.push({
      code: 'INJECTOR_STARVED',
      severity: 'stop',
      stage: 'plumb',
      place,
      stateId: starved.state.id,
      dimension: 'pressure',
      value: starved.values.railDifferential,
      limit: set.ratedPa,
      figures: { state: starved.state, rail: starved.values.railGauge, manifold: starved.state.manifold },
    });
  const sized = { count: set.count, staticFlow: set.staticFlowM3s, ratedPa: set.ratedPa };
  const busiest = pull
    .flatMap((s) => {
      // Where supply runs short the rail stands low: that is no fault of the injectors, which are judged at the pressure meant.
      const meant = s.values.required - s.state.manifold;
      const differential = Math.max(s.values.railDifferential, meant);
      const duty = injectorDuty(sized, s.state.draw, differential);
      return duty === null ? [] : [{ ...s, duty, differential }];
    })
    .sort((a, b) => b.duty - a.duty)[0];
  if (busiest && busiest.duty > set.dutyLimit)
    out.push({
      code: 'INJECTOR_DUTY',
      severity: busiest.duty > 1 ? 'stop' : 'fix',
      stage: 'brief',
      place,
      stateId: busiest.state.id,
      dimension: 'fraction',
      value: busiest.duty,
      limit: set.dutyLimit,
      figures: {
        rpm: busiest.state.rpm,
        draw: busiest.state.draw,
        count: set.count,
        staticFlow: set.staticFlowM3s,
        differential: busiest.differential,
        rated: set.ratedPa,
      },
    });
  const highest = settled(context).sort((a, b) => b.values.railDifferential - a.values.railDifferential)[0];
  if (highest && highest.values.railDifferential > set.maxDifferentialPa)
    out.push({
      code: 'INJECTOR_PRESSURE',
      severity: 'stop',
      stage: 'brief',
      place,
      stateId: highest.state.id,
      dimension: 'pressure',
      value: highest.values.railDifferential,
      limit: set.maxDifferentialPa,
      figures: { state: highest.state },
    });
  return out;
};
