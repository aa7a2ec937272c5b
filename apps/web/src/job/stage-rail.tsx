import { ChevronLeft } from 'lucide-react';
import { Link, NavLink } from 'react-router';
import { STAGES, type StageKey } from '../app/stages.ts';
import { StageMark } from '../ui/stage-mark.tsx';
import { useJudgement, useOpenJob } from './job-context.ts';

/** Stations of the job, each with the worst thing found in it: beside the stage, narrow on a tablet, in a sheet on a phone. */
export function StageRail({ as }: { readonly as: 'wide' | 'tablet' | 'sheet' }) {
  const plan = useJudgement();
  const { id } = useOpenJob();
  const worst = (stage: StageKey) => plan?.findings.find((f) => f.stage === stage)?.severity;
  const narrow = as === 'tablet';
  return (
    <nav
      className={`no-print flex min-h-0 flex-col overflow-y-auto bg-rail text-rail-ink ${as === 'sheet' ? '' : 'col-start-1 row-span-3 row-start-1'}`}
      aria-label="Stages"
    >
      {as !== 'sheet' && (
        <Link
          to="/jobs"
          className={`headline flex h-[60px] shrink-0 items-center tracking-tight hover:text-mark ${narrow ? 'justify-center text-base' : 'px-4 text-2xl'}`}
        >
          venula
        </Link>
      )}
      <Link
        to="/jobs"
        className={`flex min-h-[48px] shrink-0 items-center gap-1 text-rail-soft hover:text-rail-ink ${narrow ? 'label justify-center text-sm' : 'px-4'}`}
      >
        <ChevronLeft size={18} aria-hidden /> Jobs
      </Link>
      <ol className="relative">
        {as === 'wide' && (
          <span className="absolute top-6 bottom-6 left-[26px] w-[3px] bg-rail-soft/40" aria-hidden />
        )}
        {STAGES.map((s) => {
          const severity = worst(s.key);
          const loud = severity === 'stop' || severity === 'fix' ? severity : undefined;
          return (
            <li key={s.key}>
              <NavLink
                to={`/jobs/${id}/${s.key}`}
                className={({ isActive }) =>
                  `group relative flex items-center ${narrow ? 'label min-h-[62px] flex-col justify-center gap-1 text-sm' : 'min-h-[54px] gap-3 pl-4 text-[1.02rem]'} ${isActive ? 'font-bold text-rail-ink' : 'text-rail-soft hover:text-rail-ink'}`
                }
              >
                {({ isActive }) => (
                  <>
                    <StageMark severity={severity} active={isActive} />
                    {s.name}
                    {loud && <span className="sr-only">, has a {loud}</span>}
                  </>
                )}
              </NavLink>
            </li>
          );
        })}
      </ol>
      {as === 'wide' && <p className="label mt-auto px-4 pb-4 text-sm text-rail-soft">? for keys</p>}
    </nav>
  );
}
