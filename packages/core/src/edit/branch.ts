import { removeRoute } from './route.ts';
import { makeHighPressurePump } from '../kinds/junctions/high-pressure-pump/index.ts';
import { shortened } from '../quantities/text.ts';
import { removeWiring } from './circuit.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { freeId, placeOf, setOrder } from './path.ts';
import type { Circuit, JobDocument, Junction, Path, PlumbingElement } from '../document/job-document.ts';
import {
  checkValve,
  pumpCircuit,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
  yFitting,
} from '../document/pieces.ts';
import { LPH } from '../quantities/constants.ts';

/** Where a new branch leads, or what comes in by it: something new, or a junction that is there. */
export const BRANCH_ENDS = [
  { key: 'new-rail', name: 'a new rail', way: 'out' },
  { key: 'new-high-pressure', name: 'a high-pressure pump', way: 'out' },
  { key: 'new-tank', name: 'a new tank', way: 'out' },
  { key: 'new-pump', name: 'another pump from the same tank', way: 'in' },
  { key: 'new-factory', name: 'the factory supply', way: 'in' },
] as const;
export type BranchEnd = (typeof BRANCH_ENDS)[number]['key'];

export interface Branched {
  /** The new path. */
  readonly pathId: string;
  readonly patch: PatchOperation[];
}

const NOTHING: Branched = { pathId: '', patch: [] };

const add = (group: 'junctions' | 'elements' | 'paths', id: string, value: unknown): PatchOperation => ({
  op: 'add',
  path: `/plumbing/${group}/${id}`,
  value,
});

/** Cuts a path open behind a part and puts a tee there; where the part is the last, its junction serves. */
function teeAfter(doc: JobDocument, afterId: string): { tee: string; patch: PatchOperation[] } | undefined {
  const place = placeOf(doc, afterId);
  if (!place) return undefined;
  const { junctions, paths } = doc.plumbing;
  const path = paths[place.pathId]!;
  const end = junctions[path.to];
  if (place.at === place.order.length - 1 && end?.kind === 'tee') return { tee: path.to, patch: [] };
  const id = freeId(junctions, 'tee');
  const rest = freeId(paths, `${place.pathId}-on`);
  const elevation = ((junctions[path.from]?.elevationM ?? 0) + (end?.elevationM ?? 0)) / 2;
  const behind = place.order.slice(place.at + 1);
  // Between a Y and what follows there is always a piece of hose.
  const piece = freeId(doc.plumbing.elements, 'y-hose');
  const bare = behind.length === 0;
  return {
    tee: id,
    patch: [
      add('junctions', id, yFitting('Y', elevation)),
      setOrder(place.pathId, place.order.slice(0, place.at + 1)),
      { op: 'replace', path: `/plumbing/paths/${place.pathId}/to`, value: id },
      ...(bare ? [add('elements', piece, run('Hose after the Y', 8, 0.3, 'engine-bay', 45))] : []),
      add('paths', rest, {
        ...path,
        name: shortened(`${path.name}, on`, 80),
        from: id,
        order: bare ? [piece] : behind,
      }),
    ],
  };
}

/**
 * Puts a Y behind a part and a new path to or from it: to a new rail or tank, from another pump or the factory supply, or
 * to a junction that is there.
 * @param doc job document
 * @param afterId part it comes behind
 * @param end what the new path leads to or comes from: a BRANCH_ENDS key, or a junction's id to lead to
 * @returns the new path's id and the patch; empty when the place is not there
 * Validity: a part that stands in a path.
 * @throws nothing
 * @source own convention
 * @example branchAt(fullReturnJob('x'), 'filter', 'new-rail').pathId // => 'branch'
 */
export function branchAt(doc: JobDocument, afterId: string, end: string): Branched {
  const cut = teeAfter(doc, afterId);
  if (!cut) return NOTHING;
  const { junctions, elements, paths } = doc.plumbing;
  const pathId = freeId(paths, 'branch');
  const hose = freeId(elements, 'branch-hose');
  const patch = [...cut.patch];
  const lead = (to: string, junction: Junction | undefined): Branched => {
    if (junction) patch.push(add('junctions', to, junction));
    const role = (junction ?? junctions[to])?.kind === 'tank' ? 'return' : 'feed';
    patch.push(add('elements', hose, run('Branch hose', 6, 0.6, 'engine-bay', 90)));
    patch.push(
      add('paths', pathId, { name: 'Branch', role, from: cut.tee, to, order: [hose] } satisfies Path),
    );
    return { pathId, patch };
  };
  if (end === 'new-rail') return lead(freeId(junctions, 'rail'), rail('Second rail'));
  if (end === 'new-high-pressure')
    return lead(freeId(junctions, 'high-pressure'), makeHighPressurePump('Second high-pressure pump'));
  if (end === 'new-tank') return lead(freeId(junctions, 'tank'), { ...tank(), name: 'Second tank' });
  if (end === 'new-pump') {
    const from = tankBehind(doc, afterId);
    return from === undefined
      ? NOTHING
      : { pathId, patch: [...patch, ...pumpFrom(doc, from, cut.tee, pathId)] };
  }
  if (end === 'new-factory') {
    const id = freeId(junctions, 'factory');
    const setPa = doc.brief.basePressurePa;
    const factory: Junction = {
      kind: 'factory',
      name: 'Factory supply',
      elevationM: 0,
      setPa,
      capacityM3s: 170 * LPH,
      shutOffPa: Math.min(2e6, setPa * 1.7),
    };
    patch.push(add('junctions', id, factory));
    patch.push(add('elements', hose, { ...run('Factory line', 6, 4, 'under-body'), existing: true }));
    patch.push(
      add('paths', pathId, {
        name: 'Factory',
        role: 'feed',
        from: id,
        to: cut.tee,
        order: [hose],
      } satisfies Path),
    );
    return { pathId, patch };
  }
  return junctions[end] ? lead(end, undefined) : NOTHING;
}

/** The tank or surge tank a part's line draws from; the first tank where its line begins elsewhere. */
function tankBehind({ plumbing: { junctions, paths } }: JobDocument, afterId: string): string | undefined {
  const holds = (id: string): boolean => ['tank', 'surge'].includes(junctions[id]?.kind ?? '');
  let at = Object.values(paths).find((p) => p.order.includes(afterId))?.from;
  for (let turn = 0; at !== undefined && !holds(at) && turn < Object.keys(paths).length; turn++) {
    const here = at;
    at = Object.values(paths).find((p) => p.role === 'feed' && p.to === here)?.from;
  }
  return at !== undefined && holds(at)
    ? at
    : Object.keys(junctions).find((id) => junctions[id]!.kind === 'tank');
}

/**
 * Puts a pump that is wired already beside another one, with a strainer and a check valve of its own: from the same tank to a Y
 * behind the other and its check valve.
 * @param doc job document
 * @param besideId pump it is put beside
 * @param id id the pump keeps: its circuit and its rule name it
 * @param pump the pump
 * @returns RFC 6902 operations; none where there is no such place
 * Validity: a pump that is in a path; no part of the plan has the id.
 * @throws nothing
 * @source own convention
 * @example joinPump(fullReturnJob('x'), 'nowhere', 'pump-2', pumpElement('T255', 0)) // => []
 */
export function joinPump(
  doc: JobDocument,
  besideId: string,
  id: string,
  pump: PlumbingElement,
): PatchOperation[] {
  const place = placeOf(doc, besideId);
  if (!place) return [];
  const { elements, paths } = doc.plumbing;
  const next = place.order[place.at + 1];
  const behind = elements[next ?? '']?.kind === 'check-valve' ? next! : besideId;
  const cut = teeAfter(doc, behind);
  const from = tankBehind(doc, besideId);
  if (!cut || from === undefined) return [];
  return [...cut.patch, ...pumpLine(doc, [id, pump], { pathId: freeId(paths, 'beside'), from, to: cut.tee })];
}

/** A strainer, a pump and a check valve of its own, from a tank to a tee. */
function pumpLine(
  { plumbing: { elements } }: JobDocument,
  pump: readonly [id: string, PlumbingElement],
  { pathId, from, to }: { readonly pathId: string; readonly from: string; readonly to: string },
): PatchOperation[] {
  const parts: (readonly [string, PlumbingElement])[] = [
    [freeId(elements, 'strainer'), strainer()],
    pump,
    [freeId(elements, 'check'), { ...checkValve(), boreM: 0.0079 }],
  ];
  return [
    ...parts.map(([id, e]) => add('elements', id, e)),
    add('paths', pathId, {
      name: shortened(pump[1].name, 80),
      role: 'feed',
      from,
      to,
      order: parts.map(([id]) => id),
    } satisfies Path),
  ];
}

/** A new pump with its line and its circuit. */
function pumpFrom(doc: JobDocument, from: string, to: string, pathId: string): PatchOperation[] {
  const pump = freeId(doc.plumbing.elements, 'pump');
  const circuitId = freeId(doc.wiring.circuits, `${pump}-circuit`);
  const circuit: Circuit = { ...pumpCircuit(pump), name: 'Added pump feed' };
  return [
    ...pumpLine(doc, [pump, { ...pumpElement('T255', -0.1), name: 'Added pump' }], { pathId, from, to }),
    { op: 'add', path: `/wiring/circuits/${circuitId}`, value: circuit },
  ];
}

/**
 * Takes a whole path out with its parts and their circuits; a tee left with one way in and one way out is closed up, and a
 * junction nothing leads to goes with it.
 * @param doc job document
 * @param pathId path to take out
 * @returns patch; empty when it is not there or is the only one
 * Validity: a path that is in the job.
 * @throws nothing
 * @source own convention
 * @example removePath(fullReturnJob('x'), 'nowhere').length // => 0
 */
export function removePath(doc: JobDocument, pathId: string): PatchOperation[] {
  const { paths, junctions } = doc.plumbing;
  const gone = paths[pathId];
  if (!gone || Object.keys(paths).length < 2) return [];
  const left = new Map(Object.entries(paths).filter(([id]) => id !== pathId));
  const patch: PatchOperation[] = [{ op: 'remove', path: `/plumbing/paths/${pathId}` }];
  const parts = gone.order.filter((id) => doc.plumbing.elements[id]);
  for (const id of parts) patch.push({ op: 'remove', path: `/plumbing/elements/${id}` });
  patch.push(...parts.flatMap((id) => removeRoute(doc, id)), ...removeWiring(doc, parts));
  for (const end of new Set([gone.from, gone.to])) {
    const into = [...left].filter(([, p]) => p.to === end);
    const away = [...left].filter(([, p]) => p.from === end);
    if (into.length + away.length === 0 && junctions[end]) {
      patch.push({ op: 'remove', path: `/plumbing/junctions/${end}` });
      continue;
    }
    const [before, after] = [into[0], away[0]];
    if (junctions[end]?.kind !== 'tee' || into.length !== 1 || away.length !== 1 || !before || !after)
      continue;
    if (before[0] === after[0] || before[1].role !== after[1].role) continue;
    const joined: Path = { ...before[1], to: after[1].to, order: [...before[1].order, ...after[1].order] };
    left.set(before[0], joined);
    left.delete(after[0]);
    patch.push(
      { op: 'replace', path: `/plumbing/paths/${before[0]}`, value: joined },
      { op: 'remove', path: `/plumbing/paths/${after[0]}` },
      { op: 'remove', path: `/plumbing/junctions/${end}` },
    );
  }
  return patch;
}
