import { isFactoryFed } from '../document/pump-feed.ts';
import type {
  Device,
  Harness,
  HarnessWire,
  JobDocument,
  PieceRef,
  Segment,
} from '../document/job-document.ts';
import { segmentKind } from '../kinds/wiring/index.ts';
import { wireLength } from '../engine/electric/circuits.ts';

/** The piece of a circuit a drawn part or wire stands for. */
export const pieceOf = (doc: JobDocument, of: PieceRef | undefined): Segment | undefined =>
  of && doc.wiring.circuits[of.circuitId]?.segments[of.segmentId];

/** A piece as a key of a map. */
export const pieceKey = ({ circuitId, segmentId }: PieceRef): string => `${circuitId}/${segmentId}`;

/** A drawn part with the figures of the piece it stands for: they are typed once, in the circuit. */
function deviceFigures(device: Device, piece: Segment | undefined): Device {
  if (!piece || !('of' in device) || !device.of) return device;
  const drawn = segmentKind(piece).drawn;
  return drawn && drawn.device(piece, device.of).kind === device.kind
    ? drawn.refreshed(device, piece)
    : device;
}

const wireFigures = (wire: HarnessWire, piece: Segment | undefined): HarnessWire =>
  piece?.kind === 'wire'
    ? { ...wire, name: piece.name, color: piece.color, size: piece.size, lengthM: wireLength(piece) }
    : wire;

export const withFigures = (doc: JobDocument, harness: Harness): Harness => ({
  devices: Object.fromEntries(
    Object.entries(harness.devices).map(([id, d]) => [
      id,
      deviceFigures(d, pieceOf(doc, 'of' in d ? d.of : undefined)),
    ]),
  ),
  wires: Object.fromEntries(
    Object.entries(harness.wires).map(([id, w]) => [id, wireFigures(w, pieceOf(doc, w.of))]),
  ),
});

/** Pieces of circuits a drawn harness does not have: they came after it was drawn. */
export function undrawnPieces(doc: JobDocument, harness: Harness): string[] {
  const drawn = new Set(
    [...Object.values(harness.devices), ...Object.values(harness.wires)].flatMap((x) =>
      'of' in x && x.of !== undefined ? [pieceKey(x.of)] : [],
    ),
  );
  const wired = Object.entries(doc.wiring.circuits).filter(([, c]) => !isFactoryFed(doc, c.loadId));
  return wired.flatMap(([circuitId, c]) =>
    [...c.feed, ...c.ground].flatMap((segmentId) => {
      const piece = c.segments[segmentId];
      return piece && !drawn.has(pieceKey({ circuitId, segmentId })) ? [piece.name] : [];
    }),
  );
}
