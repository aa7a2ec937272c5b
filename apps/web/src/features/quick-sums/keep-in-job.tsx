import { newId } from '../../outbox/ids.ts';
import { keepInJob, type Kept } from '@venula/core/advise';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, tell } from '../../api/client.ts';
import { useJobs, useMe } from '../../api/queries.ts';
import type { JobRecord } from '../../api/types.ts';
import { Choice } from '../../ui/choice.tsx';
import { GuardedForm } from '../../ui/guarded.tsx';

/** Moves the figures into a job, for somebody who is signed in. */
export function KeepInJob({ kept }: { readonly kept: Kept }) {
  const me = useMe().data;
  return me && me.role !== 'viewer' ? (
    <KeepForm kept={kept} />
  ) : (
    <p className="mt-3 text-sm text-soft">
      <Link className="underline" to="/jobs">
        Sign in
      </Link>{' '}
      to keep it in a job.
    </p>
  );
}

function KeepForm({ kept }: { readonly kept: Kept }) {
  const jobs = useJobs().data?.items ?? [];
  const [chosen, setChosen] = useState('');
  const jobId = jobs.some((j) => j.id === chosen) ? chosen : (jobs[0]?.id ?? '');
  const keep = useMutation({
    mutationFn: async () => {
      const job = await api<JobRecord>('GET', `/jobs/${jobId}`);
      const patch = keepInJob(job.document, kept);
      if (patch.length === 0) throw new Error('That job has no place for it: add the part there first.');
      await api('POST', `/jobs/${jobId}/changes`, {
        changeId: newId(),
        baseVersion: job.version,
        patch,
      });
      return job;
    },
  });
  if (jobs.length === 0) return null;
  return (
    <GuardedForm
      className="mt-4 flex max-w-[720px] flex-wrap items-end gap-2 border-t-2 border-rule pt-3"
      onAct={() => keep.mutate()}
    >
      <div className="min-w-[220px] grow">
        <Choice
          label="Keep it in a job"
          value={jobId}
          options={jobs.map((j) => ({
            value: j.id,
            label: `${String(j.number).padStart(4, '0')} ${j.title}`,
          }))}
          onChoose={setChosen}
        />
      </div>
      <button type="submit" className="btn btn-main" disabled={keep.isPending}>
        Keep
      </button>
      <p role="status" className="min-w-[180px] text-sm font-medium">
        {keep.isSuccess && (
          <>
            Kept.{' '}
            <Link
              className="underline"
              to={`/jobs/${keep.data.id}/${kept.kind === 'wire' ? 'wire' : 'plumb'}`}
            >
              Open it
            </Link>
          </>
        )}
        {keep.error && (
          <span className="text-stop">{keep.error instanceof Error ? tell(keep.error) : ''}</span>
        )}
      </p>
    </GuardedForm>
  );
}
