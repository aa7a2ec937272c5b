import { junctionKind } from '../kinds/index.ts';
import type { JobDocument, JunctionOf } from './job-document.ts';

/** Where the engine takes its fuel: rails, or the high-pressure pumps of direct injection. */
export const consumersOf = (doc: JobDocument): readonly string[] =>
  Object.keys(doc.plumbing.junctions).filter(
    (id) => junctionKind(doc.plumbing.junctions[id]!).feeds !== null,
  );

/**
 * The high-pressure pumps of a direct-injected engine: what its low side serves.
 * @param doc job document
 * @returns id and pump each; none where the injectors sit on the rails of this plan
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example highPressurePumps(fullReturnJob('x')).length // => 0
 */
export const highPressurePumps = (
  doc: JobDocument,
): readonly (readonly [string, JunctionOf<'high-pressure-pump'>])[] =>
  Object.entries(doc.plumbing.junctions).flatMap(([id, j]) =>
    j.kind === 'high-pressure-pump' ? [[id, j] as const] : [],
  );
