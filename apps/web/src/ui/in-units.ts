import type { UnitSystem } from '@venula/core/quantities';

/** Findings carry both units ("34.5 psi (237.9 kPa)"), because a record is read anywhere; on the screen one is enough. */
export const inUnits = (text: string, units: UnitSystem): string =>
  text.replace(/([−\d][\d.,]*(?: [^\s(]+)*?) \(([−\d][^)]*)\)/g, units === 'us' ? '$1' : '$2');
