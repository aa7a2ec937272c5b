import { Link } from 'react-router';
import { useSameCar } from '../../api/queries.ts';
import { useJob, useOpenJob } from '../../job/job-context.ts';
import { TestWord } from '../../job/record/test-word.tsx';
import { when } from '../../ui/when.ts';

/** What was done to this car before: other jobs on a vehicle called the same. */
export function SameCar() {
  const { id } = useOpenJob();
  // As the server has it: what is being typed is another car with every letter.
  const vehicle = useJob((job) => job.state.base.vehicle.description);
  const jobs = useSameCar(id, vehicle).data ?? [];
  if (jobs.length === 0) return null;
  return (
    <section className="col-span-full" aria-label="Other jobs on this car">
      <h4 className="label text-sm text-soft">Other jobs on this car</h4>
      <ul className="mt-1 grid gap-2">
        {jobs.map((job) => (
          <li key={job.id} className="border-b border-rule">
            <Link
              to={`/jobs/${job.id}/handover`}
              className="flex min-h-[48px] flex-wrap items-center gap-x-3 hover:bg-well"
            >
              <span className="font-bold">{String(job.number).padStart(4, '0')}</span>
              <span className="min-w-0 grow font-medium">{job.title}</span>
              {job.test && (
                <span className="text-sm">
                  <TestWord test={job.test} />
                </span>
              )}
              <span className="label text-sm text-soft">
                {job.archived ? 'archived, ' : ''}
                {when(job.updatedAt)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
