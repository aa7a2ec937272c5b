import type { ElementOf, JobDocument } from '../../document/job-document.ts';
import { feedingPumps } from '../../document/feeding-pumps.ts';
import { boostRule, ruleOf, setRule } from '../../document/triggers.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import { branchAt } from '../../edit/branch.ts';
import { openOverflow } from '../../edit/open-overflow.ts';
import { freeId, placeOf } from '../../edit/path.ts';
import { runsSteadily } from '../../engine/steady-trigger.ts';
import type { OperatingState } from '../../engine/states.ts';
import type { SupplyShort } from '../../judge/supply/margin.ts';
import type { PrimeNotHeld } from '../../judge/supply/prime-hold.ts';
import type { PushesIntoSuction } from '../../judge/supply/pushes-into-suction.ts';
import type { ReliefLow } from '../../judge/supply/relief.ts';
import type { RunsBack } from '../../judge/supply/runs-back.ts';
import { returnsElsewhere, type LiftShort, type SurgeClosed } from '../../judge/tanks/surge.ts';
import { makeCheckValve } from '../../kinds/plumbing/check-valve/shape.ts';
import { PUMPS } from '../../kinds/plumbing/pump/generic-pumps.ts';
import { swapPump } from '../../kinds/plumbing/pump/shape.ts';
import { HOSE_KINDS, sizesOf } from '../../kinds/plumbing/run/hoses.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import { stateOf, type FixContext, type FixMaker } from './context.ts';
import { largerRun, resized } from './larger-run.ts';
import { wireFixes } from './better-wire.ts';
import { withWiring } from './wiring-follows.ts';
import { PSI } from '../../quantities/constants.ts';

type PumpId = keyof typeof PUMPS;

/**
 * Better wire, where that is what the supply lacks; feed one or more sizes up; the smallest pump of its own class that does it; a second pump beside the first; where none does it
 * alone, the largest of its class with a larger feed. Each is solved before it is offered.
 */
export const supplyFixes: FixMaker<SupplyShort> = (found, context) => {
  const state = stateOf(found, context);
  if (!state) return [];
  const feed = Object.values(context.doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : []));
  const wanted = found.limit;
  const alone = [
    ...wireFixes(state, context, (patch) => enough(patch, state, wanted, context)),
    ...largerRuns(feed, state, wanted, context),
    ...otherPumps(feed, state, wanted, context),
    ...secondPump(state, wanted, context),
  ];
  return alone.length > 0 ? alone : together(feed, state, wanted, context);
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
  feed.flatMap(
    (id) => largerRun(context.doc, id).find(({ patch }) => enough(patch, state, wanted, context)) ?? [],
  );

const pumpsOf = (ids: readonly string[], { doc }: FixContext) =>
  ids.flatMap((id) => {
    const e = doc.plumbing.elements[id];
    return e?.kind === 'pump' ? [{ id, e }] : [];
  });

/** Pumps a pump may be replaced by: in tank stays in tank, in line in line, one with a controller keeps it. Small to large. */
const classOf = (type: ElementOf<'pump'>['type']): PumpId[] =>
  (Object.keys(PUMPS) as PumpId[])
    .filter((id) => PUMPS[id].model.type === type)
    .sort((a, b) => PUMPS[a].model.curve.flows[0]! - PUMPS[b].model.curve.flows[0]!);

type PlacedPump = { readonly id: string; readonly e: ElementOf<'pump'> };
const swapped = (some: readonly PlacedPump[], to: PumpId): PatchOperation[] =>
  some.map(({ id, e }) => ({ op: 'replace', path: `/plumbing/elements/${id}`, value: swapPump(e, to) }));

/** One pump changed where that is enough; else all of them to the same. */
function otherPumps(
  feed: readonly string[],
  state: OperatingState,
  wanted: number,
  context: FixContext,
): Fix[] {
  const pumps = pumpsOf(feed, context);
  const smallest = (some: readonly PlacedPump[]): Fix[] => {
    const type = some[0]?.e.type;
    if (type === undefined || some.some(({ e }) => e.type !== type)) return [];
    for (const to of classOf(type)) {
      if (some.every(({ e }) => e.catalogueId === to)) continue;
      const patch = swapped(some, to);
      if (enough(patch, state, wanted, context))
        return [{ does: { act: 'fit-pump', name: PUMPS[to].name, count: some.length }, patch }];
    }
    return [];
  };
  const single = pumps.flatMap((p) => smallest([p]));
  return single.length > 0 || pumps.length < 2 ? single : smallest(pumps);
}

/** Boost a second pump comes in at, Pa gauge (2 psi); an engine that never reaches it runs both. */
const SECOND_AT = 2 * PSI;

/** One more pump of the class that is there, with strainer, check valve, circuit and rule, joined by a Y behind the first. */
function secondPump(state: OperatingState, wanted: number, context: FixContext): Fix[] {
  const { doc } = context;
  const [first, ...more] = feedingPumps(doc);
  const e = first === undefined ? undefined : doc.plumbing.elements[first];
  const place = first === undefined ? undefined : placeOf(doc, first);
  if (more.length > 0 || e?.kind !== 'pump' || !place) return [];
  const behind = place.order[place.at + 1];
  const after =
    behind !== undefined && doc.plumbing.elements[behind]?.kind === 'check-valve' ? behind : first!;
  const branch = branchAt(doc, after, 'new-pump').patch;
  const added = branch.find((p) => (p.value as { kind?: string } | undefined)?.kind === 'pump');
  if (!added) return [];
  const id = added.path.slice(added.path.lastIndexOf('/') + 1);
  const named = branch.flatMap((p) => (p.path.startsWith('/wiring/circuits/') ? [p.path] : []));
  const boosted = Math.max(...doc.brief.pull.map((p) => p.boostPa)) > 2 * SECOND_AT;
  for (const to of classOf(e.type)) {
    const value = { ...swapPump(e, to), name: 'Second pump' };
    const pumped: PatchOperation[] = [
      ...branch,
      { op: 'replace', path: added.path, value },
      ...named.map((path): PatchOperation => ({
        op: 'replace',
        path: `${path}/name`,
        value: 'Second pump feed',
      })),
    ];
    const changed = applyPatch(doc, pumped);
    if (!changed.ok) return [];
    const rule = boosted ? withWiring(changed.value, setRule(changed.value, boostRule(id, SECOND_AT))) : [];
    if (!rule) return [];
    const patch = [...pumped, ...rule];
    if (enough(patch, state, wanted, context))
      return [
        { does: { act: 'second-pump', name: PUMPS[to].name, from: boosted ? SECOND_AT : null }, patch },
      ];
  }
  return [];
}

/** The largest pump of the class with the smallest larger feed that then does it. */
function together(
  feed: readonly string[],
  state: OperatingState,
  wanted: number,
  context: FixContext,
): Fix[] {
  const pumps = pumpsOf(feed, context);
  const type = pumps[0]?.e.type;
  const largest = type === undefined ? undefined : classOf(type).at(-1);
  if (largest === undefined || pumps.some(({ e }) => e.type !== type)) return [];
  const pump: Fix = {
    does: { act: 'fit-pump', name: PUMPS[largest].name, count: pumps.length },
    patch: swapped(pumps, largest),
  };
  return feed.flatMap((id): Fix[] => {
    const e = context.doc.plumbing.elements[id];
    if (e?.kind !== 'run') return [];
    for (const dash of sizesOf(HOSE_KINDS[e.hose])) {
      if (dash <= e.dash) continue;
      const patch = [...pump.patch, ...resized(id, e, dash)];
      if (enough(patch, state, wanted, context))
        return [
          { does: { act: 'several', steps: [pump.does, { act: 'make-run', name: e.name, dash }] }, patch },
        ];
    }
    return [];
  });
}

/** An overflow where a surge tank has none. */
export const surgeClosedFixes: FixMaker<SurgeClosed> = ({ place }, { doc }) => {
  const patch = openOverflow(doc, place.id);
  return patch.length > 0 ? [{ does: { act: 'open-overflow', name: place.name }, patch }] : [];
};

/** The main pump's return into the surge tank, where it goes elsewhere: then only what the engine takes is lifted. */
const backIntoSurge = ({ place, figures }: LiftShort, { doc }: FixContext): Fix[] => {
  const back = figures.returnsTo.length > 0 ? returnsElsewhere(doc) : [];
  const [first] = back;
  if (first === undefined) return [];
  return [
    {
      does: { act: 'return-to', name: doc.plumbing.paths[first]!.name, to: place.name },
      patch: back.map((id) => ({ op: 'replace', path: `/plumbing/paths/${id}/to`, value: place.id })),
    },
  ];
};

/** A return that goes elsewhere comes into the surge tank; a lift pump that waits for its rule runs with the key; else the next one of its class, which fills the surge tank faster than the engine empties it. */
export const liftFixes: FixMaker<LiftShort> = (found, context) => {
  const { place } = found;
  const { paths } = context.doc.plumbing;
  const into = Object.values(paths).filter((p) => p.to === place.id);
  const pumps = pumpsOf(
    into.flatMap((p) => p.order),
    context,
  );
  const state = stateOf(found, context);
  const waiting = pumps.filter((p) => state && !runsSteadily(ruleOf(context.doc, p.id).rule, state));
  if (waiting.length > 0)
    return waiting.flatMap((p): Fix[] => {
      const { rule } = ruleOf(context.doc, p.id);
      const patch = withWiring(context.doc, setRule(context.doc, { ...rule, any: [{ all: [] }] }));
      return patch ? [{ does: { act: 'run-with-key', name: p.e.name }, patch }] : [];
    });
  const larger = pumps.flatMap((p) =>
    classOf(p.e.type)
      .filter((to) => to !== p.e.catalogueId && PUMPS[to].model.curve.flows[0]! > p.e.curve.flows[0]!)
      .slice(0, 1)
      .map((to): Fix => ({
        does: { act: 'fit-pump', name: PUMPS[to].name, count: 1 },
        patch: swapped([p], to),
      })),
  );
  return [...backIntoSurge(found, context), ...larger];
};

/** Base pressure is set in half psi; by no more than a fifth: injectors are chosen for it. */
const BASE_STEP = 0.5 * PSI;
const LEAST_BASE = 0.8;

/** A pump no smaller whose valve opens later; a lower base pressure; a feed that loses less. */
export const reliefFixes: FixMaker<ReliefLow> = (found, context) => {
  const { place, value, limit } = found;
  const { doc } = context;
  const e = doc.plumbing.elements[place.id];
  if (e?.kind !== 'pump') return [];
  const opensLater = classOf(e.type)
    .filter((to) => to !== e.catalogueId)
    .filter((to) => PUMPS[to].model.curve.flows[0]! >= e.curve.flows[0]!)
    .find((to) => PUMPS[to].model.reliefPa - e.reliefPa > value - limit);
  const state = stateOf(found, context);
  const feed = Object.values(doc.plumbing.paths).flatMap((p) => (p.role === 'feed' ? p.order : []));
  const base = doc.brief.basePressurePa;
  const lower = Math.floor((base - (value - limit)) / BASE_STEP) * BASE_STEP;
  return [
    ...(opensLater === undefined
      ? []
      : [
          {
            does: { act: 'fit-pump', name: PUMPS[opensLater].name, count: 1 },
            patch: swapped([{ id: place.id, e }], opensLater),
          } as const,
        ]),
    ...(lower >= LEAST_BASE * base
      ? [
          {
            does: { act: 'lower-base', pressure: lower },
            patch: [{ op: 'replace', path: '/brief/basePressurePa', value: lower }],
          } as const,
        ]
      : []),
    ...(state && state.draw > 0 ? largerRuns(feed, state, 0, context) : []),
  ];
};

/** A check valve behind every pump that fuel runs back through. */
export const primeFixes: FixMaker<PrimeNotHeld> = (_found, { doc }) => {
  const patch = checksBehind(doc, () => true);
  return patch.length > 0 ? [{ does: { act: 'add-check' }, patch }] : [];
};

/** A check valve behind the pump that is off. */
export const runsBackFixes: FixMaker<RunsBack> = ({ place }, { doc }) => {
  const patch = checksBehind(doc, (id) => id === place.id);
  return patch.length > 0 ? [{ does: { act: 'add-check', name: place.name }, patch }] : [];
};

/** A check valve at the end of the suction line fuel is pushed into. */
export const pushesIntoSuctionFixes: FixMaker<PushesIntoSuction> = ({ place }, { doc: { plumbing } }) => {
  const path = plumbing.paths[place.id];
  if (!path) return [];
  const valve = freeId(plumbing.elements, 'check');
  return [
    {
      does: { act: 'add-check', name: place.name, in: true },
      patch: [
        { op: 'add', path: `/plumbing/elements/${valve}`, value: makeCheckValve() },
        { op: 'replace', path: `/plumbing/paths/${place.id}/order`, value: [...path.order, valve] },
      ],
    },
  ];
};

function checksBehind(
  { plumbing: { elements, paths } }: JobDocument,
  asked: (pump: string) => boolean,
): PatchOperation[] {
  const taken: Record<string, unknown> = { ...elements };
  const patch: PatchOperation[] = [];
  for (const [pathId, path] of Object.entries(paths)) {
    const order = [...path.order];
    for (const id of path.order) {
      const e = elements[id];
      if (e?.kind !== 'pump' || e.outletCheck || !asked(id)) continue;
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
  return patch;
}
