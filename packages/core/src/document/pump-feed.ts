import type { ElementOf, JobDocument } from './job-document.ts';

/** What brings a pump its volts: the factory’s driver module, a controller of its own, or a relay. */
export const feedOf = ({ driver, type, speed }: ElementOf<'pump'>): 'driver' | 'controller' | 'relay' =>
  driver ? 'driver' : type === 'brushless' || speed ? 'controller' : 'relay';

/**
 * Whether a load is fed by the factory’s own driver module: a pump the engine’s controller drives. Its relay, fuse and feed are
 * in the car; none of them is drawn, ordered or made for it.
 * @param doc job document
 * @param loadId pump or other load
 * @returns true where its circuit is the factory’s
 * Validity: any id.
 * @throws nothing
 * @source common practice
 * @example isFactoryFed(fullReturnJob('x'), 'pump') // => false
 */
export function isFactoryFed(doc: JobDocument, loadId: string): boolean {
  const e = doc.plumbing.elements[loadId];
  return e?.kind === 'pump' && feedOf(e) === 'driver';
}
