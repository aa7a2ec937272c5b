import type { RunKind } from '@venula/core/prove';
import type { RunRow } from '../../api/types.ts';
import type { useStale } from './stale.tsx';

/** How a kind of test stands, by its newest run. */
export type RunStanding =
  'untried' | 'under way' | 'not passed' | 'failed' | 'unconfirmed' | 'outgrown' | 'passed';

export const newestOfKind = (runs: readonly RunRow[] | undefined, kind: RunKind): RunRow | undefined =>
  runs?.findLast((r) => r.kind === kind);

/** Whether this shop has confirmed a test that came in with a file. */
const isConfirmed = (run: RunRow): boolean => run.readings.some((r) => r.kind === 'confirm' && !r.fromFile);

export function standingOf(run: RunRow | undefined, stale: ReturnType<typeof useStale>): RunStanding {
  if (!run) return 'untried';
  if (run.fromFile && !isConfirmed(run)) return 'unconfirmed';
  const end = run.readings.find((r) => r.kind === 'sign-off');
  if (!end) return 'under way';
  if (end.payload['verdict'] === 'fail') return 'failed';
  if (end.payload['verdict'] !== 'pass') return 'not passed';
  return stale(run.kind, end) ? 'outgrown' : 'passed';
}
