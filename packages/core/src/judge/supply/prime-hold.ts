import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type PrimeNotHeld = Found<'PRIME_NOT_HELD', { readonly base: number }>;

/** Share of the base pressure that should be left right after shut-off. */
const PRIME_HOLD_SHARE = 0.5;

/** Does pressure hold after shut-off? */
export const primeHoldRule: FindingRule<PrimeNotHeld> = (context) => {
  const { doc } = context;
  const soak = settled(context).find((s) => s.state.kind === 'hot-soak');
  const limit = PRIME_HOLD_SHARE * doc.brief.basePressurePa;
  if (!soak || soak.values.railGauge >= limit) return [];
  const pumpId = Object.values(doc.plumbing.paths)
    .flatMap((p) => p.order)
    .find((id) => doc.plumbing.elements[id]?.kind === 'pump');
  if (pumpId === undefined) return [];
  return [
    {
      code: 'PRIME_NOT_HELD',
      severity: 'note',
      stage: 'plumb',
      place: { of: 'part', id: pumpId, name: doc.plumbing.elements[pumpId]!.name },
      stateId: soak.state.id,
      dimension: 'pressure',
      value: soak.values.railGauge,
      limit,
      figures: { base: doc.brief.basePressurePa },
    },
  ];
};
