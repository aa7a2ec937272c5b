import type { Infer } from '../../fields/shape.ts';
import { labelled, list } from '../../fields/shape.ts';
import { signalKey } from '../../trigger/rule.ts';
import { signalShape } from '../../trigger/shape.ts';

/** What works a contact: every signal of the list together. */
export const signalsShape = labelled('Acts on', list(signalShape, 1, 6));
export type ActsOn = Infer<typeof signalsShape>;

/** Whether all of them hold. */
export const signalsHold = (all: ActsOn, signals: Readonly<Record<string, boolean>>): boolean =>
  all.every((s) => (signals[signalKey(s)] ?? false) !== s.not);
