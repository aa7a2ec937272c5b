export type { LaneStep } from '../trigger/machine.ts';
export { type Signal, type Term, isLevel, signalKey, signalOf } from '../trigger/rule.ts';
export { LEVEL_FIELDS, RULE_TIMES } from '../trigger/shape.ts';
