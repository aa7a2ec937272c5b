import type { JobDocument } from '../../document/job-document.ts';
import type { Found, Place } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type VentFound = Found<
  'VENT_MISSING' | 'VENT_NO_VALVE' | 'VENT_LOW_LOOP' | 'VENT_OUTLET' | 'VENT_LOST' | 'CELL_OPEN',
  { readonly ends: 'above' | 'below' | 'inside' | 'canister' | null }
>;

/** A yes or no is told as one of one. */
const told = (
  code: VentFound['code'],
  severity: VentFound['severity'],
  place: Place,
  ends: VentFound['figures']['ends'] = null,
): VentFound => ({
  code,
  severity,
  stage: 'plumb',
  place,
  dimension: 'count',
  value: 0,
  limit: 1,
  figures: { ends },
});

/** What a tank breathes through, and what stands between a cell and the people. A car’s own tank keeps its own vent. */
export const ventRule: FindingRule<VentFound> = ({ doc }) => [
  ...Object.entries(doc.plumbing.vents ?? {}).flatMap(([id, v]) => lineFaults(doc, id, v)),
  ...Object.entries(doc.plumbing.junctions).flatMap(([id, j]): VentFound[] => {
    if (j.kind !== 'tank' || j.form !== 'cell') return [];
    const place = { of: 'junction', id, name: j.name } as const;
    const vented = Object.values(doc.plumbing.vents ?? {}).some((v) => v.tankId === id);
    return [
      ...(vented ? [] : [told('VENT_MISSING', 'stop', place)]),
      ...(j.bulkhead ? [] : [told('CELL_OPEN', 'stop', place)]),
    ];
  }),
];

function lineFaults(
  doc: JobDocument,
  id: string,
  v: NonNullable<JobDocument['plumbing']['vents']>[string],
): VentFound[] {
  const place = { of: 'vent', id, name: v.name } as const;
  if (doc.plumbing.junctions[v.tankId]?.kind !== 'tank') return [told('VENT_LOST', 'fix', place)];
  const out = v.outlet === 'above' || v.outlet === 'canister';
  return [
    ...(v.rolloverValve ? [] : [told('VENT_NO_VALVE', 'fix', place)]),
    ...(v.lowLoop ? [told('VENT_LOW_LOOP', 'fix', place)] : []),
    ...(out ? [] : [told('VENT_OUTLET', v.outlet === 'inside' ? 'stop' : 'fix', place, v.outlet)]),
  ];
}
