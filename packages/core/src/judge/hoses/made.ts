import type { Dressing } from '../../document/made-joints.ts';
import type { Found } from '../../outcome/finding.ts';
import { JOINT_RULES } from '../../supply/joining/joint-rules.ts';
import type { JointKind } from '../../supply/joining/mating.ts';
import { jointList } from '../../supply/joints.ts';
import type { FindingRule } from '../context.ts';

interface MadeFigures {
  readonly joint: string;
  readonly where: string;
  readonly kind: JointKind;
  /** What it is called, what it wants, what ruins it. */
  readonly what: string;
  readonly does: string;
  readonly never: string;
  readonly dressing: Dressing;
}
export type MadeFound = Found<'JOINT_DRESSED' | 'JOINT_DRY' | 'JOINT_TAPE' | 'JOINT_SEAL_USED', MadeFigures>;

/** Joints that seal on something else than their thread: whatever is on it keeps them from seating, or washes into the fuel. */
const SEATED: ReadonlySet<JointKind> = new Set(['cone', 'o-ring', 'washer', 'snap', 'clamp', 'flange']);
/** Joints whose seal is used up by making them. */
const SPENT: ReadonlySet<JointKind> = new Set(['o-ring', 'washer', 'snap', 'flange']);

/** Are the joints made as their kind asks, where somebody said how they are? */
export const madeRule: FindingRule<MadeFound> = ({ doc }) => {
  const made = doc.plumbing.made ?? [];
  if (made.length === 0) return [];
  const joints = new Map(jointList(doc).map((j) => [j.id, j]));
  return made.flatMap(({ joint, thread, seal }): MadeFound[] => {
    const at = joints.get(joint);
    if (!at?.kind) return [];
    const { name, does, never } = JOINT_RULES[at.kind];
    const found = (code: MadeFound['code'], severity: MadeFound['severity']): MadeFound => ({
      code,
      severity,
      stage: 'parts',
      place: { of: 'subject', id: joint, name: at.where },
      dimension: 'count',
      value: 1,
      limit: 0,
      figures: {
        joint,
        where: at.where,
        kind: at.kind!,
        what: name,
        does,
        never,
        dressing: thread ?? 'bare',
      },
    });
    return [
      ...(SEATED.has(at.kind) && (thread === 'tape' || thread === 'sealant')
        ? [found('JOINT_DRESSED', 'fix')]
        : []),
      ...(at.kind === 'taper' && (thread === 'bare' || thread === 'oil') ? [found('JOINT_DRY', 'fix')] : []),
      ...(at.kind === 'taper' && thread === 'tape' ? [found('JOINT_TAPE', 'note')] : []),
      ...(seal === 'used' && SPENT.has(at.kind) ? [found('JOINT_SEAL_USED', 'fix')] : []),
    ];
  });
};
