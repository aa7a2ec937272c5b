import type { Circuit, JobDocument } from '../document/job-document.ts';
import { setOrigin } from '../edit/figures.ts';
import { segmentPath } from '../edit/paths.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { vec } from './clearance.ts';
import { placeOf } from './places.ts';
import { railOf } from './usual-car.ts';

/** Loops at both ends and round what is in the way (estimate). */
const SLACK = 1.1;
/** The tape is read to this, m. */
const STEP = 0.01;
const LEAST = 0.1;

/** How long the way of a circuit is in the car, m, and what its wires add up to now. */
export interface WireWay {
  readonly circuitId: string;
  readonly side: 'feed' | 'ground';
  readonly name: string;
  /** m. */
  readonly way: number;
  readonly now: number;
}

/**
 * How long the wires of each circuit are by the car: from the battery to the frame rail, along it, and over to the pump. A
 * ground that ends at the body near its pump is not asked.
 * @param doc job document
 * @returns ways whose ends both have a place in the car
 * Validity: cars with a battery; loads that stand on a drawn line or in the tank.
 * @throws nothing
 * @source own convention: along the rail, a tenth more for loops (estimate)
 * @example wireWays(fullReturnJob('x')).length // => 0
 */
export function wireWays(doc: JobDocument): WireWay[] {
  const vehicle = doc.routing?.vehicle;
  if (!vehicle?.battery) return [];
  const from = vec(vehicle.battery);
  const rail = railOf(vehicle);
  return Object.entries(doc.wiring.circuits).flatMap(([circuitId, circuit]) => {
    const to = placeOf(doc, circuit.loadId);
    // A circuit that branches off another begins where that one does not say.
    if (!to || circuit.feedFrom) return [];
    const across = Math.min(
      Math.abs(from[1] - rail) + Math.abs(to[1] - rail),
      Math.abs(from[1] + rail) + Math.abs(to[1] + rail),
    );
    const way =
      Math.round((SLACK * (Math.abs(from[0] - to[0]) + across + Math.abs(from[2] - to[2]))) / STEP) * STEP;
    const sides = groundsAtBattery(circuit) ? (['feed', 'ground'] as const) : (['feed'] as const);
    return sides.flatMap((side): WireWay[] => {
      const now = wiresOf(circuit, side).reduce((sum, w) => sum + w.lengthM, 0);
      return now > 0 ? [{ circuitId, side, name: circuit.name, way, now }] : [];
    });
  });
}

const wiresOf = (circuit: Circuit, side: 'feed' | 'ground'): { id: string; lengthM: number }[] =>
  circuit[side].flatMap((id) => {
    const s = circuit.segments[id];
    return s?.kind === 'wire' ? [{ id, lengthM: s.lengthM }] : [];
  });

/** Its ground is a wire back to the battery, not a bolt in the body nor another circuit's ground. */
const groundsAtBattery = ({ ground, segments, groundInto }: Circuit): boolean =>
  !groundInto && ground.length > 0 && ground.every((id) => segments[id]?.kind !== 'chassis');

/**
 * Gives the wires of every circuit the lengths the car says: the longest of each way takes up what the others leave.
 * @param doc job document
 * @returns RFC 6902 operations, lengths marked as routed; none where nothing differs by 2 in
 * Validity: as wireWays; lengths within 0.1 to 30 m.
 * @throws nothing
 * @source see wireWays
 * @example takeWireWays(fullReturnJob('x')) // => []
 */
export function takeWireWays(doc: JobDocument): PatchOperation[] {
  return wireWays(doc).flatMap(({ circuitId, side, way, now }) => {
    if (Math.abs(way - now) < 0.05) return [];
    const wires = wiresOf(doc.wiring.circuits[circuitId]!, side);
    const longest = wires.reduce((a, b) => (b.lengthM > a.lengthM ? b : a));
    const value = Math.min(30, Math.max(LEAST, way - (now - longest.lengthM)));
    const path = segmentPath(circuitId, longest.id, 'lengthM');
    return [{ op: 'replace' as const, path, value }, ...setOrigin(doc, path, value, 'routed')];
  });
}
