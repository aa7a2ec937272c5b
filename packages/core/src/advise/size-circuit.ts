import { pumpDropOf } from '../document/shop-limits.ts';
import { segmentPath, withCircuit } from '../edit/paths.ts';
import type { JobDocument, Segment } from '../document/job-document.ts';
import type { PatchOperation } from '../outcome/finding.ts';
import { formatQuantity } from '../quantities/format.ts';
import { RELAY_RATINGS, relayTakes } from '../kinds/wiring/relay/index.ts';
import { chooseFuse, FUSE_CONTINUOUS_SHARE } from '../kinds/wiring/fuse/fuse.ts';
import { familyOf, wireSection, wireSizeName, type WireSize } from '../kinds/wiring/wire/wire.ts';
import { wayDrop } from '../engine/electric/circuit-elements.ts';
import { Engine } from '../engine/engine.ts';
import type { Loaded } from '../engine/electric/electric-load.ts';
import { AS_PLANNED } from '../engine/parameters.ts';
import { lastFuse, ownWires, samePiece, weakestWire, wiresBehind } from '../engine/electric/fused-wires.ts';

/** One gauge tried, and why it will not do; null: it does. */
export interface GaugeTried {
  readonly size: WireSize;
  readonly fails: string | null;
}

export interface CircuitSizing {
  readonly size: WireSize;
  readonly fuse: number | null;
  readonly relay: number | null;
  /** Volts then lost out and back, joints included. */
  readonly lost: number;
  readonly tried: readonly GaugeTried[];
  /** Why these, a sentence each. */
  readonly reasons: readonly string[];
  readonly patch: readonly PatchOperation[];
}

/** What wires may lose where joints lose the rest of the half volt, V. */
const LEAST_FOR_WIRES = 0.2;

const amps = (value: number): string => formatQuantity('amps', value, 'us').text;
const volts = (value: number): string => formatQuantity('volts', value, 'us').text;

/** Every own wire of a circuit in copper and one size. */
function regauged(doc: JobDocument, circuitId: string, size: WireSize): JobDocument {
  const circuit = doc.wiring.circuits[circuitId]!;
  const segments: Record<string, Segment> = { ...circuit.segments };
  for (const { id, segment } of ownWires(doc, circuitId)) {
    segments[id] = { ...segment, conductor: 'copper', size };
  }
  return withCircuit(doc, circuitId, { ...circuit, segments });
}

/** Patches from one circuit to another with the same pieces. */
function wirePatch(before: JobDocument, after: JobDocument, circuitId: string): PatchOperation[] {
  return ownWires(before, circuitId).flatMap(({ id, segment }) => {
    const to = after.wiring.circuits[circuitId]!.segments[id];
    if (to?.kind !== 'wire') return [];
    return (['size', 'conductor'] as const)
      .filter((field) => segment[field] !== to[field])
      .map((field): PatchOperation => ({
        op: 'replace',
        path: segmentPath(circuitId, id, field),
        value: to[field],
      }));
  });
}

/** The change that puts every own wire of a circuit in copper and one size. */
export const inOneSize = (doc: JobDocument, circuitId: string, size: WireSize): PatchOperation[] =>
  wirePatch(doc, regauged(doc, circuitId, size), circuitId);

/**
 * The smallest gauge that keeps the drop and stands the current, the fuse that then fits between load and wire, and a
 * relay with headroom: tried one by one on the whole plan.
 * @param doc job document
 * @param loaded the circuit at the state in which it carries most
 * @param allowed volts that may be lost out and back, joints included; absent: what good work reaches in this shop
 * @returns what to fit with reasons and the patch that does it; null where nothing on offer will do
 * Validity: own wires of the circuit; shared pieces are sized in the circuit they are drawn in.
 * @throws nothing
 * @source half a volt out and back: common practice; ABYC E-11 fuse rules; ISO 8820-3; heat balance
 * @example sizeCircuit(fullReturnJob('x'), hardest(fullReturnJob('x'), evaluateStates(fullReturnJob('x')), 'pump-circuit')).fuse // => 20
 */
export function sizeCircuit(
  doc: JobDocument,
  loaded: Loaded,
  allowed = pumpDropOf(doc),
): CircuitSizing | null {
  const { circuitId, circuit, state } = loaded;
  const first = ownWires(doc, circuitId)[0];
  if (!first) return null;
  const tried: GaugeTried[] = [];
  let engine: Engine | undefined;
  for (const size of familyOf(first.segment.size)) {
    const candidate = regauged(doc, circuitId, size);
    const solved = (engine = new Engine(candidate, AS_PLANNED, engine)).solve(state).solution;
    const solution = solved?.pumps.get(circuit.loadId)?.circuit ?? solved?.loads.get(circuit.loadId);
    if (!solution) return null;
    const stands = weakestWire(candidate, ownWires(candidate, circuitId))!.amps;
    const fail = (why: string): void => void tried.push({ size, fails: why });
    // What may be lost out and back; bad joints are no reason for wire of any weight.
    const limit = Math.max(allowed - solution.jointDrop, LEAST_FOR_WIRES);
    if (solution.conductorDrop > limit) {
      fail(`loses ${volts(solution.conductorDrop)} in the wires, ${volts(limit)} is the limit`);
      continue;
    }
    const relay = relayFor(candidate, circuitId, solution.amps, size);
    if (relay === null) {
      fail(`no relay listed takes ${amps(solution.amps)} and ${wireSizeName(size)} in its socket`);
      continue;
    }
    if (stands < solution.amps) {
      fail(`good for ${amps(stands)} where it runs, carries ${amps(solution.amps)}`);
      continue;
    }
    const present = lastFuse(candidate, circuitId);
    const own = present?.circuitId === circuitId ? present : undefined;
    const carried = own
      ? (solution.feed.find((d) => samePiece(d, own))?.amps ?? solution.amps)
      : solution.amps;
    const others = carried - solution.amps;
    // A fuse with nothing but joints behind it has no wire of its own to protect.
    const behind = (own && weakestWire(candidate, wiresBehind(candidate, own))?.amps) ?? stands;
    const rating = own
      ? chooseFuse(carried, behind, {
          ...loaded.inrush,
          peak: loaded.inrush.peak + others,
          steady: solution.amps + others,
        })
      : null;
    if (rating === undefined) {
      fail(`no fuse fits between ${amps(carried)} of load and ${amps(behind)} the wire stands`);
      continue;
    }
    tried.push({ size, fails: null });
    const patch = wirePatch(doc, candidate, circuitId);
    const reasons = [
      `${wireSizeName(size)} copper loses ${volts(solution.conductorDrop)} of the ${volts(limit)} allowed and is good for ${amps(stands)} where it runs.`,
    ];
    if (own && rating !== null) {
      if (own.segment.ratingA !== rating)
        patch.push({ op: 'replace', path: segmentPath(circuitId, own.id, 'ratingA'), value: rating });
      reasons.push(
        `A ${rating} A fuse: ${amps(carried)} is ${Math.round((carried / rating) * 100)}% of it, the start of ${amps(loaded.inrush.peak)} does not open it, and the wire behind it stands ${amps(behind)}.`,
      );
    }
    if (relay) {
      if (relay.patch) patch.push(relay.patch);
      reasons.push(
        `A ${relay.rating} A relay: ${amps(solution.amps)} stays below 80% of its contact, with a motor's start in it, and its terminals take ${wireSizeName(size)}.`,
      );
    }
    return {
      size,
      fuse: rating,
      relay: relay?.rating ?? null,
      lost: wayDrop(solution),
      tried,
      reasons,
      patch,
    };
  }
  return null;
}

/** The circuit's relay, or the next one whose contact and terminals do; undefined: it has none, null: none on offer does. */
function relayFor(
  doc: JobDocument,
  circuitId: string,
  load: number,
  size: WireSize,
): { readonly rating: number; readonly patch?: PatchOperation } | null | undefined {
  const [id, relay] =
    Object.entries(doc.wiring.circuits[circuitId]!.segments).find(([, s]) => s.kind === 'relay') ?? [];
  if (id === undefined || relay?.kind !== 'relay') return undefined;
  const does = (rating: number): boolean =>
    load <= FUSE_CONTINUOUS_SHARE * rating && wireSection(size) <= relayTakes(rating);
  if (does(relay.ratingA)) return { rating: relay.ratingA };
  const rating = RELAY_RATINGS.find((r) => r > relay.ratingA && does(r));
  if (rating === undefined) return null;
  return { rating, patch: { op: 'replace', path: segmentPath(circuitId, id, 'ratingA'), value: rating } };
}
