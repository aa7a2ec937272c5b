import { SLEEVE_K, USUAL_HOT } from '../../fit/keep-away.ts';
import { passings, type Passing } from '../../fit/passing.ts';
import type { Hazard } from '../../document/job-document.ts';
import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import type { Found, Severity } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { TOUCHES } from '../limits.ts';

interface PassingFigures {
  /** What it passes, by its id among what the route passes or among the keep-outs. */
  readonly id: string;
  readonly what: string;
  readonly sleeved: boolean;
  readonly assumed: boolean;
  readonly surface: number;
  /** What the line and a common sleeve stand, K. */
  readonly stands: number;
  readonly sleeve: number;
}
export type PassingFound = Found<
  'ROUTE_HOT' | 'ROUTE_WARM' | 'ROUTE_MOVING' | 'ROUTE_EDGE' | 'ROUTE_ACCESS' | 'ROUTE_OPEN',
  PassingFigures
>;

const CODES: Readonly<Record<Hazard, readonly [PassingFound['code'], Severity]>> = {
  hot: ['ROUTE_HOT', 'fix'],
  moving: ['ROUTE_MOVING', 'fix'],
  sharp: ['ROUTE_EDGE', 'fix'],
  access: ['ROUTE_ACCESS', 'fix'],
  unknown: ['ROUTE_OPEN', 'note'],
};

/** Does each line keep away from what can hurt it? One finding a line and kind of trouble: the worst of it. */
export const passingRule: FindingRule<PassingFound> = ({ doc }) =>
  Object.entries(doc.routing?.lines ?? {}).flatMap(([id, route]) => {
    const run = doc.plumbing.elements[id];
    if (run?.kind !== 'run') return [];
    return passings(doc, run, route).flatMap((p): PassingFound[] => {
      const verdict = verdictOf(p);
      if (!verdict) return [];
      const [code, severity, limit] = verdict;
      return [
        {
          code,
          severity,
          stage: 'route',
          place: { of: 'part', id, name: run.name },
          dimension: 'tape',
          value: p.distance,
          limit,
          figures: {
            id: p.id,
            what: p.name,
            sleeved: p.sleeved,
            assumed: p.assumed,
            surface: p.surfaceK ?? USUAL_HOT,
            stands: HOSE_KINDS[run.hose].maxK,
            sleeve: SLEEVE_K,
          },
        },
      ];
    });
  });

function verdictOf(p: Passing): [PassingFound['code'], Severity, number] | null {
  if (p.distance < p.needs) {
    const [code, severity] = CODES[p.is];
    // What nobody measured is worth a look, no more.
    if (p.assumed) return [code, 'note', p.needs];
    const hurts = (p.is === 'hot' || p.is === 'moving') && p.needs > TOUCHES && p.distance < TOUCHES;
    return [code, hurts ? 'stop' : severity, p.needs];
  }
  return p.distance < p.clear ? ['ROUTE_WARM', 'note', p.clear] : null;
}
