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
export type InjectorPressure = Found<'INJECTOR_PRESSURE', { readonly state: StateName }>;

const place = { of: 'subject', id: 'injectors', name: 'Injectors' } as const;

/** Can the injectors pass what the engine takes, and open against what they see? */
export const injectorRule: FindingRule<InjectorDuty | InjectorPressure> = (context) => {
  const out: (InjectorDuty | InjectorPressure)[] = [];
  const { injectors: set } = context.doc.brief;
  const pull = settled(context).filter((s) => s.state.kind === 'pull');
  const busiest = [...pull].sort((a, b) => b.values.injectorDuty - a.values.injectorDuty)[0];
  if (busiest && busiest.values.injectorDuty > set.dutyLimit)
    out.push({
      code: 'INJECTOR_DUTY',
      severity: busiest.values.injectorDuty > 1 ? 'stop' : 'fix',
      stage: 'brief',
      place,
      stateId: busiest.state.id,
      dimension: 'fraction',
      value: busiest.values.injectorDuty,
      limit: set.dutyLimit,
      figures: {
        rpm: busiest.state.rpm,
        draw: busiest.state.draw,
        count: set.count,
        staticFlow: set.staticFlowM3s,
        differential: busiest.values.railDifferential,
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
