import { injectorsRefitted } from '../document/consumers.ts';
import type { JobDocument } from '../document/job-document.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';

/** A line or rail that can be capped and filled. */
export interface HeldLine {
  readonly id: string;
  readonly name: string;
  /** Inside it, m³. */
  readonly volume: number;
  /** Already in the car: it has held fuel. */
  readonly existing: boolean;
}

/**
 * Lines and rails of a plan, with what each holds: what a hold can be made of.
 * @param doc job document
 * @returns lines, then rails, in the order of the plan; volumes m³
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source geometry, bores from the hose tables
 * @example heldLines(fullReturnJob('x')).length // => 3
 */
export function heldLines(doc: JobDocument): HeldLine[] {
  const { elements, junctions } = doc.plumbing;
  const lines = Object.entries(elements).flatMap(([id, e]) => {
    const line = plumbingKind(e).line(e);
    const existing = e.kind === 'run' && e.existing;
    return line
      ? [{ id, name: e.name, volume: ((Math.PI * line.bore ** 2) / 4) * line.length, existing }]
      : [];
  });
  const rails = Object.entries(junctions).flatMap(([id, j]) => {
    const volume = junctionKind(j).volume(j);
    return volume > 0 ? [{ id, name: j.name, volume, existing: !injectorsRefitted(doc) }] : [];
  });
  return [...lines, ...rails];
}

/**
 * Volume inside the lines and rails of one job: what a gas hold of all of them has to fill.
 * @param doc job document
 * @returns m³
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source as `heldLines`
 * @example lineVolume(fullReturnJob('x')) * 1000 // => 0.8699
 */
export const lineVolume = (doc: JobDocument): number =>
  heldLines(doc).reduce((sum, { volume }) => sum + volume, 0);

/**
 * Names of lines a hold was made of, as the plan calls them now.
 * @param doc job document
 * @param ids as they were stored with the hold
 * @returns names; the id of a line the plan has no more
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source none
 * @example heldNames(fullReturnJob('x'), ['feed', 'gone']).join() // => 'Feed hose,gone'
 */
export function heldNames(doc: JobDocument, ids: readonly string[]): string[] {
  const names = new Map(heldLines(doc).map(({ id, name }) => [id, name]));
  return ids.map((id) => names.get(id) ?? id);
}
