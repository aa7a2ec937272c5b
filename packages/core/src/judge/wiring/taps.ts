import { segmentsOf } from '../../engine/electric/circuits.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';

export type TapLost = Found<
  'TAP_LOST',
  { readonly side: 'feedFrom' | 'groundInto'; readonly circuit: string; readonly missing: string }
>;

/** A circuit that branches off at a piece which has been taken out: it is computed on a supply of its own. */
export const tapRule: FindingRule<TapLost> = ({ doc }) =>
  Object.entries(doc.wiring.circuits).flatMap(([id, c]) =>
    (['feedFrom', 'groundInto'] as const).flatMap((side): TapLost[] => {
      const tap = c[side];
      if (!tap) return [];
      const other = doc.wiring.circuits[tap.circuitId];
      const row = other ? segmentsOf(other, side === 'feedFrom' ? 'feed' : 'ground') : [];
      if (row.some((s) => s.id === tap.after)) return [];
      return [
        {
          code: 'TAP_LOST',
          severity: 'stop',
          stage: 'wire',
          place: { of: 'circuit', id, name: c.name },
          dimension: 'count',
          value: 0,
          limit: 1,
          figures: { side, circuit: other?.name ?? tap.circuitId, missing: tap.after },
        },
      ];
    }),
  );
