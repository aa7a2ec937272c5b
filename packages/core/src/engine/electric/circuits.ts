import type { Circuit, ElectricLoad, JobDocument, Segment, SegmentOf } from '../../document/job-document.ts';
import { ruleOf } from '../../document/triggers.ts';
import { ampacity, type WirePlace } from '../../kinds/wiring/wire/ampacity.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { LOAD_VOLTS } from '../../kinds/wiring/loads/fields.ts';
import { wireLength } from '../../kinds/wiring/wire/segment.ts';
import type { CircuitElement } from './circuit-elements.ts';
import { PowerNetwork } from './power-network.ts';
import { VEHICLE_CABLE_SHARE } from '../../kinds/wiring/wire/wire.ts';
import type { Parameters } from '../parameters.ts';
import type { OperatingState } from '../states.ts';
import { runsSteadily } from '../steady-trigger.ts';

/**
 * Air around a wire where it runs, K.
 * @param doc job document
 * @param zone place
 * @returns K
 * Validity: places of the brief.
 * @throws nothing
 * @source the brief
 * @example zoneAmbient(fullReturnJob('x'), 'cabin') > 290 // => true
 */
export const zoneAmbient = (doc: JobDocument, zone: SegmentOf<'wire'>['zone']): number => {
  const e = doc.brief.electrical;
  return zone === 'engine-bay' ? e.engineBayK : zone === 'under-body' ? e.underBodyK : e.cabinK;
};

const wirePlace = (doc: JobDocument, wire: SegmentOf<'wire'>): WirePlace => ({
  ambientK: zoneAmbient(doc, wire.zone),
  engineSpace: wire.zone === 'engine-bay',
  bundled: wire.bundled,
  insulationK: wire.insulationK,
});

/**
 * What a wire carries for good where it runs in this job.
 * @param doc job document
 * @param wire wire
 * @returns A
 * Validity: sizes and places of the table.
 * @throws nothing
 * @source see ampacity
 * @example Math.round(wireAmpacity(fullReturnJob('x'), fullReturnJob('x').wiring.circuits['pump-circuit'].segments['feed-1'])) > 15 // => true
 */
export const wireAmpacity = (doc: JobDocument, wire: SegmentOf<'wire'>): number =>
  ampacity(wire.size, wire.conductor, wirePlace(doc, wire)) * Math.sqrt(cableShare(wire));

const cableShare = (wire: SegmentOf<'wire'>): number => (wire.cable === 'vehicle' ? VEHICLE_CABLE_SHARE : 1);

export { wireLength } from '../../kinds/wiring/wire/segment.ts';

const toElement = (
  doc: JobDocument,
  circuitId: string,
  id: string,
  s: Segment,
  jointOhms: Parameters['jointOhms'],
): CircuitElement => {
  if (s.kind === 'wire')
    return {
      id,
      circuitId,
      kind: 'wire',
      size: s.size,
      conductor: s.conductor,
      length: wireLength(s),
      ambientK: zoneAmbient(doc, s.zone),
      share: cableShare(s),
    };
  const { meets } = segmentKind(s);
  const ohms = jointOhms[circuitId]?.[id] ?? (meets.as === 'joint' ? meets.ohms(s) : 0);
  return { id, circuitId, kind: s.kind, ohms };
};

export const segmentsOf = (circuit: Circuit, side: 'feed' | 'ground'): { id: string; segment: Segment }[] =>
  circuit[side].flatMap((id) => {
    const segment = circuit.segments[id];
    return segment ? [{ id, segment }] : [];
  });

/** One piece on the way of a circuit, and the circuit it was drawn in. */
export interface PlacedSegment {
  readonly circuitId: string;
  readonly id: string;
  readonly segment: Segment;
}

/**
 * The whole way of a circuit on one side: what it shares with the circuit it branches off, then its own. A circuit that
 * names one that is not there, or itself, stands on its own.
 * @param doc job document
 * @param circuitId which circuit
 * @param side feed: source to load; ground: load back to source
 * @returns pieces in the order of the current
 * Validity: a circuit that is in the job; a tap that leads in a circle ends where it began.
 * @throws nothing
 * @source own convention
 * @example wayOf(fullReturnJob('x'), 'pump-circuit', 'feed').length // => 5
 */
export function wayOf(doc: JobDocument, circuitId: string, side: 'feed' | 'ground'): PlacedSegment[] {
  return walk(doc, circuitId, side, new Set());
}

function walk(
  doc: JobDocument,
  circuitId: string,
  side: 'feed' | 'ground',
  seen: Set<string>,
): PlacedSegment[] {
  const circuit = doc.wiring.circuits[circuitId];
  if (!circuit || seen.has(circuitId)) return [];
  seen.add(circuitId);
  const own = segmentsOf(circuit, side).map((s) => ({ circuitId, ...s }));
  const tap = side === 'feed' ? circuit.feedFrom : circuit.groundInto;
  if (!tap) return own;
  const shared = walk(doc, tap.circuitId, side, seen);
  const cut = shared.findIndex((s) => s.circuitId === tap.circuitId && s.id === tap.after);
  if (cut < 0) return own;
  // A feed branches off behind that piece; a ground joins ahead of it and goes on through it.
  return side === 'feed' ? [...shared.slice(0, cut + 1), ...own] : [...own, ...shared.slice(cut)];
}

/** The circuit that feeds a load, if the plan has one that can carry current. */
const circuitFor = (doc: JobDocument, loadId: string): [string, Circuit] | undefined =>
  Object.entries(doc.wiring.circuits).find(
    ([id, c]) =>
      c.loadId === loadId && wayOf(doc, id, 'feed').length > 0 && wayOf(doc, id, 'ground').length > 0,
  );

/** All circuits of a plan that end in something, as one network; ids are those of the loads. */
export function powerNetwork(
  doc: JobDocument,
  loadIds: readonly string[],
  jointOhms: Parameters['jointOhms'] = {},
): PowerNetwork {
  return new PowerNetwork(
    loadIds.flatMap((id) => {
      const circuitId = circuitFor(doc, id)?.[0];
      if (circuitId === undefined) return [];
      const side = (s: 'feed' | 'ground') =>
        wayOf(doc, circuitId, s).map((p) => toElement(doc, p.circuitId, p.id, p.segment, jointOhms));
      return [{ id, feed: side('feed'), ground: side('ground') }];
    }),
  );
}

export { LOAD_VOLTS } from '../../kinds/wiring/loads/fields.ts';

/** Current of a load that is no pump, A at V. */
export const loadCurrent =
  (load: ElectricLoad) =>
  (volts: number): number =>
    load.draws === 'current' ? load.amps : (load.amps * volts) / LOAD_VOLTS;

/** Whether a load that is no pump is on in a state: by its rule, or as it says itself. */
export function loadRuns(
  doc: JobDocument,
  loadId: string,
  load: ElectricLoad,
  state: OperatingState,
): boolean {
  if (state.running) return state.running.has(loadId);
  const { id, rule } = ruleOf(doc, loadId);
  // Forcing is for pumps: adjusting a regulator does not switch the fans on.
  const unforced = state.forced ? { ...state, forced: false } : state;
  return (id === undefined && load.when === 'always') || runsSteadily(rule, unforced);
}
