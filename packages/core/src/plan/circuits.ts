import type { Circuit, JobDocument, Segment } from '../design/job-document.ts';
import { ampacity, type WirePlace } from '../wiring/ampacity.ts';
import { fuseOhms, solveCircuit, type CircuitElement, type CircuitSolution } from '../wiring/circuit.ts';
import type { SegmentOf } from '../design/job-document.ts';

export const zoneAmbient = (doc: JobDocument, zone: SegmentOf<'wire'>['zone']): number => {
  const e = doc.brief.electrical;
  return zone === 'engine-bay' ? e.engineBayK : zone === 'under-body' ? e.underBodyK : e.cabinK;
};

export const wirePlace = (doc: JobDocument, wire: SegmentOf<'wire'>): WirePlace => ({
  ambientK: zoneAmbient(doc, wire.zone),
  engineSpace: wire.zone === 'engine-bay',
  bundled: wire.bundled,
  insulationK: wire.insulationK,
});

/** A of a wire where it runs in this job. */
export const wireAmpacity = (doc: JobDocument, wire: SegmentOf<'wire'>): number =>
  ampacity(wire.size, wire.conductor, wirePlace(doc, wire));

const toElement = (doc: JobDocument, id: string, s: Segment): CircuitElement => {
  switch (s.kind) {
    case 'wire':
      return {
        id,
        kind: 'wire',
        size: s.size,
        conductor: s.conductor,
        length: s.lengthM,
        ambientK: zoneAmbient(doc, s.zone),
      };
    case 'fuse':
      return { id, kind: 'fuse', ohms: fuseOhms(s.ratingA) };
    case 'relay':
      return { id, kind: 'relay', ohms: s.contactOhms };
    case 'connector':
    case 'chassis':
      return { id, kind: s.kind, ohms: s.ohms };
  }
};

export const segmentsOf = (circuit: Circuit, side: 'feed' | 'ground'): { id: string; segment: Segment }[] =>
  circuit[side].flatMap((id) => {
    const segment = circuit.segments[id];
    return segment ? [{ id, segment }] : [];
  });

/** The circuit that feeds a load, if the plan has one that can carry current. */
export const circuitFor = (doc: JobDocument, loadId: string): [string, Circuit] | undefined =>
  Object.entries(doc.wiring.circuits).find(
    ([, c]) => c.loadId === loadId && c.feed.length > 0 && c.ground.length > 0,
  );

/** Volts and drops of one circuit at a supply, for a load whose current depends on its volts. */
export type PreparedCircuit = (supplyVolts: number, currentAt: (volts: number) => number) => CircuitSolution;

/** Reads a circuit of the plan once, for many solves. */
export function prepareCircuit(doc: JobDocument, circuit: Circuit): PreparedCircuit {
  const side = (s: 'feed' | 'ground') =>
    segmentsOf(circuit, s).map(({ id, segment }) => toElement(doc, id, segment));
  const feed = side('feed');
  const ground = side('ground');
  const ohms = doc.brief.electrical.sourceOhms;
  return (volts, currentAt) => solveCircuit({ volts, ohms }, feed, ground, currentAt);
}
