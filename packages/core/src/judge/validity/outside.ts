import type { OutsideValidity } from '../../outcome/solve-report.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type LawOutside = Found<'OUTSIDE_VALIDITY', OutsideValidity>;

const DIMENSIONS = {
  reynolds: 'count',
  'relative-roughness': 'coefficient',
  temperature: 'temperature',
  density: 'count',
  pressure: 'pressure',
} as const;

/** A law asked for outside what it is known for is computed all the same, and said: the farthest out of each place. */
export const outsideRule: FindingRule<LawOutside> = ({ doc, states }) => {
  const worst = new Map<string, { readonly seen: OutsideValidity; readonly stateId: string }>();
  for (const { state, warnings } of states)
    for (const seen of warnings) {
      const key = `${seen.quantity}@${seen.at}`;
      const other = worst.get(key);
      if (!other || Math.abs(seen.value) > Math.abs(other.seen.value))
        worst.set(key, { seen, stateId: state.id });
    }
  return [...worst.values()].map(({ seen, stateId }): LawOutside => {
    const part = doc.plumbing.elements[seen.at];
    return {
      code: 'OUTSIDE_VALIDITY',
      severity: 'note',
      stage: part ? 'plumb' : 'brief',
      place: part
        ? { of: 'part', id: seen.at, name: part.name }
        : { of: 'subject', id: `fuel-${seen.quantity}`, name: 'Fuel' },
      stateId,
      dimension: DIMENSIONS[seen.quantity],
      value: seen.value,
      limit: seen.value > seen.max ? seen.max : seen.min,
      figures: seen,
    };
  });
};
