import { feedingPumps } from '../../document/feeding-pumps.ts';
import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { suctionParts } from '../../document/suction.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type FilterPlace = Found<
  'FILTER_MISSING' | 'FILTER_TOO_FINE' | 'FILTER_TOO_COARSE',
  Record<string, never>
>;

/** Finer than this starves a pump that draws through it; coarser than this lets past what injectors block on, µm (common practice). */
export const SUCTION_MICRON = { least: 60, usual: 100 } as const;
export const PRESSURE_MICRON = { most: 30, usual: 10 } as const;

const filtersOf = (doc: JobDocument): [string, ElementOf<'filter'>][] =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]): [string, ElementOf<'filter'>][] =>
    e.kind === 'filter' ? [[id, e]] : [],
  );

/** A fine filter behind the pump, a coarse one ahead of it: what each place wants. */
export const filterPlaceRule: FindingRule<FilterPlace> = ({ doc }) => {
  const pumps = Object.keys(doc.plumbing.elements).filter((id) => doc.plumbing.elements[id]!.kind === 'pump');
  const suction = new Set(pumps.flatMap((id) => suctionParts(doc, id)));
  const found = (
    code: FilterPlace['code'],
    severity: FilterPlace['severity'],
    place: FilterPlace['place'],
    value: number,
    limit: number,
  ): FilterPlace => ({
    code,
    severity,
    stage: 'plumb',
    place,
    dimension: 'count',
    value,
    limit,
    figures: {},
  });
  const filters = filtersOf(doc);
  const behind = filters.filter(([id]) => !suction.has(id));
  const finest = Math.min(...behind.map(([, e]) => e.micron));
  const [first] = feedingPumps(doc);
  return [
    ...filters.flatMap(([id, e]) =>
      suction.has(id) && e.micron < SUCTION_MICRON.least
        ? [found('FILTER_TOO_FINE', 'fix', { of: 'part', id, name: e.name }, e.micron, SUCTION_MICRON.least)]
        : [],
    ),
    ...behind.flatMap(([id, e]) =>
      finest > PRESSURE_MICRON.most && e.micron === finest
        ? [
            found(
              'FILTER_TOO_COARSE',
              'note',
              { of: 'part', id, name: e.name },
              e.micron,
              PRESSURE_MICRON.most,
            ),
          ]
        : [],
    ),
    ...(behind.length === 0 && first !== undefined
      ? [
          found(
            'FILTER_MISSING',
            'note',
            { of: 'part', id: first, name: doc.plumbing.elements[first]!.name },
            0,
            1,
          ),
        ]
      : []),
  ];
};
