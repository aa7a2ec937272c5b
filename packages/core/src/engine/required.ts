import type { ElementOf, JobDocument } from '../document/job-document.ts';
import { risingPressure } from '../kinds/plumbing/rising-rate/shape.ts';
import type { OperatingState } from './states.ts';

/** Pressure a regulator is set to with its reference open to air, Pa gauge: the base unless it has its own. */
export const setPressure = (
  doc: JobDocument,
  e: ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>,
): number => e.setPa ?? doc.brief.basePressurePa;

/** What its set pressure becomes at a manifold pressure, Pa gauge. */
export const heldPressure = (
  doc: JobDocument,
  e: ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>,
  state: OperatingState,
): number => setPressure(doc, e) + (e.referenced ? e.ratio * state.manifold : 0);

/** The bypass regulator that rules: of several, the one set lowest. Its id and itself. */
export function rulingBypass(doc: JobDocument): readonly [string, ElementOf<'bypass-regulator'>] | undefined {
  return Object.entries(doc.plumbing.elements)
    .flatMap(([id, e]) => (e.kind === 'bypass-regulator' ? [[id, e] as const] : []))
    .sort((a, b) => setPressure(doc, a[1]) - setPressure(doc, b[1]))[0];
}

/**
 * Pressure the rails are asked to hold, Pa gauge: base, plus manifold pressure where the ruling regulator is referenced;
 * more where a rising-rate unit asks for more. A factory supply has no reference, and its rail needs none.
 */
export function requiredRail(doc: JobDocument, state: OperatingState): number {
  const elements = Object.values(doc.plumbing.elements);
  const factory = Object.values(doc.plumbing.junctions).some((j) => j.kind === 'factory');
  const regulator = rulingBypass(doc)?.[1] ?? elements.find((e) => e.kind === 'blocking-regulator');
  const ratio = !factory && regulator?.referenced ? regulator.ratio : 0;
  const base = doc.brief.basePressurePa + ratio * state.manifold;
  return elements.reduce(
    (most, e) => (e.kind === 'rising-rate' ? Math.max(most, risingPressure(e, state.manifold)) : most),
    base,
  );
}
