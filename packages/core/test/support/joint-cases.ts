import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { sayMade } from '../../src/public/edit.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { connectionsOf } from '../../src/public/supply.ts';
import { applied } from './examples.ts';

type Case = readonly [JobDocument, readonly PatchOperation[]];
const plain = fullReturnJob('x');

/** The same with a pipe thread in its filter, which an adapter is screwed into. */
export const withTaper: JobDocument = applied(plain, [
  { op: 'add', path: '/plumbing/elements/filter/inlet', value: 'npt-3/8-f' },
]);

/** Id of a joint of a kind in a plan, as the list of joints names it. */
export const jointOf = (doc: JobDocument, kind: string): string =>
  connectionsOf(doc).flatMap((c) =>
    c.meetings.flatMap((m, n) => (m.kind === kind ? [n === 0 ? c.id : `${c.id}:${n + 1}`] : [])),
  )[0]!;

const made = (doc: JobDocument, kind: string, said: Parameters<typeof sayMade>[2]): Case => [
  doc,
  sayMade(doc, jointOf(doc, kind), said),
];

/** Each way a joint is made wrong, and an old hose. */
export const JOINT_CASES = {
  JOINT_DRESSED: made(plain, 'cone', { thread: 'tape' }),
  JOINT_DRY: made(withTaper, 'taper', { thread: 'bare' }),
  JOINT_TAPE: made(withTaper, 'taper', { thread: 'tape' }),
  JOINT_SEAL_USED: made(plain, 'o-ring', { seal: 'used' }),
  HOSE_OLD: [
    applied(plain, [{ op: 'replace', path: '/plumbing/elements/feed/hose', value: 'injection' }]),
    [{ op: 'add', path: '/plumbing/elements/feed/ageYears', value: 14 }],
  ],
} satisfies Readonly<Record<string, Case>>;
