import type { JobDocument } from '../../document/job-document.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import type { Engine } from '../../engine/engine.ts';
import { judge, type AnyFound } from '../../judge/all.ts';
import type { FindingContext } from '../../judge/context.ts';
import { findingKey, SEVERITY_ORDER, type Fix } from '../../outcome/finding.ts';
import { Trials } from '../trial.ts';
import { fixesFor } from './all.ts';

/** Changes judged at most of one plan: a plan with more troubles than that shows its own first. */
const MOST_JUDGED = 40;
/** A plan with more parts than this is not judged over for every change: it would take seconds. */
const MOST_PARTS = 120;

export type ContextOf = (doc: JobDocument, like: Engine) => FindingContext;

/**
 * The changes offered for a plan's findings, each put into the plan and judged again: offered is what clears or eases its finding
 * and brings no new stop with it. Where a change brings one that a second change cures, the two are offered as one.
 */
export class CheckedFixes {
  private readonly stops: ReadonlySet<string>;
  private readonly judged = new Map<string, readonly AnyFound[]>();
  private left = MOST_JUDGED;

  constructor(
    private readonly context: FindingContext,
    founds: readonly AnyFound[],
    private readonly trials: Trials,
    private readonly contextOf: ContextOf,
  ) {
    this.stops = new Set(founds.filter((f) => f.severity === 'stop').map(findingKey));
  }

  for(found: AnyFound): Fix[] {
    const { doc, states } = this.context;
    const offered = fixesFor(found, { doc, states, trials: this.trials });
    const parts = Object.keys(doc.plumbing.elements).length + Object.keys(doc.wiring.circuits).length;
    const kept = parts > MOST_PARTS ? offered : offered.flatMap((fix) => this.checked(found, fix) ?? []);
    return distinct(kept);
  }

  /** The change as it may be offered; null: it does not help, or hurts. */
  private checked(found: AnyFound, fix: Fix): Fix | null {
    const after = this.after(this.context.doc, fix);
    if (!after) return this.left > 0 ? null : fix;
    if (!eases(found, after)) return null;
    const fresh = this.fresh(after);
    if (fresh.length === 0) return fix;
    // Cured by what the changed plan itself offers, one change more.
    const changed = applyPatch(this.context.doc, fix.patch);
    if (!changed.ok || fresh.length > 1) return null;
    const context = this.contextOf(changed.value, this.trials.asIs.engine);
    const cures = fixesFor(fresh[0]!, {
      doc: changed.value,
      states: context.states,
      trials: new Trials(changed.value),
    });
    for (const cure of cures) {
      const both: Fix = {
        does: { act: 'several', steps: [fix.does, cure.does] },
        patch: [...fix.patch, ...cure.patch],
      };
      const then = this.after(this.context.doc, both);
      if (then && eases(found, then) && this.fresh(then).length === 0) return both;
    }
    return null;
  }

  private fresh(after: readonly AnyFound[]): AnyFound[] {
    return after.filter((f) => f.severity === 'stop' && !this.stops.has(findingKey(f)));
  }

  private after(doc: JobDocument, fix: Fix): readonly AnyFound[] | null {
    const key = JSON.stringify(fix.patch);
    const known = this.judged.get(key);
    if (known) return known;
    if (this.left <= 0) return null;
    this.left -= 1;
    const changed = applyPatch(doc, fix.patch);
    if (!changed.ok) return null;
    const founds = judge(this.contextOf(changed.value, this.trials.asIs.engine));
    this.judged.set(key, founds);
    return founds;
  }
}

const eases = (found: AnyFound, after: readonly AnyFound[]): boolean => {
  const same = after.find((f) => findingKey(f) === findingKey(found));
  return !same || SEVERITY_ORDER[same.severity] > SEVERITY_ORDER[found.severity];
};

/** Two changes that do the same are one; the first of two that are called the same stays. */
function distinct(fixes: readonly Fix[]): Fix[] {
  const seen = new Set<string>();
  return fixes.filter((fix) => {
    const keys = [JSON.stringify(fix.patch), JSON.stringify(fix.does)];
    if (keys.some((k) => seen.has(k))) return false;
    for (const k of keys) seen.add(k);
    return true;
  });
}
