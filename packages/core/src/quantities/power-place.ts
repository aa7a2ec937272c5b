/** Where an engine's power is given. */
export type PowerBasis = 'crank' | 'wheels';

const WHEELS = /\b(?:r?whp|awhp|wkw|wheels?)\b|wheel\s*(?:hp|horse)/i;
const CRANK = /\b(?:bhp|chp|crank|flywheel|engine)\b/i;

/**
 * Where a power that was typed is meant, where its words say so: "600 whp", "480 hp at the crank".
 * @param text what was typed, or a column's heading
 * @returns the place; undefined where the words name none
 * Validity: any text.
 * @throws nothing
 * @source common practice
 * @example powerPlace('600 wheel hp') // => 'wheels'
 */
export function powerPlace(text: string): PowerBasis | undefined {
  if (WHEELS.test(text)) return 'wheels';
  return CRANK.test(text) ? 'crank' : undefined;
}

/**
 * The place of a power, in words to follow its figure.
 * @param basis where it is given
 * @returns "at the wheels" or "at the crank"
 * Validity: both places.
 * @throws nothing
 * @source common practice
 * @example atPlace('wheels') // => 'at the wheels'
 */
export const atPlace = (basis: PowerBasis): string => (basis === 'wheels' ? 'at the wheels' : 'at the crank');
