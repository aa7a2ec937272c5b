import type { JobDocument } from '../../document/job-document.ts';
import { wiredRulesOf } from '../../document/triggers.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import { tableSignals, truthTable } from '../../harness/enumerate.ts';
import { harnessOf } from '../../harness/realise.ts';
import { LIVE_SIGNALS } from '../../judge/harness/mismatch.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import type { PatchOperation } from '../../outcome/finding.ts';

/** In how many combinations of inputs the wiring does something else than the rules say. */
const wrongRows = (doc: JobDocument): number =>
  truthTable(harnessOf(doc), wiredRulesOf(doc)).filter((row) => !row.right).length;

/**
 * Whether a changed plan’s wiring is wrong nowhere it was right before. With too many signals to try on an edit nothing is
 * said against it, as the findings say nothing then.
 */
export const doesNoWorse = (before: JobDocument, after: JobDocument): boolean =>
  tableSignals(harnessOf(after), wiredRulesOf(after)).length > LIVE_SIGNALS ||
  wrongRows(after) <= wrongRows(before);

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
  if (!doc.wiring.harness) return relayed(doc) || doesNoWorse(doc, changed.value) ? [...patch] : null;
  const asMade = JSON.stringify(harnessOf(undrawn(doc))) === JSON.stringify(doc.wiring.harness);
  if (asMade) {
    const value = harnessOf(undrawn(changed.value));
    return [...patch, { op: 'replace', path: '/wiring/harness', value }];
  }
  return doesNoWorse(doc, changed.value) ? [...patch] : null;
}

/** Wiring made from the circuits does what any rule says, where each has something its rule can work. */
const relayed = (doc: JobDocument): boolean =>
  Object.values(doc.wiring.circuits).every((c) =>
    Object.values(c.segments).some((s) => segmentKind(s).drawn?.worked),
  );
