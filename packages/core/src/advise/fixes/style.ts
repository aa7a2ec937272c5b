import type { JobDocument } from '../../document/job-document.ts';
import { PATTERNS } from '../../document/patterns/all.ts';
import { changeStyle } from '../../edit/style.ts';
import type { Fix } from '../../outcome/finding.ts';

/** A regulator behind the rails, and a return: what stands closest to every plan that has neither. */
export const intoFullReturn = (doc: JobDocument): Fix[] => {
  const style = doc.brief.injectors.count > 0 ? 'full-return' : null;
  if (style === null || doc.plumbing.style === style) return [];
  const { name } = PATTERNS.find((p) => p.id === style)!;
  return [{ does: { act: 'turn-into', name }, patch: changeStyle(doc, style) }];
};
