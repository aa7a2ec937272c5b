import type { PatchOperation } from '../outcome/finding.ts';
import type {
  Circuit,
  ElementOf,
  JobDocument,
  Junction,
  Path,
  PlumbingElement,
  PumpTrigger,
  Style,
} from '../document/job-document.ts';
import { inFlowOrder } from '../document/flow-order.ts';
import { PUMPS } from '../kinds/plumbing/pump/generic-pumps.ts';
import { applyPatch } from './apply-patch.ts';
import { refedCircuit } from './fit-pump.ts';
import { feedOf } from '../document/pump-feed.ts';
import { joinPump } from './branch.ts';
import { namedApart } from './distinct-names.ts';
import { removeRoute } from './route.ts';
import { PATTERNS } from '../document/patterns/all.ts';
import { stagingThreshold } from '../document/triggers.ts';
import { freeId } from './path.ts';

type Plumbing = JobDocument['plumbing'];
type Entry<T> = readonly [id: string, it: T];

/** Parts of a plan in the order of the flow, feed before return, loose ones last; hoses the longest first, so that the main line stays the main line. */
function inOrder({ paths, elements }: Plumbing): Entry<PlumbingElement>[] {
  const sorted = Object.values(paths).sort((a, b) => (a.role === b.role ? 0 : a.role === 'feed' ? -1 : 1));
  const ids = [...new Set([...sorted.flatMap((p) => p.order), ...Object.keys(elements)])];
  const length = ([, e]: Entry<PlumbingElement>): number => (e.kind === 'run' ? e.lengthM : 0);
  return ids
    .flatMap((id) => (elements[id] ? [[id, elements[id]] as const] : []))
    .sort((a, b) => length(b) - length(a));
}

const roleOf = ({ paths }: Plumbing, id: string): Path['role'] | undefined =>
  Object.values(paths).find((p) => p.order.includes(id))?.role;

/** A part that stays, as the new style has it work: what only the other style gave it is taken off. */
function adapted(kept: PlumbingElement, asked: PlumbingElement): PlumbingElement {
  if (kept.kind === 'pump' && asked.kind === 'pump') {
    const { driver: _driver, speed: _speed, ...plain } = kept;
    return {
      ...plain,
      ...(asked.driver ? { driver: kept.driver ?? asked.driver } : {}),
      ...(asked.speed ? { speed: kept.speed ?? asked.speed } : {}),
    };
  }
  if (
    kept.kind === 'bypass-regulator' &&
    asked.kind === 'bypass-regulator' &&
    kept.referenced !== asked.referenced
  ) {
    const { setPa: _set, ...rest } = kept;
    return {
      ...rest,
      referenced: asked.referenced,
      ...(asked.setPa === undefined ? {} : { setPa: asked.setPa }),
    };
  }
  return kept;
}

/** Whether a part that is there can do what the new style asks of one of its kind. A line in the tank is no line under the car. */
function does(kept: PlumbingElement, asked: PlumbingElement): boolean {
  if (kept.kind !== asked.kind) return false;
  if (kept.kind === 'run' && asked.kind === 'run')
    return (kept.zone === 'in-tank') === (asked.zone === 'in-tank');
  return true;
}

/** A kept pump that the new style feeds in another way: by a controller, by the factory’s module, by a relay again. */
function fedAnew(
  kept: PlumbingElement | undefined,
  asked: PlumbingElement | undefined,
): ElementOf<'pump'> | undefined {
  if (kept?.kind !== 'pump' || !asked) return undefined;
  const now = adapted(kept, asked);
  return now.kind === 'pump' && feedOf(now) !== feedOf(kept) ? now : undefined;
}

/** What a thing is called in the new style: its own name, unless it only ever had that of the old pattern. */
function renamed<T extends { readonly name: string }>(kept: T, asked: T, usual: ReadonlySet<string>): T {
  if (!usual.has(kept.name) || kept.name === asked.name) return kept;
  return { ...kept, name: nameIn(kept, asked) };
}

/** A pump that is named by its class keeps its own class. */
function nameIn(kept: object, asked: { readonly name: string }): string {
  const classOf = (it: object): string | undefined =>
    'catalogueId' in it ? PUMPS[it.catalogueId as keyof typeof PUMPS]?.name : undefined;
  return asked.name === classOf(asked) ? (classOf(kept) ?? asked.name) : asked.name;
}

const namesIn = (things: Readonly<Record<string, { readonly name: string }>>): ReadonlySet<string> =>
  new Set(Object.values(things).map((t) => t.name));

/** The longest hose on the way to the engine, m. */
function feedLength({ paths, elements }: Plumbing): number {
  const lengths = Object.values(paths)
    .filter((p) => p.role === 'feed')
    .flatMap((p) => p.order)
    .flatMap((id) => {
      const e = elements[id];
      return e?.kind === 'run' && e.zone !== 'in-tank' ? [e.lengthM] : [];
    });
  return Math.max(0, ...lengths);
}

/** A line with a length the program gives it: whatever was measured was another line. */
function withLength(run: PlumbingElement, lengthM: number): PlumbingElement {
  const { lengthMFrom: _from, ...rest } = run as PlumbingElement & { lengthMFrom?: unknown };
  return { ...rest, lengthM } as PlumbingElement;
}

/** Matches what a style asks for with what is there; what is left on either side is new, or goes. */
function matched<T>(
  asked: readonly Entry<T>[],
  there: readonly Entry<T>[],
  fits: (there: Entry<T>, asked: Entry<T>) => boolean,
): Map<string, string> {
  const free = [...there];
  const pairs = new Map<string, string>();
  const pair = (entry: Entry<T>, at: number): void => {
    if (at < 0) return;
    pairs.set(entry[0], free[at]![0]);
    free.splice(at, 1);
  };
  // What has the same task in both has the same key in most patterns.
  for (const entry of asked)
    pair(
      entry,
      free.findIndex((t) => t[0] === entry[0] && fits(t, entry)),
    );
  for (const entry of asked)
    if (!pairs.has(entry[0]))
      pair(
        entry,
        free.findIndex((t) => fits(t, entry)),
      );
  return pairs;
}

/** Ids for what a style asks for: those of the parts that stay, else its own, or free ones. */
function named(asked: readonly string[], kept: ReadonlyMap<string, string>): Map<string, string> {
  const taken: Record<string, true> = Object.fromEntries([...kept.values()].map((id) => [id, true]));
  return new Map(
    asked.map((id) => {
      const own = kept.get(id) ?? freeId(taken, id);
      taken[own] = true;
      return [id, own];
    }),
  );
}

const staged = (doc: JobDocument, id: string): boolean => stagingThreshold(doc, id) !== undefined;

function rewired(
  doc: JobDocument,
  target: JobDocument,
  ids: ReadonlyMap<string, string>,
  {
    stays,
    refed,
  }: {
    readonly stays: (id: string) => boolean;
    /** Pumps that are fed in another way from now on, by the ids they keep. */
    readonly refed: ReadonlyMap<string, ElementOf<'pump'>>;
  },
): PatchOperation[] {
  const circuits: Record<string, Circuit> = {};
  for (const [id, c] of Object.entries(doc.wiring.circuits)) {
    if (!stays(c.loadId)) continue;
    const { feedFrom, groundInto, ...own } = c;
    const still = (tap: typeof feedFrom) => tap && stays(doc.wiring.circuits[tap.circuitId]?.loadId ?? '');
    const pump = refed.get(c.loadId);
    circuits[id] = {
      ...(pump ? refedCircuit(own, pump) : own),
      ...(feedFrom && still(feedFrom) ? { feedFrom } : {}),
      ...(groundInto && still(groundInto) ? { groundInto } : {}),
    };
  }
  // A pump that waited for boost and now stands alone must not wait, and the other way round.
  const asked = new Map([...ids].map(([askedId, id]) => [id, askedId]));
  const sameTask = (loadId: string): boolean =>
    !asked.has(loadId) || staged(doc, loadId) === staged(target, asked.get(loadId)!);
  const rules: Record<string, PumpTrigger> = Object.fromEntries(
    Object.entries(doc.wiring.triggers ?? {}).filter(([, r]) => stays(r.loadId) && sameTask(r.loadId)),
  );
  const fed = new Set(Object.values(circuits).map((c) => c.loadId));
  for (const [id, c] of Object.entries(target.wiring.circuits)) {
    const loadId = ids.get(c.loadId);
    if (loadId !== undefined && !fed.has(loadId)) circuits[freeId(circuits, id)] = { ...c, loadId };
  }
  const ruled = new Set(Object.values(rules).map((r) => r.loadId));
  for (const [id, r] of Object.entries(target.wiring.triggers ?? {})) {
    const loadId = ids.get(r.loadId);
    if (loadId !== undefined && !ruled.has(loadId)) rules[freeId(rules, id)] = { ...r, loadId };
  }
  const any = Object.keys(rules).length > 0;
  return [
    { op: 'replace', path: '/wiring/circuits', value: circuits },
    ...(any
      ? [{ op: 'add', path: '/wiring/triggers', value: rules } as const]
      : doc.wiring.triggers
        ? [{ op: 'remove', path: '/wiring/triggers' } as const]
        : []),
    // Drawn for other circuits: it is made anew from the rules.
    ...(doc.wiring.harness ? [{ op: 'remove', path: '/wiring/harness' } as const] : []),
  ];
}

/**
 * Turns a plan into another style and keeps what was entered: brief, tank, rails, pumps, hoses, regulator and their wiring
 * stay where the new style has a place for them; what it needs besides is added, what it has no place for goes.
 * @param doc job document
 * @param style what it shall be
 * @returns RFC 6902 operations; lengths m
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example changeStyle(fullReturnJob('x'), 'twin-pump').some((o) => o.path === '/plumbing/paths') // => true
 */
export function changeStyle(doc: JobDocument, style: Style): PatchOperation[] {
  const target = PATTERNS.find((p) => p.id === style)!.job(doc.title);
  const [there, asked] = [doc.plumbing, target.plumbing];
  const parts = matched(
    inOrder(asked),
    inOrder(there),
    ([id, e], [askedId, a]) =>
      does(e, a) && (e.kind !== 'run' || roleOf(there, id) === roleOf(asked, askedId)),
  );
  const meeting = matched<Junction>(
    Object.entries(asked.junctions),
    Object.entries(there.junctions),
    ([, j], [, a]) => j.kind === a.kind && (j.kind !== 'tee' || a.kind !== 'tee' || j.form === a.form),
  );
  const ids = named(Object.keys(asked.elements), parts);
  const ends = named(Object.keys(asked.junctions), meeting);
  const old = PATTERNS.find((p) => p.id === there.style)!.job('').plumbing;
  const [partNames, placeNames] = [namesIn(old.elements), namesIn(old.junctions)];
  const scale = feedScale(there, asked, parts);
  const element = (id: string, a: PlumbingElement): PlumbingElement => {
    const kept = parts.get(id);
    const e = kept === undefined ? a : renamed(adapted(there.elements[kept]!, a), a, partNames);
    if (e.kind === 'run' && a.kind === 'run' && roleOf(asked, id) === 'return' && a.zone !== 'in-tank') {
      // A new return is as long as the feed; one from another place that is far too short is measured anew.
      const wanted = a.lengthM * scale;
      return kept === undefined || (!e.existing && e.lengthM < wanted / 2) ? withLength(e, wanted) : e;
    }
    return e.kind === 'jet' && a.kind === 'jet' ? { ...e, fromId: ends.get(a.fromId) ?? a.fromId } : e;
  };
  // Every pump stays: those the new style has no place for are joined beside its own.
  const besides = Object.keys(there.elements).filter(
    (id) => there.elements[id]!.kind === 'pump' && ![...parts.values()].includes(id),
  );
  const refed = new Map(
    [...parts].flatMap(([askedId, kept]) => {
      const now = fedAnew(there.elements[kept], asked.elements[askedId]);
      return now ? [[kept, now] as const] : [];
    }),
  );
  const stays = (loadId: string): boolean =>
    doc.wiring.loads?.[loadId] !== undefined ||
    besides.includes(loadId) ||
    [...parts.values()].includes(loadId);
  const turned: PatchOperation[] = [
    { op: 'replace', path: '/plumbing/style', value: style },
    {
      op: 'replace',
      path: '/plumbing/junctions',
      value: Object.fromEntries(
        Object.entries(asked.junctions).map(([id, a]) => {
          const kept = meeting.get(id);
          return [ends.get(id)!, kept === undefined ? a : renamed(there.junctions[kept]!, a, placeNames)];
        }),
      ),
    },
    {
      op: 'replace',
      path: '/plumbing/elements',
      value: Object.fromEntries(
        Object.entries(asked.elements).map(([id, a]) => [ids.get(id)!, element(id, a)]),
      ),
    },
    {
      op: 'replace',
      path: '/plumbing/paths',
      value: Object.fromEntries(
        Object.entries(asked.paths).map(([id, p]) => [
          id,
          {
            ...p,
            from: ends.get(p.from) ?? p.from,
            to: ends.get(p.to) ?? p.to,
            order: p.order.map((e) => ids.get(e) ?? e),
          },
        ]),
      ),
    },
    // Hoses that are not taken over, or that run elsewhere now, leave no route behind for others of their name.
    ...Object.keys(doc.routing?.lines ?? {}).flatMap((id) => {
      const askedId = [...parts].find(([, kept]) => kept === id)?.[0];
      const stayed =
        askedId !== undefined && sameLength(there.elements[id], element(askedId, asked.elements[askedId]!));
      return stayed ? [] : removeRoute(doc, id);
    }),
    ...rewired(doc, target, ids, { stays, refed }),
  ];
  return [...turned, ...joinedBeside(doc, turned, besides)];
}

const sameLength = (a: PlumbingElement | undefined, b: PlumbingElement): boolean =>
  a?.kind === 'run' && b.kind === 'run' && a.lengthM === b.lengthM;

/** How much longer the feed of the plan is than that of the pattern. */
function feedScale(there: Plumbing, asked: Plumbing, parts: ReadonlyMap<string, string>): number {
  const elements = Object.fromEntries(
    Object.entries(asked.elements).map(([id, a]) => {
      const kept = there.elements[parts.get(id) ?? ''];
      return [id, kept ?? a];
    }),
  );
  return feedLength({ ...asked, elements }) / feedLength(asked);
}

/** Pumps the new style has no place for, each with a check valve beside the first pump that feeds the engine. */
function joinedBeside(
  doc: JobDocument,
  turned: readonly PatchOperation[],
  pumps: readonly string[],
): PatchOperation[] {
  const joins: PatchOperation[] = [];
  for (const id of pumps) {
    const now = applyPatch(doc, [...turned, ...joins]);
    if (!now.ok) return [];
    const main = firstPump(now.value.plumbing, pumps);
    if (main === undefined) return joins;
    joins.push(...joinPump(now.value, main, id, doc.plumbing.elements[id]!));
  }
  return joins;
}

function firstPump(plumbing: Plumbing, besides: readonly string[]): string | undefined {
  const order = inFlowOrder(plumbing.paths).flatMap(([, p]) => p.order);
  return order.findLast((id) => plumbing.elements[id]?.kind === 'pump' && !besides.includes(id));
}

/**
 * Change to another style, with the names of the parts it keeps, adds and drops, to be shown before it is applied.
 * @param doc job document
 * @param style what it shall be
 * @returns the change, and names of parts and places that are kept, new, and dropped
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example styleChange(fullReturnJob('x'), 'returnless').kept.includes('Rail') // => true
 */
export function styleChange(doc: JobDocument, style: Style): StyleChange {
  const changed = changeStyle(doc, style);
  const patch = namedApart(doc, changed);
  const after = applyPatch(doc, patch);
  if (!after.ok) return { patch, kept: [], added: [], dropped: [] };
  const things = ({ elements, junctions }: Plumbing): ReadonlyMap<string, string> =>
    new Map(
      [...Object.entries(elements), ...Object.entries(junctions)].map(([id, { kind, name }]) => [
        `${kind} ${id}`,
        name,
      ]),
    );
  const [was, is] = [things(doc.plumbing), things(after.value.plumbing)];
  const names = (of: ReadonlyMap<string, string>, when: (key: string) => boolean): string[] =>
    [...of].flatMap(([key, name]) => (when(key) ? [name] : []));
  return {
    patch,
    kept: names(is, (key) => was.has(key)),
    added: names(is, (key) => !was.has(key)),
    dropped: names(was, (key) => !is.has(key)),
  };
}

/** A change of style with the names of what it keeps, brings and takes away. */
export interface StyleChange {
  readonly patch: readonly PatchOperation[];
  readonly kept: readonly string[];
  readonly added: readonly string[];
  readonly dropped: readonly string[];
}
