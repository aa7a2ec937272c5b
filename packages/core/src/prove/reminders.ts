import type { JobDocument } from '../document/job-document.ts';
import { hoseYearsOf } from '../document/shop-limits.ts';
import { HOSE_KINDS } from '../kinds/plumbing/run/hoses.ts';

/** Something to look at again after the car is handed over. */
export interface Reminder {
  readonly id: string;
  readonly what: string;
  readonly why: string;
  /** Days after the handover. */
  readonly inDays: number;
}

const YEAR = 365;

/**
 * What has to be looked at again, and when: joints after the first heat cycle and after two weeks, filters each season, rubber
 * hose by its age.
 * @param doc job document
 * @returns reminders, the soonest first
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice; the makers' intervals win
 * @example reminders(fullReturnJob('x'))[0].inDays // => 1
 */
export function reminders(doc: JobDocument): Reminder[] {
  const placed = new Set(Object.values(doc.plumbing.paths).flatMap((p) => p.order));
  const parts = Object.entries(doc.plumbing.elements).filter(([id]) => placed.has(id));
  const out: Reminder[] = [
    {
      id: 'heat-cycle',
      what: 'Look at every joint after the first heat cycle',
      why: 'Seals set and threads relax the first time they get hot.',
      inDays: 1,
    },
    {
      id: 'two-weeks',
      what: 'Look at every joint and clip again after two weeks',
      why: 'What chafes or loosens shows by then.',
      inDays: 14,
    },
    ...parts.flatMap(([id, e]): Reminder[] =>
      e.kind === 'filter'
        ? [
            {
              id: `filter-${id}`,
              what: `${e.name}: new or cleaned element`,
              why: 'Each season, and after the first tank on new lines; sooner where the pressure sags.',
              inDays: YEAR,
            },
          ]
        : [],
    ),
    ...parts.flatMap(([id, e]): Reminder[] => {
      const lasts = e.kind === 'run' ? hoseYearsOf(doc, HOSE_KINDS[e.hose]) : undefined;
      if (e.kind !== 'run' || lasts === undefined) return [];
      const left = Math.max(0, lasts - (e.ageYears ?? 0));
      return [
        {
          id: `hose-${id}`,
          what: `${e.name}: replace the hose`,
          why: `${HOSE_KINDS[e.hose].name} is replaced after ${lasts} years, whatever it looks like.`,
          inDays: left * YEAR,
        },
      ];
    }),
  ];
  return out.sort((a, b) => a.inDays - b.inDays);
}
