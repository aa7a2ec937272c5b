import { removeRoute } from './route.ts';
import { shortened } from '../quantities/text.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { removeWiring } from './circuit.ts';
import type { JobDocument, PlumbingElement } from '../document/job-document.ts';
import { pumpCircuit } from '../document/pieces.ts';
import type { Offer } from '../kinds/contract.ts';
import { PLUMBING } from '../kinds/index.ts';

/** A kind of part that can be put on the track. */
export type NewPart = Offer<PlumbingElement>;

/** Parts offered, with sizes that are a fair start; typical losses, all overridable. */
export const NEW_PARTS = Object.values(PLUMBING).flatMap((kind) => kind.offers as readonly NewPart[]);

export interface Place {
  readonly pathId: string;
  readonly order: readonly string[];
  readonly at: number;
}

export const placeOf = (doc: JobDocument, id: string): Place | undefined => {
  for (const [pathId, path] of Object.entries(doc.plumbing.paths)) {
    const at = path.order.indexOf(id);
    if (at >= 0) return { pathId, order: path.order, at };
  }
  return undefined;
};

/** An id nobody has: the stem, then the stem with a number. */
export const freeId = (taken: Readonly<Record<string, unknown>>, stem: string): string => {
  if (!(stem in taken)) return stem;
  let n = 2;
  while (`${stem}-${n}` in taken) n += 1;
  return `${stem}-${n}`;
};

export const setOrder = (pathId: string, order: readonly string[]): PatchOperation => ({
  op: 'replace',
  path: `/plumbing/paths/${pathId}/order`,
  value: [...order],
});

/**
 * Puts a new part behind another one. A pump brings its circuit with it.
 * @param doc job document
 * @param afterId element it comes behind
 * @param part what to put in
 * @returns patch, and the new part's id; empty when the place is not there
 * Validity: a path that is in the job.
 * @throws nothing
 * @source own convention
 * @example insertPart(fullReturnJob('x'), 'filter', NEW_PARTS[0]).id // => 'run'
 */
export function insertPart(
  doc: JobDocument,
  afterId: string,
  part: NewPart,
): { readonly id: string; readonly patch: PatchOperation[] } {
  const place = placeOf(doc, afterId);
  const id = freeId(doc.plumbing.elements, part.key);
  if (!place) return { id, patch: [] };
  const element = part.make();
  const patch: PatchOperation[] = [
    { op: 'add', path: `/plumbing/elements/${id}`, value: element },
    setOrder(place.pathId, [...place.order.slice(0, place.at + 1), id, ...place.order.slice(place.at + 1)]),
  ];
  if (element.kind === 'pump') {
    const circuit = freeId(doc.wiring.circuits, `${id}-circuit`);
    patch.push({
      op: 'add',
      path: `/wiring/circuits/${circuit}`,
      value: { ...pumpCircuit(id), name: `${element.name} feed` },
    });
  }
  return { id, patch };
}

/**
 * Takes a part out of its path; a pump takes its circuit and its rule with it.
 * @param doc job document
 * @param id element id
 * @returns patch; empty when it is not there
 * Validity: a part that stands in a path.
 * @throws nothing
 * @source own convention
 * @example removePart(fullReturnJob('x'), 'filter').length // => 2
 */
export function removePart(doc: JobDocument, id: string): PatchOperation[] {
  const place = placeOf(doc, id);
  if (!doc.plumbing.elements[id]) return [];
  return [
    ...(place
      ? [
          setOrder(
            place.pathId,
            place.order.filter((e) => e !== id),
          ),
        ]
      : []),
    { op: 'remove', path: `/plumbing/elements/${id}` },
    ...removeRoute(doc, id),
    ...removeWiring(doc, [id]),
  ];
}

/**
 * Moves a part along its path.
 * @param doc job document
 * @param id element id
 * @param by places, along the flow when positive
 * @returns patch; empty at the end of the path
 * Validity: a part that stands in a path.
 * @throws nothing
 * @source own convention
 * @example movePart(fullReturnJob('x'), 'strainer', -1).length // => 0
 */
export function movePart(doc: JobDocument, id: string, by: number): PatchOperation[] {
  const place = placeOf(doc, id);
  if (!place) return [];
  const to = place.at + by;
  if (to < 0 || to >= place.order.length) return [];
  const order = place.order.filter((e) => e !== id);
  order.splice(to, 0, id);
  return [setOrder(place.pathId, order)];
}

/**
 * Cuts a run in two halves joined by straight ends, so that soft and hard pieces can be mixed.
 * @param doc job document
 * @param id a run's id
 * @returns patch and the second half's id; empty for anything but a run
 * Validity: a run of hose or tube, cut inside its length.
 * @throws nothing
 * @source own convention
 * @example splitRun(fullReturnJob('x'), 'feed').id // => 'feed-2'
 */
export function splitRun(
  doc: JobDocument,
  id: string,
): { readonly id: string; readonly patch: PatchOperation[] } {
  const e = doc.plumbing.elements[id];
  const place = placeOf(doc, id);
  const second = freeId(doc.plumbing.elements, `${id}-2`);
  if (e?.kind !== 'run' || !place) return { id: second, patch: [] };
  const half = { ...e, lengthM: e.lengthM / 2, bendDegrees: e.bendDegrees / 2, extraK: e.extraK / 2 };
  return {
    id: second,
    patch: [
      { op: 'replace', path: `/plumbing/elements/${id}`, value: { ...half, ends: [e.ends[0], 'straight'] } },
      {
        op: 'add',
        path: `/plumbing/elements/${second}`,
        value: { ...half, name: shortened(`${e.name}, second piece`, 80), ends: ['straight', e.ends[1]] },
      },
      setOrder(place.pathId, [
        ...place.order.slice(0, place.at + 1),
        second,
        ...place.order.slice(place.at + 1),
      ]),
    ],
  };
}
