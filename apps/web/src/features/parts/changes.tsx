import type { Comparison } from '@venula/core';
import { useEffect, useState } from 'react';
import { useRevision, useRevisions } from '../../api/queries.ts';
import { useFormat } from '../../app/settings.ts';
import { FreezeForm } from '../../job/freeze-form.tsx';
import { useJob } from '../../job/job-context.ts';
import { judgeWorker } from '../../workers/plan-client.ts';

/** What a bigger goal or another fuel changes: against a frozen plan, line by line. */
export function Changes() {
  const { id, doc } = useJob();
  const revisions = useRevisions(id).data ?? [];
  const [against, setAgainst] = useState<string | null>(null);
  const revision = useRevision(id, against).data;
  const [comparison, setComparison] = useState<Comparison | null>(null);
  useEffect(() => {
    let current = true;
    if (!revision) return;
    void judgeWorker()
      .compare(revision.document, doc)
      .then((c) => current && setComparison(c));
    return () => {
      current = false;
    };
  }, [revision, doc]);
  return (
    <section className="no-print" aria-label="Changes against a frozen plan">
      <h3 className="headline text-lg">What changed</h3>
      {revisions.length === 0 ? (
        <p className="my-1 text-sm text-soft">
          Freeze the plan before raising the goal or changing the fuel; then this lists what that changes in
          parts, wires and figures.
        </p>
      ) : (
        <label className="label mt-1 flex flex-col text-sm text-soft">
          Compare with
          <select
            className="field mt-0.5"
            value={against ?? ''}
            onChange={(e) => setAgainst(e.target.value || null)}
          >
            <option value="">nothing</option>
            {revisions.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}, version {r.version}
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="mt-2">
        <FreezeForm suggestion="plan A" />
      </div>
      {against && comparison && <ChangeList comparison={comparison} />}
    </section>
  );
}

function ChangeList({ comparison }: { readonly comparison: Comparison }) {
  const format = useFormat();
  const quantity = (unit: 'each' | 'm', n: number) =>
    n === 0 ? '–' : unit === 'm' ? format('length', n) : String(n);
  return (
    <>
      <table className="mt-3 w-full text-sm">
        <caption className="label text-left text-soft">The answer, then and now</caption>
        <tbody>
          {comparison.answers.map((a) => (
            <tr key={a.name} className="border-b border-rule">
              <th scope="row" className="label py-1 text-left font-medium">
                {a.name}
              </th>
              <td className="num text-soft">{format(a.dimension, a.before)}</td>
              <td className="num font-semibold">{format(a.dimension, a.after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h4 className="label mt-3 text-sm text-soft">Parts that differ</h4>
      {comparison.parts.length === 0 && <p className="text-sm">None.</p>}
      <ul data-testid="part-changes">
        {comparison.parts.map((c) => (
          <li key={c.group + c.part} className="border-b border-rule py-1 text-sm leading-tight">
            <strong className={c.after > c.before ? 'text-good' : 'text-stop'}>
              {c.before === 0 ? 'New' : c.after === 0 ? 'Gone' : 'Changed'}
            </strong>{' '}
            {c.part}
            <span className="label block text-soft">
              {quantity(c.unit, c.before)} to {quantity(c.unit, c.after)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
