import type { UnitSystem } from '@venula/core/quantities';

export const UNIT_WORDS: Readonly<Record<UnitSystem, { readonly short: string; readonly said: string }>> = {
  us: { short: 'US, L/h', said: 'US, pumps in L/h' },
  'us-gph': { short: 'US, gph', said: 'US, pumps in gph' },
  metric: { short: 'Metric', said: 'Metric' },
};
