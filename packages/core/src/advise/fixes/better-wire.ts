import type { JobDocument } from '../../document/job-document.ts';
import { segmentPath } from '../../edit/paths.ts';
import type { OperatingState } from '../../engine/states.ts';
import { RELAY_RATINGS, relayTakes } from '../../kinds/wiring/relay/index.ts';
import { familyOf, wireSection, wireSizeName, type WireSize } from '../../kinds/wiring/wire/wire.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import type { FixAction } from '../../outcome/fix.ts';
import { inOneSize } from '../size-circuit.ts';
import type { FixContext } from './context.ts';

/** Heavier than this no terminal of a pump takes, m² (4 AWG). */
const HEAVIEST = 22e-6;

/** Does a change bring what is wanted? */
type Enough = (patch: readonly PatchOperation[]) => boolean;

/**
 * The lightest copper, one size for each circuit as a whole, that restores what is wanted: the wiring was what it lacked. A relay
 * whose terminals do not take it goes with it.
 */
export function wireFixes(state: OperatingState, context: FixContext, enough: Enough): Fix[] {
  const { doc, states } = context;
  const running = states.find((s) => s.state.id === state.id)?.values?.pumps ?? [];
  const circuits = Object.entries(doc.wiring.circuits).flatMap(([circuitId, { loadId }]) =>
    running.some((p) => p.id === loadId && p.circuit) ? [circuitId] : [],
  );
  const [first] = circuits.flatMap((id) => sizesOf(doc, id));
  if (!first) return [];
  const tries = familyOf(first)
    .filter((size) => wireSection(size) <= HEAVIEST)
    .flatMap((size) => changed(doc, circuits, size) ?? []);
  const most = tries.at(-1);
  // Where even the heaviest does not do it, wire is not what is lacking.
  if (!most || !enough(most.patch)) return [];
  const least = tries.find(({ patch }) => enough(patch))!;
  return [least];
}

/** Sizes of a circuit's wires, the lightest first. */
const sizesOf = (doc: JobDocument, circuitId: string): WireSize[] =>
  Object.values(doc.wiring.circuits[circuitId]!.segments)
    .flatMap((s) => (s.kind === 'wire' ? [s.size] : []))
    .sort((a, b) => wireSection(a) - wireSection(b));

/** All these circuits in one size of copper, with the relays it asks for; null where that changes nothing or no relay takes it. */
function changed(doc: JobDocument, circuits: readonly string[], size: WireSize): Fix | null {
  const patch: PatchOperation[] = [];
  const relays = new Set<number>();
  for (const circuitId of circuits) {
    patch.push(...inOneSize(doc, circuitId, size));
    for (const [id, s] of Object.entries(doc.wiring.circuits[circuitId]!.segments)) {
      if (s.kind !== 'relay' || wireSection(size) <= relayTakes(s.ratingA)) continue;
      const rating = RELAY_RATINGS.find((r) => r > s.ratingA && wireSection(size) <= relayTakes(r));
      if (rating === undefined) return null;
      relays.add(rating);
      patch.push({ op: 'replace', path: segmentPath(circuitId, id, 'ratingA'), value: rating });
    }
  }
  if (patch.length === 0) return null;
  const wires: FixAction = { act: 'pump-wires', size: wireSizeName(size), circuits: circuits.length };
  const steps: FixAction[] = [wires, ...[...relays].map((amps): FixAction => ({ act: 'fit-relay', amps }))];
  return { does: steps.length > 1 ? { act: 'several', steps } : wires, patch };
}
