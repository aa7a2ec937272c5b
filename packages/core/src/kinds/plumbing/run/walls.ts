import type { HoseKindId } from './hoses.ts';

/** Give of each kind per volume and pressure, 1/Pa (estimates). */
export const COMPLIANCE: Readonly<Record<HoseKindId, number>> = {
  ptfe: 5e-9,
  'rubber-braid': 3e-8,
  'push-on': 6e-8,
  injection: 6e-8,
  'hard-aluminum': 5e-11,
  'hard-steel': 5e-11,
};

/** Linear expansion of the walls, 1/K: steel and aluminum; hoses are left at none. */
export const WALL_EXPANSION: Readonly<Record<HoseKindId, number>> = {
  ptfe: 0,
  'rubber-braid': 0,
  'push-on': 0,
  injection: 0,
  'hard-aluminum': 23e-6,
  'hard-steel': 12e-6,
};
