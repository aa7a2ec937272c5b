import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type DriverLimit = Found<
  'DRIVER_LIMIT',
  {
    readonly state: StateName;
    readonly duty: number;
    readonly margin: number | null;
    /** Its amperes hold it back; else its duty does. */
    readonly byAmps: boolean;
  }
>;
export type DriverFought = Found<'DRIVER_FOUGHT', Record<string, never>>;

/** As near to a limit as this counts as at it, as a share. */
const NEAR = 0.99;

/** What the engine's controller drives, and what works against it. */
export const driverRule: FindingRule<DriverLimit | DriverFought> = (context) => {
  const { doc } = context;
  const { elements } = doc.plumbing;
  const driven = Object.entries(elements).flatMap(([id, e]) =>
    e.kind === 'pump' && e.driver ? [{ id, name: e.name, driver: e.driver }] : [],
  );
  if (driven.length === 0) return [];
  const limited = driven.flatMap(({ id, name, driver }): DriverLimit[] => {
    const worst = settled(context)
      .filter((s) => s.state.kind === 'pull')
      .flatMap((s) => s.values.pumps.filter((p) => p.id === id).map((p) => ({ s, p })))
      .sort((a, b) => b.p.current / driver.mostA - a.p.current / driver.mostA)[0];
    if (!worst) return [];
    const { s, p } = worst;
    const duty = p.command ?? 1;
    const byAmps = p.current >= NEAR * driver.mostA;
    const asked = doc.brief.designMargin;
    const { margin } = s.values;
    if (!byAmps && !(driver.mostDuty < 1 && duty >= NEAR * driver.mostDuty)) return [];
    return [
      {
        code: 'DRIVER_LIMIT',
        severity: margin === null || margin >= asked ? 'note' : margin < 0 ? 'stop' : 'fix',
        stage: 'plumb',
        place: { of: 'part', id, name },
        stateId: s.state.id,
        dimension: 'amps',
        value: p.current,
        limit: driver.mostA,
        figures: { state: s.state, duty, margin, byAmps },
      },
    ];
  });
  const fought = Object.entries(elements).flatMap(([id, e]): DriverFought[] =>
    e.kind === 'bypass-regulator'
      ? [
          {
            code: 'DRIVER_FOUGHT',
            severity: 'fix',
            stage: 'plumb',
            place: { of: 'part', id, name: e.name },
            dimension: 'count',
            value: 1,
            limit: 0,
            figures: {},
          },
        ]
      : [],
  );
  return [...limited, ...fought];
};
