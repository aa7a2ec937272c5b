import type { JobDocument } from '../../document/job-document.ts';
import { rulesOf } from '../../document/triggers.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import { signalKeys, truthTable } from '../../harness/enumerate.ts';
import { harnessOf } from '../../harness/realise.ts';
import type { PatchOperation } from '../../outcome/finding.ts';

/** Signals up to which wiring is tried for a fix. */
const MOST_SIGNALS = 10;

/** In how many combinations of inputs the wiring does something else than the rules say; NaN: too many to try. */
export function wrongRows(doc: JobDocument): number {
  const harness = harnessOf(doc);
  const rules = rulesOf(doc);
  if (signalKeys(harness, rules).length > MOST_SIGNALS) return NaN;
  return truthTable(harness, rules).filter((row) => !row.right).length;
}

const undrawn = (doc: JobDocument): JobDocument => {
  const { harness: _drawn, ...wiring } = doc.wiring;
  return { ...doc, wiring };
};

/**
 * A change of the rules with the wiring that does it. A drawing that is still the one made from the circuits is made anew;
 * one drawn by hand stays, and where it would contradict the new rule, or a circuit has no relay to work with, there is no
 * such change.
 */
export function withWiring(doc: JobDocument, patch: readonly PatchOperation[]): PatchOperation[] | null {
  const changed = applyPatch(doc, patch);
  if (!changed.ok) return null;
  if (!doc.wiring.harness)
    return relayed(doc) || wrongRows(changed.value) <= wrongRows(doc) ? [...patch] : null;
  const asMade = JSON.stringify(harnessOf(undrawn(doc))) === JSON.stringify(doc.wiring.harness);
  if (asMade) {
    const value = harnessOf(undrawn(changed.value));
    return [...patch, { op: 'replace', path: '/wiring/harness', value }];
  }
  return wrongRows(changed.value) <= wrongRows(doc) ? [...patch] : null;
}

/** Wiring made from the circuits does what any rule says, where each has a relay. */
const relayed = (doc: JobDocument): boolean =>
  Object.values(doc.wiring.circuits).every((c) => Object.values(c.segments).some((s) => s.kind === 'relay'));
