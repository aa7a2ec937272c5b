import type { PatchOperation } from '../outcome/finding.ts';
import type {
  Circuit,
  JobDocument,
  Junction,
  Path,
  PlumbingElement,
  PumpTrigger,
  Style,
} from '../document/job-document.ts';
import { removeRoute } from './route.ts';
import { PATTERNS } from '../document/patterns/all.ts';
import { stagingThreshold } from '../document/triggers.ts';
import { freeId } from './path.ts';

type Plumbing = JobDocument['plumbing'];
type Entry<T> = readonly [id: string, it: T];

/** Parts of a plan in the order of the flow: feed before return, loose ones last. */
function inOrder({ paths, elements }: Plumbing): Entry<PlumbingElement>[] {
  const sorted = Object.values(paths).sort((a, b) => (a.role === b.role ? 0 : a.role === 'feed' ? -1 : 1));
  const ids = [...new Set([...sorted.flatMap((p) => p.order), ...Object.keys(elements)])];
  return ids.flatMap((id) => (elements[id] ? [[id, elements[id]] as const] : []));
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

/** Whether a part that is there can do what the new style asks of one of its kind. */
function does(kept: PlumbingElement, asked: PlumbingElement): boolean {
  if (kept.kind !== asked.kind) return false;
  // A style that sets a pump's speed wants one that has a controller.
  if (kept.kind === 'pump' && asked.kind === 'pump' && asked.speed)
    return kept.speed !== undefined || kept.type === 'brushless';
  return true;
}

/** Matches what a style asks for with what is there; what is left on either side is new, or goes. */
function matched<T>(
  asked: readonly Entry<T>[],
  there: readonly Entry<T>[],
  fits: (there: Entry<T>, asked: Entry<T>) => boolean,
): Map<string, string> {
  const free = [...there];
  const pairs = new Map<string, string>();
  for (const entry of asked) {
    const at = free.findIndex((t) => fits(t, entry));
    if (at < 0) continue;
    pairs.set(entry[0], free[at]![0]);
    free.splice(at, 1);
  }
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
  stays: (id: string) => boolean,
): PatchOperation[] {
  const circuits: Record<string, Circuit> = {};
  for (const [id, c] of Object.entries(doc.wiring.circuits)) {
    if (!stays(c.loadId)) continue;
    const { feedFrom, groundInto, ...own } = c;
    const still = (tap: typeof feedFrom) => tap && stays(doc.wiring.circuits[tap.circuitId]?.loadId ?? '');
    circuits[id] = {
      ...own,
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
  const element = (id: string, a: PlumbingElement): PlumbingElement => {
    const kept = parts.get(id);
    const e = kept === undefined ? a : adapted(there.elements[kept]!, a);
    return e.kind === 'jet' && a.kind === 'jet' ? { ...e, fromId: ends.get(a.fromId) ?? a.fromId } : e;
  };
  const stays = (loadId: string): boolean =>
    doc.wiring.loads?.[loadId] !== undefined || [...parts.values()].includes(loadId);
  return [
    { op: 'replace', path: '/plumbing/style', value: style },
    {
      op: 'replace',
      path: '/plumbing/junctions',
      value: Object.fromEntries(
        Object.entries(asked.junctions).map(([id, a]) => {
          const kept = meeting.get(id);
          return [ends.get(id)!, kept === undefined ? a : there.junctions[kept]!];
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
    // Hoses that are not taken over leave no route behind for others of their name.
    ...Object.keys(doc.routing?.lines ?? {}).flatMap((id) =>
      [...parts.values()].includes(id) ? [] : removeRoute(doc, id),
    ),
    ...rewired(doc, target, ids, stays),
  ];
}
