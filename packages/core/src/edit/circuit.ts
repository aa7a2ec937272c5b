import { shortened } from '../quantities/text.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import type {
  Circuit,
  ElectricLoad,
  ElementOf,
  JobDocument,
  Segment,
  Tap,
} from '../document/job-document.ts';
import { LOAD_OFFERS, loadKind, SEGMENT_OFFERS } from '../kinds/wiring/index.ts';
import {
  controllerCircuit,
  driverCircuit,
  pumpCircuit,
  senderCircuit,
  smallCircuit,
} from '../document/pieces.ts';
import { feedByReader } from '../document/reader-fed.ts';
import { feedOf } from '../document/pump-feed.ts';
import { dropRule } from '../document/triggers.ts';

/** Where an edit leaves the plan: the patch, and the thing that was added. */
export interface Added {
  readonly id: string;
  readonly patch: readonly PatchOperation[];
}

/** Pieces that can be put into a circuit, with figures that are a fair start. */
export const NEW_SEGMENTS = SEGMENT_OFFERS;

/** Loads that are not pumps, with what one of them usually takes (typical). */
export const NEW_LOADS = LOAD_OFFERS;

const free = (taken: object, stem: string): string => {
  if (!(stem in taken)) return stem;
  let n = 2;
  while (`${stem}-${n}` in taken) n += 1;
  return `${stem}-${n}`;
};

const at = (circuitId: string): string => `/wiring/circuits/${circuitId}`;

/**
 * Puts a piece into a circuit behind another one.
 * @param doc job document
 * @param circuitId which circuit
 * @param after piece it comes behind; null: first on the feed
 * @param kind what to put in
 * @returns the new piece's id and the patch
 * Validity: a circuit that is in the job.
 * @throws nothing
 * @source own convention
 * @example insertSegment(fullReturnJob('x'), 'pump-circuit', 'fuse', 'wire').id // => 'wire'
 */
export function insertSegment(
  doc: JobDocument,
  circuitId: string,
  after: string | null,
  kind: Segment['kind'],
): Added {
  const circuit = doc.wiring.circuits[circuitId]!;
  const made = NEW_SEGMENTS.find((s) => s.kind === kind)!;
  const id = free(circuit.segments, kind);
  const side = after !== null && circuit.ground.includes(after) ? 'ground' : 'feed';
  const index = after === null ? 0 : circuit[side].indexOf(after) + 1;
  return {
    id,
    patch: [
      { op: 'add', path: `${at(circuitId)}/segments/${id}`, value: { ...made.make(), name: made.name } },
      { op: 'add', path: `${at(circuitId)}/${side}/${index}`, value: id },
    ],
  };
}

/**
 * Takes a piece out of its circuit.
 * @param doc job document
 * @param circuitId circuit
 * @param id piece
 * @returns patch
 * Validity: a piece of that circuit.
 * @throws nothing
 * @source own convention
 * @example removeSegment(fullReturnJob('x'), 'pump-circuit', 'plug').some((o) => o.op === 'remove') // => true
 */
export function removeSegment(doc: JobDocument, circuitId: string, id: string): PatchOperation[] {
  const circuit = doc.wiring.circuits[circuitId]!;
  const side = circuit.ground.includes(id) ? 'ground' : 'feed';
  const index = circuit[side].indexOf(id);
  return [
    ...(index < 0 ? [] : [{ op: 'remove', path: `${at(circuitId)}/${side}/${index}` } as const]),
    { op: 'remove', path: `${at(circuitId)}/segments/${id}` },
  ];
}

/**
 * Moves a piece along its side, by so many places.
 * @param doc job document
 * @param circuitId circuit
 * @param id piece
 * @param by places, negative toward the source
 * @returns patch; empty where it cannot go farther
 * Validity: a piece of that circuit.
 * @throws nothing
 * @source own convention
 * @example moveSegment(fullReturnJob('x'), 'pump-circuit', 'fuse', 1)[0].op // => 'replace'
 */
export function moveSegment(doc: JobDocument, circuitId: string, id: string, by: number): PatchOperation[] {
  const circuit = doc.wiring.circuits[circuitId]!;
  const side = circuit.ground.includes(id) ? 'ground' : 'feed';
  const order = [...circuit[side]];
  const from = order.indexOf(id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= order.length) return [];
  order.splice(from, 1);
  order.splice(to, 0, id);
  return [{ op: 'replace', path: `${at(circuitId)}/${side}`, value: order }];
}

/**
 * A circuit for a load that has none: the usual one, to be changed from there.
 * @param doc job document
 * @param loadId pump or other load
 * @param name of the load
 * @returns the circuit's id and the patch
 * Validity: a load that is in the job.
 * @throws nothing
 * @source own convention
 * @example addCircuit(fullReturnJob('x'), 'fan', 'Fan').id // => 'circuit'
 */
export function addCircuit(doc: JobDocument, loadId: string, name: string): Added {
  const id = free(doc.wiring.circuits, 'circuit');
  return { id, patch: [{ op: 'add', path: at(id), value: usualCircuit(doc, loadId, name) }] };
}

const FEEDS = {
  driver: driverCircuit,
  controller: (loadId: string): Circuit =>
    controllerCircuit(loadId, { size: 'awg-6', fuseA: 50, controllerA: 50 }),
  relay: (loadId: string): Circuit => pumpCircuit(loadId),
} as const;

/** The usual circuit of a pump that is fed as this one. */
export const pumpFeed = (loadId: string, pump: ElementOf<'pump'>): Circuit => FEEDS[feedOf(pump)](loadId);

/** What usually feeds a load: its own relay and heavy wire, a brushless pump's controller, or no more than a small fuse. */
export function usualCircuit(doc: JobDocument, loadId: string, name: string, load?: ElectricLoad): Circuit {
  const known = load ?? doc.wiring.loads?.[loadId];
  const fed = feedByReader(known);
  if (fed) return senderCircuit(loadId, shortened(name, 60), fed);
  if (known && loadKind(known).fedBy === 'small-fuse') return smallCircuit(loadId, shortened(name, 60));
  const pump = doc.plumbing.elements[loadId];
  const usual = pump?.kind === 'pump' ? pumpFeed(loadId, pump) : pumpCircuit(loadId);
  if (pump?.kind === 'pump' && feedOf(pump) !== 'relay')
    return { ...usual, name: shortened(`${name} feed`, 80) };
  const segments = Object.fromEntries(
    Object.entries(usual.segments).map(([key, s]) => [
      key,
      {
        ...s,
        name: shortened(
          s.name.replace(/\b[Pp]ump\b/, () => name),
          80,
        ),
      },
    ]),
  );
  return { ...usual, segments, name: shortened(`${name} feed`, 80) };
}

/**
 * A load that is no pump, with the usual circuit to it.
 * @param doc job document
 * @param kind kind of load
 * @returns patch, and the ids of what it adds
 * Validity: kinds of the registry.
 * @throws nothing
 * @source common practice
 * @example addLoad(fullReturnJob('x'), 'fan').patch.length > 1 // => true
 */
export function addLoad(doc: JobDocument, kind: ElectricLoad['kind']): Added {
  const made = NEW_LOADS.find((l) => l.kind === kind)!;
  const loads = doc.wiring.loads ?? {};
  const loadId = free({ ...loads, ...doc.plumbing.elements }, kind);
  const load = made.make();
  const id = free(doc.wiring.circuits, 'circuit');
  const circuit: PatchOperation = {
    op: 'add',
    path: at(id),
    value: usualCircuit(doc, loadId, made.name, load),
  };
  const put: PatchOperation = doc.wiring.loads
    ? { op: 'add', path: `/wiring/loads/${loadId}`, value: load }
    : { op: 'add', path: '/wiring/loads', value: { [loadId]: load } };
  return { id, patch: [put, circuit] };
}

/** Takes circuits out; what hung on them and stays goes back to its own supply. */
function dropCircuits(doc: JobDocument, gone: readonly string[]): PatchOperation[] {
  const untapped = Object.entries(doc.wiring.circuits).flatMap(([id, c]) =>
    (['feedFrom', 'groundInto'] as const).flatMap((side): PatchOperation[] => {
      const on = c[side]?.circuitId;
      return on !== undefined && gone.includes(on) && !gone.includes(id)
        ? [{ op: 'remove', path: `${at(id)}/${side}` }]
        : [];
    }),
  );
  return [...untapped, ...gone.map((id): PatchOperation => ({ op: 'remove', path: at(id) }))];
}

/**
 * Takes a circuit out; a load that is no pump goes with its last one.
 * @param doc job document
 * @param circuitId circuit
 * @returns patch
 * Validity: a circuit that is in the job.
 * @throws nothing
 * @source own convention
 * @example removeCircuit(fullReturnJob('x'), 'pump-circuit').some((o) => o.op === 'remove') // => true
 */
export function removeCircuit(doc: JobDocument, circuitId: string): PatchOperation[] {
  const { circuits, loads } = doc.wiring;
  const { loadId } = circuits[circuitId]!;
  const others = Object.entries(circuits).some(([id, c]) => id !== circuitId && c.loadId === loadId);
  return [
    ...dropCircuits(doc, [circuitId]),
    ...(loads?.[loadId] && !others
      ? [{ op: 'remove', path: `/wiring/loads/${loadId}` } as const, ...dropRule(doc, loadId)]
      : []),
  ];
}

/** What goes with loads that are taken out of the plan: their circuits and their rules. */
export function removeWiring(doc: JobDocument, loadIds: readonly string[]): PatchOperation[] {
  const gone = Object.entries(doc.wiring.circuits).flatMap(([id, c]) =>
    loadIds.includes(c.loadId) ? [id] : [],
  );
  return [...dropCircuits(doc, gone), ...loadIds.flatMap((id) => dropRule(doc, id))];
}

/**
 * Hangs a circuit’s feed or ground on a piece of another, or back on its own supply.
 * @param doc job document
 * @param circuitId circuit
 * @param side feed or ground
 * @param to piece and circuit it hangs on, or nothing
 * @returns patch
 * Validity: a circuit of tapTargets.
 * @throws nothing
 * @source own convention
 * @example setTap(fullReturnJob('x'), 'pump-circuit', 'feedFrom', undefined) // => []
 */
export function setTap(
  doc: JobDocument,
  circuitId: string,
  side: 'feedFrom' | 'groundInto',
  tap: Tap | null,
): PatchOperation[] {
  const path = `${at(circuitId)}/${side}`;
  if (tap) return [{ op: 'add', path, value: tap }];
  return doc.wiring.circuits[circuitId]![side] ? [{ op: 'remove', path }] : [];
}

/**
 * Circuits another one may hang on without ending up on itself.
 * @param doc job document
 * @param circuitId circuit
 * @param side feed or ground
 * @returns ids of circuits
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example tapTargets(fullReturnJob('x'), 'pump-circuit', 'feedFrom') // => []
 */
export function tapTargets(doc: JobDocument, circuitId: string, side: 'feedFrom' | 'groundInto'): string[] {
  const { circuits } = doc.wiring;
  const hangsOn = (id: string | undefined): boolean => {
    const seen = new Set<string>();
    for (let c = id; c !== undefined && !seen.has(c); c = circuits[c]?.[side]?.circuitId) {
      if (c === circuitId) return true;
      seen.add(c);
    }
    return false;
  };
  return Object.keys(circuits).filter((id) => !hangsOn(id));
}
