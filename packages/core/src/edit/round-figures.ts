import { roundedThing } from '../document/round-figures.ts';
import type { JobDocument } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { isUs, type UnitSystem } from '../quantities/units.ts';
import { applyPatch } from './apply-patch.ts';

/**
 * The same change with the starting figures of what it adds round in somebody’s units (see inRoundFigures): a new hose is 1 ft long and
 * not 11 13/16 in.
 * @param doc the plan before
 * @param patch RFC 6902 operations that add parts, pieces or circuits
 * @param units whose units
 * @returns RFC 6902 operations
 * Validity: whatever is not added whole is left as it is.
 * @throws nothing; a patch that does not apply is given back
 * @source common practice
 * @example addedInRoundFigures(fullReturnJob('x'), [{ op: 'add', path: '/brief/laterPowerW', value: 1 }], 'us').length // => 1
 */
export function addedInRoundFigures(
  doc: JobDocument,
  patch: readonly PatchOperation[],
  units: UnitSystem,
): readonly PatchOperation[] {
  const after = isUs(units) ? applyPatch(doc, patch) : null;
  if (!after?.ok) return patch;
  return patch.map((op) =>
    op.op === 'add' && typeof op.value === 'object'
      ? { ...op, value: roundedThing(after.value, op.value, op.path) }
      : op,
  );
}
