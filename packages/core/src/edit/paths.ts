import type { Circuit, JobDocument, Segment } from '../document/job-document.ts';

/** Copies of a design with one thing changed; the design itself is never written to. */
export const withSegment = (
  doc: JobDocument,
  circuitId: string,
  segmentId: string,
  segment: Segment,
): JobDocument => {
  const circuit = doc.wiring.circuits[circuitId]!;
  return withCircuit(doc, circuitId, { ...circuit, segments: { ...circuit.segments, [segmentId]: segment } });
};

export const withCircuit = (doc: JobDocument, circuitId: string, circuit: Circuit): JobDocument => ({
  ...doc,
  wiring: { ...doc.wiring, circuits: { ...doc.wiring.circuits, [circuitId]: circuit } },
});

/**
 * JSON Pointer of a part’s field.
 * @param id part
 * @param field its field
 * @returns pointer
 * Validity: ids and fields without "/" or "~", as the format asks.
 * @throws nothing
 * @source RFC 6901
 * @example elementPath('feed', 'lengthM') // => '/plumbing/elements/feed/lengthM'
 */
export const elementPath = (id: string, field: string): string => `/plumbing/elements/${id}/${field}`;
export const segmentPath = (circuitId: string, segmentId: string, field: string): string =>
  `/wiring/circuits/${circuitId}/segments/${segmentId}/${field}`;
