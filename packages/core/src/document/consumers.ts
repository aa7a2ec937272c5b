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

/**
 * Whether this job takes the injectors out and puts injectors in: not where an add-on supply leaves the rail alone, and not the high
 * side of direct injection.
 * @param doc job document
 * @returns true where injectors are sealed anew
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example injectorsRefitted(fullReturnJob('x')) // => true
 */
export const injectorsRefitted = (doc: JobDocument): boolean =>
  highPressurePumps(doc).length === 0 &&
  !(doc.brief.injectors.existing === true && doc.plumbing.style === 'supplementary');
