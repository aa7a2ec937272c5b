import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type ValveCore = Found<'VALVE_CORE', { readonly bore: number }>;

/** A service port's core left in where a line joins. */
export const valveCoreRule: FindingRule<ValveCore> = ({ doc }) =>
  Object.values(doc.plumbing.paths).flatMap((path) =>
    path.order.flatMap((id): ValveCore[] => {
      const e = doc.plumbing.elements[id];
      if (e?.kind !== 'component' || e.what !== 'valve-core') return [];
      return [
        {
          code: 'VALVE_CORE',
          severity: 'fix',
          stage: 'plumb',
          place: { of: 'part', id, name: e.name },
          dimension: 'coefficient',
          value: e.k,
          limit: 1,
          figures: { bore: e.boreM },
        },
      ];
    }),
  );
