import { clearOf, keepAway, USUAL_HOT } from '../../fit/keep-away.ts';
import { SENDER_MAX_K } from '../../kinds/wiring/sender/index.ts';
import type { Found, Severity } from '../../outcome/finding.ts';
import { TOUCHES } from '../limits.ts';
import type { FindingRule } from '../context.ts';

export type SenderHeat = Found<
  'SENDER_HOT' | 'SENDER_WARM',
  { readonly shielded: boolean; readonly surface: number; readonly withstands: number }
>;

/** Is a sender far enough from a surface hotter than it withstands? Judged as a line is, by the distance that was measured. */
export const senderHeatRule: FindingRule<SenderHeat> = ({ doc }) =>
  Object.entries(doc.wiring.loads ?? {}).flatMap(([id, load]): SenderHeat[] => {
    if (load.kind !== 'sender' || load.hotDistanceM === undefined) return [];
    const { hotDistanceM: value, shielded = false, hotSurfaceK, maxK = SENDER_MAX_K } = load;
    const beside = { sleeved: shielded, surfaceK: hotSurfaceK, standsK: maxK };
    const [needs, clear] = [keepAway('hot', beside), clearOf('hot', beside)];
    const found = (code: SenderHeat['code'], severity: Severity, limit: number): SenderHeat => ({
      code,
      severity,
      stage: 'wire',
      place: { of: 'load', id, name: load.name },
      dimension: 'tape',
      value,
      limit,
      figures: { shielded, surface: hotSurfaceK ?? USUAL_HOT, withstands: maxK },
    });
    // Beside what is no hotter than it withstands a sender may touch: unlike a line it does not rub.
    if ((hotSurfaceK ?? USUAL_HOT) <= maxK) return [];
    if (value < needs) return [found('SENDER_HOT', value < TOUCHES ? 'stop' : 'fix', needs)];
    return value < clear ? [found('SENDER_WARM', 'note', clear)] : [];
  });
