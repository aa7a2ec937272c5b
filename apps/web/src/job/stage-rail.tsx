import { NavLink } from 'react-router';
import { STAGES, type StageKey } from '../app/stages.ts';
import { TONE } from '../ui/severity.tsx';
import { useJudgement, useOpenJob } from './job-context.ts';

/** Stations of the job, each with the worst thing that stands against it. */
export function StageRail() {
  const plan = useJudgement();
  const { id } = useOpenJob();
  const worst = (stage: StageKey) => plan?.findings.find((f) => f.stage === stage)?.severity;
  return (
    <nav className="no-print row-span-4 flex flex-col bg-rail text-rail-ink" aria-label="Stages">
      <NavLink
        to="/jobs"
        className="headline flex h-[60px] items-center px-4 text-2xl tracking-tight hover:text-mark"
      >
        venula
      </NavLink>
      <ol className="relative mt-2">
        <span className="absolute top-6 bottom-6 left-[25px] w-[3px] bg-rail-soft/40" aria-hidden />
        {STAGES.map((s) => {
          const severity = worst(s.key);
          return (
            <li key={s.key}>
              <NavLink
                to={`/jobs/${id}/${s.key}`}
                className={({ isActive }) =>
                  `group relative flex min-h-[58px] items-center gap-3 pl-4 text-[1.02rem] ${isActive ? 'font-bold text-rail-ink' : 'text-rail-soft hover:text-rail-ink'}`
                }
              >
                {({ isActive }) => (
                  <>
                    <span
                      className={`relative z-10 grid place-items-center rounded-full border-[3px] ${isActive ? 'size-[22px] border-mark bg-mark' : 'size-[22px] border-rail-soft bg-rail'}`}
                      style={
                        severity && severity !== 'note'
                          ? {
                              borderColor: TONE[severity],
                              background: isActive ? 'var(--mark)' : TONE[severity],
                            }
                          : {}
                      }
                    />
                    {s.name}
                    {severity && severity !== 'note' && (
                      <span className="sr-only">, {severity} stands against it</span>
                    )}
                  </>
                )}
              </NavLink>
            </li>
          );
        })}
      </ol>
      <p className="label mt-auto px-4 pb-4 text-xs text-rail-soft">? for keys</p>
    </nav>
  );
}
