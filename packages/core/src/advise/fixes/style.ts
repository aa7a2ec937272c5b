import { highPressurePumps } from '../../document/consumers.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { PATTERNS } from '../../document/patterns/all.ts';
import { styleChange } from '../../edit/style.ts';
import type { Fix } from '../../outcome/finding.ts';

/** A regulator behind the rails, and a return: what stands closest to every plan that has neither. */
export const intoFullReturn = (doc: JobDocument): Fix[] => {
  const style = 'full-return';
  // A high-pressure pump is not fed by a rail of port injectors.
  if (doc.plumbing.style === style || highPressurePumps(doc).length > 0) return [];
  const { name } = PATTERNS.find((p) => p.id === style)!;
  const { patch, added, dropped } = styleChange(doc, style);
  return [{ does: { act: 'turn-into', name, added, dropped }, patch }];
};
