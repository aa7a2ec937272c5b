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

/** A changed plan, solved and judged. */
interface Judged {
  readonly context: FindingContext;
  readonly founds: readonly AnyFound[];
}
/** No more are judged. */
const UNJUDGED = 'unjudged';

/**
 * The changes offered for a plan's findings, each put into the plan and judged again: offered is what clears or eases its finding
 * and brings no new stop with it. Where a change brings one that a second change cures, the two are offered as one.
 */
export class CheckedFixes {
  private readonly stops: ReadonlySet<string>;
  private readonly judged = new Map<string, Judged | null>();
  private left: number;

  constructor(
    private readonly context: FindingContext,
    founds: readonly AnyFound[],
    private readonly trials: Trials,
    private readonly contextOf: ContextOf,
  ) {
    const { plumbing, wiring } = context.doc;
    const parts = Object.keys(plumbing.elements).length + Object.keys(wiring.circuits).length;
    this.left = parts > MOST_PARTS ? 0 : MOST_JUDGED;
    this.stops = new Set(founds.filter((f) => f.severity === 'stop').map(findingKey));
  }

  for(found: AnyFound): Fix[] {
    const { doc, states } = this.context;
    const offered = fixesFor(found, { doc, states, trials: this.trials });
    return distinct(offered.flatMap((fix) => this.checked(found, fix) ?? []));
  }

  /** The change as it may be offered; null: it does not help, or hurts. */
  private checked(found: AnyFound, fix: Fix): Fix | null {
    const after = this.after(fix);
    if (after === UNJUDGED) return fix;
    if (!after || !eases(found, after.founds)) return null;
    const [fresh, ...more] = this.fresh(after);
    if (!fresh) return fix;
    return more.length > 0 ? null : this.withCure(found, fix, fresh, after.context);
  }

  /** The change and what the changed plan itself offers against the one stop it brings. */
  private withCure(found: AnyFound, fix: Fix, fresh: AnyFound, { doc, states }: FindingContext): Fix | null {
    for (const cure of fixesFor(fresh, { doc, states, trials: new Trials(doc) })) {
      const both: Fix = {
        does: { act: 'several', steps: [fix.does, cure.does] },
        patch: [...fix.patch, ...cure.patch],
      };
      const then = this.after(both);
      if (then && then !== UNJUDGED && eases(found, then.founds) && this.fresh(then).length === 0)
        return both;
    }
    return null;
  }

  private fresh({ founds }: Judged): AnyFound[] {
    return founds.filter((f) => f.severity === 'stop' && !this.stops.has(findingKey(f)));
  }

  /** The plan with a change in it; null where the change does not apply. */
  private after(fix: Fix): Judged | null | typeof UNJUDGED {
    const key = JSON.stringify(fix.patch);
    const known = this.judged.get(key);
    if (known !== undefined) return known;
    if (this.left <= 0) return UNJUDGED;
    this.left -= 1;
    const changed = applyPatch(this.context.doc, fix.patch);
    const context = changed.ok ? this.contextOf(changed.value, this.trials.asIs.engine) : null;
    const judged = context && { context, founds: judge(context) };
    this.judged.set(key, judged);
    return judged;
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
