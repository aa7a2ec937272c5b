import { useMemo, useState } from 'react';
import { useRevision, useRevisions } from '../../api/queries.ts';
import { ChangeList } from '../../job/change-list.tsx';
import { FreezeForm } from '../../job/freeze-form.tsx';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { JUDGE, RANK } from '../../workers/plan-client.ts';
import { Choice } from '../../ui/choice.tsx';
import { useAnswer } from '../../workers/use-answer.ts';

/** What a bigger goal or another fuel changes: against a frozen plan, line by line. */
export function Changes() {
  const doc = useDoc();
  const { id } = useOpenJob();
  const revisions = useRevisions(id).data ?? [];
  const [against, setAgainst] = useState<string | null>(null);
  const revision = useRevision(id, against).data;
  const before = revision?.document;
  const about = useMemo(() => (before ? { before, doc } : null), [before, doc]);
  const {
    answer: comparison,
    fault,
    again,
  } = useAnswer(
    JUDGE,
    'compare with frozen',
    about,
    (api, pair) => api.compare(pair.before, pair.doc),
    RANK.compare,
  );
  return (
    <section className="no-print" aria-label="Changes against a frozen plan">
      <h3 className="headline text-lg">What changed</h3>
      {revisions.length === 0 ? (
        <p className="my-1 text-sm text-soft">
          Freeze the plan before raising the goal or changing the fuel; then this lists what that changes in
          parts, wires and figures.
        </p>
      ) : (
        <Choice
          label="Compare with"
          value={against ?? ''}
          options={[
            { value: '', label: 'nothing' },
            ...revisions.map((r) => ({ value: r.id, label: `${r.name}, version ${r.version}` })),
          ]}
          onChoose={(id) => setAgainst(id || null)}
        />
      )}
      <div className="mt-2">
        <FreezeForm suggestion="plan A" />
      </div>
      {fault !== null && <LaneFaultNote what="The two could not be compared" why={fault} again={again} />}
      {against && comparison && <ChangeList comparison={comparison} />}
    </section>
  );
}
