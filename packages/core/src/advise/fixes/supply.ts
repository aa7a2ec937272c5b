import { freeId } from '../../edit/path.ts';
import { elementPath } from '../../edit/paths.ts';
import type { OperatingState } from '../../engine/states.ts';
import type { SupplyShort } from '../../judge/supply/margin.ts';
import type { PrimeNotHeld } from '../../judge/supply/prime-hold.ts';
import { makeCheckValve } from '../../kinds/plumbing/check-valve/shape.ts';
import { PUMPS } from '../../kinds/plumbing/pump/generic-pumps.ts';
import { swapPump } from '../../kinds/plumbing/pump/shape.ts';
import { HOSE_KINDS, sizesOf } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import { stateOf, type FixContext, type FixMaker } from './context.ts';

type PumpId = keyof typeof PUMPS;

/** Feed one or more sizes up, then the smallest stock pump that does it. Each is solved before it is offered. */
export const supplyFixes: FixMaker<SupplyShort> = (found, context) => {
  const state = stateOf(found, context);
  if (!state) return [];
  const feed = Object.values(context.doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : []));
  const wanted = found.limit;
  return [...largerRuns(feed, state, wanted, context), ...otherPumps(feed, state, wanted, context)];
};

function enough(
  patch: readonly PatchOperation[],
  state: OperatingState,
  wanted: number,
  { trials }: FixContext,
): boolean {
  const best = trials.with(patch)?.available(state);
  return best !== null && best !== undefined && best.flow / state.draw - 1 >= wanted;
}

const largerRuns = (
  feed: readonly string[],
  state: OperatingState,
  wanted: number,
  context: FixContext,
): Fix[] =>
  feed.flatMap((id): Fix[] => {
    const e = context.doc.plumbing.elements[id];
    if (e?.kind !== 'run') return [];
    for (const dash of sizesOf(HOSE_KINDS[e.hose])) {
      if (dash <= e.dash) continue;
      const patch: PatchOperation[] = [{ op: 'replace', path: elementPath(id, 'dash'), value: dash }];
      if (enough(patch, state, wanted, context))
        return [{ does: { act: 'make-run', name: e.name, dash }, patch }];
    }
    return [];
  });

/** One pump changed where that is enough; else all of them to the same. */
function otherPumps(
  feed: readonly string[],
  state: OperatingState,
  wanted: number,
  context: FixContext,
): Fix[] {
  const pumps = feed.flatMap((id) => {
    const e = context.doc.plumbing.elements[id];
    return e?.kind === 'pump' ? [{ id, e }] : [];
  });
  const smallest = (some: typeof pumps): Fix[] => {
    for (const to of Object.keys(PUMPS) as PumpId[]) {
      if (some.every(({ e }) => e.catalogueId === to)) continue;
      const patch = some.map(({ id, e }): PatchOperation => ({
        op: 'replace',
        path: `/plumbing/elements/${id}`,
        value: swapPump(e, to),
      }));
      if (enough(patch, state, wanted, context))
        return [{ does: { act: 'fit-pump', name: PUMPS[to].name }, patch }];
    }
    return [];
  };
  const single = pumps.flatMap((p) => smallest([p]));
  return single.length > 0 || pumps.length < 2 ? single : smallest(pumps);
}

/** A check valve behind every pump that fuel runs back through. */
export const primeFixes: FixMaker<PrimeNotHeld> = (_found, { doc }) => {
  const { elements, paths } = doc.plumbing;
  const taken: Record<string, unknown> = { ...elements };
  const patch: PatchOperation[] = [];
  for (const [pathId, path] of Object.entries(paths)) {
    const order = [...path.order];
    for (const id of path.order) {
      const e = elements[id];
      if (e?.kind !== 'pump' || e.outletCheck) continue;
      const at = order.indexOf(id) + 1;
      if (order.slice(at).some((b) => elements[b]?.kind === 'check-valve')) continue;
      const valve = freeId(taken, 'check');
      taken[valve] = true;
      patch.push({ op: 'add', path: `/plumbing/elements/${valve}`, value: makeCheckValve() });
      order.splice(at, 0, valve);
    }
    if (order.length !== path.order.length)
      patch.push({ op: 'replace', path: `/plumbing/paths/${pathId}/order`, value: order });
  }
  return patch.length > 0 ? [{ does: { act: 'add-check' }, patch }] : [];
};
