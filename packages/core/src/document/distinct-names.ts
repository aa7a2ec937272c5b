import { shortened } from '../quantities/text.ts';
import { inFlowOrder } from './flow-order.ts';
import type { JobDocument } from './job-document.ts';

/** Longest name the job document takes. */
const NAME = 80;

/** A named thing of a plan. */
interface Named {
  /** RFC 6901 pointer to its name. */
  readonly path: string;
  readonly name: string;
  /** Number of the pump it belongs to; absent: it belongs to none, or to several. */
  readonly pump: number | undefined;
  /** The load its circuit feeds, used in the new name where pump numbers do not differ. */
  readonly of?: string | undefined;
}

/** A name that is changed so that no two parts share one. */
export interface Rename {
  readonly path: string;
  readonly name: string;
}

/**
 * New names for parts that share one: by the number of their pump, by the load their circuit feeds, else one after the other.
 * @param doc job document
 * @returns names to change, in the order of the plan; none where every part has a name of its own
 * Validity: parts of the plumbing and loads together; circuits; pieces of all circuits.
 * @throws nothing
 * @source own convention: pumps are numbered as the fuel meets them
 * @example sharedNames(fullReturnJob('x')).length // => 0
 */
export function sharedNames(doc: JobDocument): Rename[] {
  return [plumbingNames(doc), circuitNames(doc), pieceNames(doc)].flatMap(distinct);
}

/** Pumps by id, numbered from 1 as the fuel meets them. */
function pumpNumbers({ plumbing }: JobDocument): ReadonlyMap<string, number> {
  const inOrder = inFlowOrder(plumbing.paths).flatMap(([, p]) => p.order);
  const ids = [...new Set([...inOrder, ...Object.keys(plumbing.elements)])];
  const pumps = ids.filter((id) => plumbing.elements[id]?.kind === 'pump');
  return new Map(pumps.map((id, i) => [id, i + 1]));
}

function plumbingNames(doc: JobDocument): Named[] {
  const { elements, junctions, paths, vents = {} } = doc.plumbing;
  const pumps = pumpNumbers(doc);
  const lines = inFlowOrder(paths);
  const placed = lines.flatMap(([, p]) => p.order);
  const pumpOf = (id: string): number | undefined => {
    const beside = lines
      .flatMap(([, p]) => (p.order.includes(id) ? p.order : []))
      .filter((e) => pumps.has(e));
    return beside.length === 1 ? pumps.get(beside[0]!) : undefined;
  };
  const ids = [...new Set([...placed, ...Object.keys(elements)])].filter((id) => elements[id]);
  const named = (group: string, things: Readonly<Record<string, { readonly name: string }>>): Named[] =>
    Object.entries(things).map(([id, { name }]) => ({
      path: `${group}/${id}/name`,
      name,
      pump: undefined,
    }));
  return [
    ...ids.map((id): Named => ({
      path: `/plumbing/elements/${id}/name`,
      name: elements[id]!.name,
      pump: pumpOf(id),
    })),
    ...named('/plumbing/junctions', junctions),
    ...named('/plumbing/vents', vents),
    ...named('/wiring/loads', doc.wiring.loads ?? {}),
  ];
}

const loadName = (doc: JobDocument, id: string): string | undefined =>
  doc.plumbing.elements[id]?.name ?? doc.wiring.loads?.[id]?.name;

function circuitNames(doc: JobDocument): Named[] {
  const pumps = pumpNumbers(doc);
  return Object.entries(doc.wiring.circuits).map(([id, c]) => ({
    path: `/wiring/circuits/${id}/name`,
    name: c.name,
    pump: pumps.get(c.loadId),
    of: loadName(doc, c.loadId),
  }));
}

function pieceNames(doc: JobDocument): Named[] {
  const pumps = pumpNumbers(doc);
  return Object.entries(doc.wiring.circuits).flatMap(([id, c]) => {
    const order = [...new Set([...c.feed, ...c.ground, ...Object.keys(c.segments)])];
    return order.flatMap((key): Named[] => {
      const s = c.segments[key];
      return s
        ? [
            {
              path: `/wiring/circuits/${id}/segments/${key}/name`,
              name: s.name,
              pump: pumps.get(c.loadId),
              of: loadName(doc, c.loadId),
            },
          ]
        : [];
    });
  });
}

/** Names that differ by letter case or spaces alone are one name to whoever reads them. */
const alike = (name: string): string => name.trim().replace(/\s+/g, ' ').toLowerCase();

function distinct(things: readonly Named[]): Rename[] {
  const groups = new Map<string, Named[]>();
  for (const t of things) groups.set(alike(t.name), [...(groups.get(alike(t.name)) ?? []), t]);
  const taken = new Set(groups.keys());
  return [...groups.values()].flatMap((group) => {
    if (group.length < 2) return [];
    const tails = tailsOf(group);
    return group.flatMap((t, i): Rename[] => {
      const name = free(t.name, tails[i]!, taken);
      taken.add(alike(name));
      return name === t.name ? [] : [{ path: t.path, name }];
    });
  });
}

/** What is put behind each: the pump's number or the load's name where those differ, else a number. */
function tailsOf(group: readonly Named[]): string[] {
  const apart = (of: readonly unknown[]): boolean =>
    of.every((v) => v !== undefined) && new Set(of).size === group.length;
  if (apart(group.map((t) => t.pump))) return group.map((t) => ` ${t.pump}`);
  if (apart(group.map((t) => t.of))) return group.map((t) => `, ${t.of}`);
  return group.map((_, i) => ` ${i + 1}`);
}

/** A name that is not used yet; a letter follows the number where the numbered name is used too. */
function free(name: string, tail: string, taken: ReadonlySet<string>): string {
  const letters = ['', ...'bcdefghijklmnopqrstuvwxyz'];
  const names = letters.map((letter) => `${shortened(name.trim(), NAME - tail.length - 1)}${tail}${letter}`);
  return names.find((n) => !taken.has(alike(n))) ?? names.at(-1)!;
}

/**
 * A plan in which no two parts share a name.
 * @param doc job document
 * @returns the same where every name is used once; else a copy with the names of `sharedNames`
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example withDistinctNames(fullReturnJob('x')).title // => 'x'
 */
export function withDistinctNames(doc: JobDocument): JobDocument {
  const renames = sharedNames(doc);
  if (renames.length === 0) return doc;
  const copy = JSON.parse(JSON.stringify(doc)) as JobDocument;
  for (const { path, name } of renames) {
    const keys = path.slice(1).split('/');
    let at = copy as unknown as Record<string, unknown>;
    for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
    at['name'] = name;
  }
  return copy;
}
