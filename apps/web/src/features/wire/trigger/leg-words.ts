import type { LegKind } from '@venula/core/replay';

export const LEG_WORDS: Readonly<Record<LegKind, string>> = {
  'key-on': 'Key on',
  crank: 'Crank',
  idle: 'Idle',
  cruise: 'Cruise',
  pull: 'Pull',
  lift: 'Lift',
  stall: 'Stall',
  crash: 'Crash',
  override: 'Service override',
  'key-off': 'Key off',
};
