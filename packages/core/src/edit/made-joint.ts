import type { JobDocument } from '../document/job-document.ts';
import type { MadeJoint } from '../document/made-joints.ts';
import type { PatchOperation } from '../outcome/finding.ts';

/**
 * Says how a joint is made. What nobody said is left out; a joint of which nothing is said any more goes from the list.
 * @param doc job document
 * @param joint id of the joint
 * @param said what is on its thread, whether its seal is new, what it is made of; undefined takes back what was said
 * @returns RFC 6902 operations
 * Validity: joints of `jointList`; up to 400 of them.
 * @throws nothing
 * @source own convention
 * @example sayMade(fullReturnJob('x'), 'feed:tank:pump', { thread: 'tape' })[0].value[0].thread // => 'tape'
 */
export function sayMade(
  doc: JobDocument,
  joint: string,
  said: Partial<Omit<MadeJoint, 'joint'>>,
): PatchOperation[] {
  const made = doc.plumbing.made ?? [];
  const merged = { ...made.find((m) => m.joint === joint), ...said };
  const entry: MadeJoint = {
    joint,
    ...(merged.thread === undefined ? {} : { thread: merged.thread }),
    ...(merged.seal === undefined ? {} : { seal: merged.seal }),
    ...(merged.metal === undefined ? {} : { metal: merged.metal }),
  };
  const others = made.filter((m) => m.joint !== joint);
  const value = Object.keys(entry).length > 1 ? [...others, entry] : others;
  return [{ op: 'add', path: '/plumbing/made', value }];
}
