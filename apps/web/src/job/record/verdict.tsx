import { when } from '../../ui/when.ts';
import { OffNames } from './off-names.tsx';

const VERDICTS: Record<string, [string, string]> = {
  pass: ['Passed', 'text-good'],
  fail: ['Failed', 'text-stop'],
  incomplete: ['Incomplete', 'text-fix'],
  'cannot-tell': ['Could not tell', 'text-fix'],
  rising: ['Not proved: the pressure rose', 'text-fix'],
  'no-data': ['No readings', 'text-fix'],
};

/** “passed”: behind the name of a test. */
export const sayVerdict = (verdict: string): string => (VERDICTS[verdict]?.[0] ?? 'Signed off').toLowerCase();

export function Verdict({
  payload,
  author,
  at,
}: {
  readonly payload: Readonly<Record<string, unknown>>;
  readonly author: string;
  readonly at: string;
}) {
  const [text, tone] = VERDICTS[String(payload['verdict'])] ?? ['Signed off', 'text-ink'];
  return (
    <div className="mt-1">
      <p>
        <strong className={tone}>{text}</strong>
        {typeof payload['note'] === 'string' && payload['note'] !== '' && <> “{payload['note']}”</>}{' '}
        <span className="text-sm text-soft">
          {author}, {when(at)}
        </span>
      </p>
      <OffNames payload={payload} />
    </div>
  );
}
