import type { JobDocument } from '../document/job-document.ts';
import { powerFactor } from '../document/power-factor.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { powerPlace, type PowerBasis } from '../quantities/power-place.ts';
import { typeFigure } from './figures.ts';

/**
 * Gives every power of the brief at another place, each the same power as before.
 * @param doc job document
 * @param to crank or wheels
 * @returns RFC 6902 operations; none where they are given there already
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source P_crank = P_wheels/(1 − loss); 15 % is common practice
 * @example givePowerAt(fullReturnJob('x'), 'crank').length // => 0
 */
export function givePowerAt(doc: JobDocument, to: PowerBasis): PatchOperation[] {
  const { brief } = doc;
  const factor = powerFactor(brief, to);
  if (brief.powerBasis === to) return [];
  return [
    { op: 'replace', path: '/brief/powerBasis', value: to },
    {
      op: 'replace',
      path: '/brief/pull',
      value: brief.pull.map((p) => ({ ...p, powerW: p.powerW * factor })),
    },
    ...(brief.laterPowerW === undefined
      ? []
      : [{ op: 'replace' as const, path: '/brief/laterPowerW', value: brief.laterPowerW * factor }]),
  ];
}

/**
 * A power typed by hand: where its words name a place ("600 whp"), the brief gives its powers there from then on, the others
 * being the same powers as before.
 * @param doc job document
 * @param path RFC 6901 pointer to the figure
 * @param value as typed, W
 * @param typed the words
 * @returns RFC 6902 operations
 * Validity: powers of the brief that are one figure.
 * @throws nothing
 * @source own convention
 * @example typePower(fullReturnJob('x'), '/brief/laterPowerW', 4e5, '400 kW').length > 0 // => true
 */
export function typePower(doc: JobDocument, path: string, value: number, typed: string): PatchOperation[] {
  const place = powerPlace(typed);
  return [...(place ? givePowerAt(doc, place) : []), ...typeFigure(doc, path, value)];
}
