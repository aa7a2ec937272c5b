import type { RunKind } from '@venula/core/prove';
import { when } from '../../ui/when.ts';
import { FromFile } from './from-file.tsx';
import { OffNames } from './off-names.tsx';
import type { Reading } from './readings.ts';
import { useStale } from './stale.tsx';
import type { OpenRun } from './use-run.ts';

const VERDICTS: Record<string, [string, string]> = {
  pass: ['Passed', 'text-good'],
  fail: ['Failed', 'text-stop'],
  incomplete: ['Incomplete', 'text-fix'],
  'cannot-tell': ['Could not tell', 'text-fix'],
  rising: ['Not proved: the pressure rose', 'text-fix'],
  'no-data': ['No readings', 'text-fix'],
  unconfirmed: ['From a file, not confirmed', 'text-fix'],
};

/** “passed”: behind the name of a test. */
export const sayVerdict = (verdict: string): string => (VERDICTS[verdict]?.[0] ?? 'Signed off').toLowerCase();

/** What the newest run of a test came to, and what that is worth here. */
export function Verdict({ kind, run }: { readonly kind: RunKind; readonly run: OpenRun }) {
  return (
    <>
      {run.done && <Signed kind={kind} signed={run.done} />}
      <FromFile run={run} />
    </>
  );
}

/** By whom and when it was signed, and whether the plan has outgrown it since. */
function Signed({ kind, signed }: { readonly kind: RunKind; readonly signed: Reading }) {
  const { payload, author, takenAt } = signed;
  const stale = useStale()(kind, signed);
  const [text, tone] = VERDICTS[String(payload['verdict'])] ?? ['Signed off', 'text-ink'];
  return (
    <div className="mt-1">
      <p>
        <strong className={tone}>{text}</strong>
        {typeof payload['note'] === 'string' && payload['note'] !== '' && <> “{payload['note']}”</>}{' '}
        <span className="text-sm text-soft">
          {author}, {when(takenAt)}
        </span>
      </p>
      <OffNames payload={payload} />
      {stale && (
        <p className="font-semibold text-fix">
          {kind === 'build'
            ? 'The plan has changed since: some steps are new or gone.'
            : 'The plan has changed what this proved: do it again.'}
        </p>
      )}
    </div>
  );
}
