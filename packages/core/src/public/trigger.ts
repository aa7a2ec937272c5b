export type { LaneStep } from '../trigger/machine.ts';
export { type Term, isLevel, termKey } from '../trigger/rule.ts';
