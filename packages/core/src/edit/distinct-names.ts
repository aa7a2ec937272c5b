import { sharedNames } from '../document/distinct-names.ts';
import type { JobDocument } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { applyPatch } from './apply-patch.ts';

/**
 * The same change, with new names for parts that would share one after it: a second relay called "Pump relay" makes them
 * "Pump relay 1" and "Pump relay 2".
 * @param doc the plan before
 * @param patch RFC 6902 operations
 * @returns RFC 6902 operations
 * Validity: changes of names, and parts, circuits and pieces that are added; others are given back as they are.
 * @throws nothing; a patch that does not apply is given back
 * @source own convention
 * @example namedApart(fullReturnJob('x'), [{ op: 'replace', path: '/title', value: 'y' }]).length // => 1
 */
export function namedApart(doc: JobDocument, patch: readonly PatchOperation[]): readonly PatchOperation[] {
  if (!patch.some(bringsNames)) return patch;
  const after = applyPatch(doc, patch);
  if (!after.ok) return patch;
  const renames = sharedNames(after.value);
  return renames.length === 0
    ? patch
    : [...patch, ...renames.map(({ path, name }) => ({ op: 'replace' as const, path, value: name }))];
}

const bringsNames = ({ op, path, value }: PatchOperation): boolean =>
  op !== 'remove' && (path.endsWith('/name') || (typeof value === 'object' && value !== null));
