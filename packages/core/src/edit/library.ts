import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import type { LibraryRef } from '../fields/from-library.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { fitPump } from './fit-pump.ts';
import type { NewPart } from './path.ts';

type Part = Exclude<PlumbingElement, { kind: 'run' }>;
export type Injectors = JobDocument['brief']['injectors'];

/** Something of the shop’s own that is used again in other jobs: a part with all its figures, or a set of injectors. */
export type LibraryData =
  | { readonly kind: 'part'; readonly part: Part }
  | { readonly kind: 'injectors'; readonly injectors: Injectors };

/** As the shop keeps it. */
export interface LibraryEntry {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly data: LibraryData;
}

const refOf = ({ id, revision, name }: LibraryEntry): LibraryRef => ({ id, revision, name });

/** What of a part is said of its place in one car, and may be left out. */
const OF_PLACE: readonly string[] = ['standsIn', 'setPa', 'speed', 'driver', 'setFlowM3s'];
/** What a place keeps when another part is fitted there. */
const STAYS: readonly string[] = [...OF_PLACE, 'referenced', 'elevationM', 'fromId'];

/**
 * What a part is by itself: without its place in a car, and without a word on who measured it there.
 * @param part part of a plan
 * @returns the part as it goes into the library, its height 0
 * Validity: any part but hose.
 * @throws nothing
 * @source own convention
 * @example bareOf({ kind: 'strainer', name: 'x', lossAt400Pa: 1, clogged: 0, standsIn: 'in-tank' }).standsIn // => undefined
 */
export function bareOf(part: Part): Part {
  const own = Object.entries(part).filter(
    ([key]) => !key.endsWith('From') && key !== 'fromLibrary' && !OF_PLACE.includes(key),
  );
  const kept = Object.fromEntries(own);
  return ('elevationM' in kept ? { ...kept, elevationM: 0 } : kept) as unknown as Part;
}

/**
 * A part of the library as one that can be put on the track.
 * @param entry library entry that is a part
 * @returns part with its own copy of the figures; null for anything else
 * Validity: entries the checker accepted.
 * @throws nothing
 * @source own convention
 * @example offerFromLibrary({ id: '', revision: 1, name: 'x', data: { kind: 'injectors', injectors: fullReturnJob('x').brief.injectors } }) // => null
 */
export function offerFromLibrary(entry: LibraryEntry): NewPart | null {
  if (entry.data.kind !== 'part') return null;
  const { part } = entry.data;
  return {
    key: part.kind,
    name: entry.name,
    make: () => ({ ...part, name: entry.name, fromLibrary: refOf(entry) }),
  };
}

/**
 * Fits a part of the library in the place of another of its kind: the place keeps what is its own.
 * @param doc job document
 * @param id part in the plan
 * @param entry library entry
 * @returns RFC 6902 operations; none where it is no part of that kind
 * Validity: parts of the plan.
 * @throws nothing
 * @source own convention
 * @example fitFromLibrary(fullReturnJob('x'), 'nowhere', { id: '', revision: 1, name: 'x', data: { kind: 'injectors', injectors: fullReturnJob('x').brief.injectors } }) // => []
 */
export function fitFromLibrary(doc: JobDocument, id: string, entry: LibraryEntry): PatchOperation[] {
  const old = doc.plumbing.elements[id];
  const offer = offerFromLibrary(entry);
  if (!old || !offer || offer.key !== old.kind) return [];
  const place = Object.fromEntries(Object.entries(old).filter(([key]) => STAYS.includes(key)));
  const fitted = { ...offer.make(), ...place } as Part;
  if (fitted.kind === 'pump') return fitPump(doc, id, fitted);
  return [{ op: 'replace', path: `/plumbing/elements/${id}`, value: fitted }];
}

/**
 * Takes injectors of the library: flow, rating and limits; how many the engine has stays.
 * @param doc job document
 * @param entry library entry
 * @returns RFC 6902 operations; none where it is no set of injectors
 * Validity: entries the checker accepted.
 * @throws nothing
 * @source own convention
 * @example injectorsFromLibrary(fullReturnJob('x'), { id: '', revision: 1, name: 'x', data: { kind: 'injectors', injectors: fullReturnJob('x').brief.injectors } }).length // => 1
 */
export function injectorsFromLibrary(doc: JobDocument, entry: LibraryEntry): PatchOperation[] {
  if (entry.data.kind !== 'injectors') return [];
  const value = { ...entry.data.injectors, count: doc.brief.injectors.count, fromLibrary: refOf(entry) };
  return [{ op: 'replace', path: '/brief/injectors', value }];
}

/** Something of a job whose library entry has moved on since. */
export interface Outdated {
  /** Id of the part; null: the injectors. */
  readonly partId: string | null;
  readonly name: string;
  readonly entry: LibraryEntry;
}

/**
 * What of a job was taken from the library in an earlier state than it is in now. The job keeps its own figures until
 * somebody takes the new ones.
 * @param doc job document
 * @param entries the library as it is
 * @returns parts and injectors, in the order of the plan
 * Validity: any job.
 * @throws nothing
 * @source own convention
 * @example outdatedIn(fullReturnJob('x'), []).length // => 0
 */
export function outdatedIn(doc: JobDocument, entries: readonly LibraryEntry[]): Outdated[] {
  const newer = (ref: LibraryRef | undefined): LibraryEntry | undefined =>
    ref && entries.find((e) => e.id === ref.id && e.revision > ref.revision);
  const parts = Object.entries(doc.plumbing.elements).flatMap(([partId, e]): Outdated[] => {
    const entry = 'fromLibrary' in e ? newer(e.fromLibrary) : undefined;
    return entry ? [{ partId, name: e.name, entry }] : [];
  });
  const injectors = newer(doc.brief.injectors.fromLibrary);
  return injectors ? [...parts, { partId: null, name: 'Injectors', entry: injectors }] : parts;
}
