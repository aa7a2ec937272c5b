import type { JobDocument } from '@venula/core/document';

/** Circuits as they are shown: pumps first, then by name. The stored order means nothing. */
export function circuitOrder(doc: JobDocument): string[] {
  const { circuits } = doc.wiring;
  const rank = (id: string): number => (doc.plumbing.elements[circuits[id]!.loadId]?.kind === 'pump' ? 0 : 1);
  return Object.keys(circuits).sort(
    (a, b) =>
      rank(a) - rank(b) || circuits[a]!.name.localeCompare(circuits[b]!.name, 'en', { numeric: true }),
  );
}
