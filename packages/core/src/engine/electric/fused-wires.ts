import type { JobDocument, SegmentOf } from '../../document/job-document.ts';
import { wireAmpacity, wayOf, type PlacedSegment } from './circuits.ts';

export interface PlacedWire extends PlacedSegment {
  readonly segment: SegmentOf<'wire'>;
}
export interface PlacedFuse extends PlacedSegment {
  readonly segment: SegmentOf<'fuse'>;
}

export const isWire = (p: PlacedSegment): p is PlacedWire => p.segment.kind === 'wire';
export const isFuse = (p: PlacedSegment): p is PlacedFuse => p.segment.kind === 'fuse';
export const samePiece = (
  a: Pick<PlacedSegment, 'id' | 'circuitId'>,
  b: Pick<PlacedSegment, 'id' | 'circuitId'>,
): boolean => a.id === b.id && a.circuitId === b.circuitId;

/** Wires of a circuit drawn in it itself, feed then ground. */
export const ownWires = (doc: JobDocument, circuitId: string): PlacedWire[] =>
  (['feed', 'ground'] as const).flatMap((side) =>
    wayOf(doc, circuitId, side).filter((p): p is PlacedWire => p.circuitId === circuitId && isWire(p)),
  );

/** The last fuse on a circuit's way: the one that opens first for what lies behind it. */
export const lastFuse = (doc: JobDocument, circuitId: string): PlacedFuse | undefined =>
  wayOf(doc, circuitId, 'feed').filter(isFuse).at(-1);

/** Every wire that one fuse has to protect: behind it up to the next, in all circuits that hang on it, and their grounds. */
export function wiresBehind(doc: JobDocument, fuse: Pick<PlacedSegment, 'id' | 'circuitId'>): PlacedWire[] {
  const out: PlacedWire[] = [];
  for (const circuitId of Object.keys(doc.wiring.circuits)) {
    const feed = wayOf(doc, circuitId, 'feed');
    const at = feed.findIndex((p) => samePiece(p, fuse));
    if (at < 0) continue;
    const rest = feed.slice(at + 1);
    const next = rest.findIndex(isFuse);
    const ground = next < 0 ? wayOf(doc, circuitId, 'ground') : [];
    for (const p of [...(next < 0 ? rest : rest.slice(0, next)), ...ground])
      if (isWire(p) && !out.some((w) => samePiece(w, p))) out.push(p);
  }
  return out;
}

/** Of some wires the one that stands least, and what it stands, A. */
export function weakestWire(
  doc: JobDocument,
  wires: readonly PlacedWire[],
): { readonly wire: PlacedWire; readonly amps: number } | undefined {
  let least: { wire: PlacedWire; amps: number } | undefined;
  for (const wire of wires) {
    const amps = wireAmpacity(doc, wire.segment);
    if (!least || amps < least.amps) least = { wire, amps };
  }
  return least;
}
