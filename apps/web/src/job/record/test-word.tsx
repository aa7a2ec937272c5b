import type { JobHead } from '../../api/types.ts';
import { sayVerdict } from './verdict.tsx';

/** What is to be seen to on the car: a test that failed or is under way; else what was last done. */
export function TestWord({ test: { what, verdict } }: { readonly test: NonNullable<JobHead['test']> }) {
  return (
    <span className={`block leading-tight ${verdict === 'fail' ? 'font-semibold text-stop' : ''}`}>
      {what}: {verdict === null ? 'under way' : sayVerdict(verdict)}
    </span>
  );
}
