import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule } from '../context.ts';

export type SenderRange = Found<
  'SENDER_RANGE' | 'SENDER_PROOF',
  { readonly reads: 'fuel' | 'boost'; readonly state: StateName }
>;

/** The greatest pressure a sender meets in any state, Pa gauge. */
function peak(context: FindingContext, reads: 'fuel' | 'boost') {
  const at = (s: ReturnType<typeof settled>[number]): number =>
    reads === 'fuel' ? s.values.railGauge : s.state.manifold;
  const worst = settled(context).sort((a, b) => at(b) - at(a))[0];
  return worst && { state: worst.state, pa: at(worst) };
}

/** Does a sender cover the peak it will see, and stand it? */
export const senderRule: FindingRule<SenderRange> = (context) =>
  Object.entries(context.doc.wiring.loads ?? {}).flatMap(([id, load]): SenderRange[] => {
    if (load.kind !== 'sender' || (load.reads !== 'fuel' && load.reads !== 'boost')) return [];
    const { reads, highPa, proofPa } = load;
    const most = peak(context, reads);
    if (!most) return [];
    const found = (code: SenderRange['code'], limit: number): SenderRange => ({
      code,
      severity: code === 'SENDER_PROOF' ? 'stop' : 'fix',
      stage: 'wire',
      place: { of: 'load', id, name: load.name },
      stateId: most.state.id,
      dimension: 'pressure',
      value: most.pa,
      limit,
      figures: { reads, state: most.state },
    });
    return [
      ...(most.pa > highPa ? [found('SENDER_RANGE', highPa)] : []),
      ...(proofPa !== undefined && most.pa > proofPa ? [found('SENDER_PROOF', proofPa)] : []),
    ];
  });
