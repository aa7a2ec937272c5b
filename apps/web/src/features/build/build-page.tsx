import { jobSheet, type BuildStep } from '@venula/core/prove';
import { useMemo, useState } from 'react';
import { tell } from '../../api/client.ts';
import { useRuns } from '../../api/queries.ts';
import { useShop, wantsSecondLook } from '../../api/shop.ts';
import type { NewReading, RunRow } from '../../api/types.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Cautions } from '../../job/record/cautions.tsx';
import {
  foundOf,
  removedOf,
  secondLooks,
  stepResults,
  type Reading,
  type StepResult,
} from '../../job/record/readings.ts';
import { PlainStart } from '../../job/record/plain-start.tsx';
import { useNote, useRun } from '../../job/record/use-run.ts';
import { withProofs } from '../../job/record/stale.tsx';
import { SignOff } from '../../job/record/sign-off.tsx';
import { Verdict } from '../../job/record/verdict.tsx';
import { WaitingNotes } from '../../job/record/waiting-notes.tsx';
import { StageFrame } from '../../job/stage-frame.tsx';
import { Headline } from '../../ui/headline.tsx';
import { AsFound } from './as-found.tsx';
import { StepCard } from './step-card.tsx';
import { TakenOff } from './taken-off.tsx';

/** The job sheet: what is next, as large as it can be, and under it everything else in the order of the work. */
export const BuildPage = withProofs(JobSheet);

function JobSheet() {
  const doc = useDoc();
  const { id } = useOpenJob();
  const runs = useRuns(id);
  const steps = useMemo(() => jobSheet(doc), [doc]);
  const run = runs.data?.filter((r) => r.kind === 'build').at(-1);
  const now = useRun(run);
  const { readings, done, begun } = now;
  const results = stepResults(readings);
  const next = steps.find((s) => (results.get(s.id)?.result ?? 'open') === 'open');
  const did = steps.filter((s) => results.get(s.id)?.result === 'done').length;
  return (
    <StageFrame>
      <Headline
        tone="good"
        sentence={
          begun
            ? next
              ? `${did} of ${steps.length} done.`
              : `All ${steps.length} steps gone through.`
            : `${steps.length} steps, from the plan.`
        }
        second="In the order of the work. What is noted is kept on this device until the shop’s server has it."
      />
      {!begun && <Cautions kinds={['fuel', 'wiring']} />}
      <WaitingNotes />
      {runs.error && (
        <p role="alert" className="mt-4 text-stop">
          {tell(runs.error)}
        </p>
      )}
      <Verdict kind="build" run={now} />
      {begun && run ? (
        // What is next comes first, with its own caution; all of them stand at the end as they did at the start.
        <>
          <Sheet run={run} steps={steps} results={results} next={next} readings={readings} />
          <div className="mt-4">
            <Cautions kinds={['fuel', 'wiring']} />
          </div>
        </>
      ) : (
        <>
          <PlainStart kind="build" label={done ? 'Start another sheet' : 'Start the job sheet'} />
          <Overview steps={steps} />
        </>
      )}
    </StageFrame>
  );
}

/** What the sheet will ask, section by section, before it is begun. */
function Overview({ steps }: { readonly steps: readonly BuildStep[] }) {
  return (
    <ol className="mt-4" aria-label="The work in its order">
      {sectionsOf(steps).map(([name, own]) => (
        <li key={name} className="flex items-baseline justify-between gap-4 border-t border-rule py-2">
          <span className="headline text-base">{name}</span>
          <span className="label text-sm text-soft">
            {own.length} {own.length === 1 ? 'step' : 'steps'}
          </span>
        </li>
      ))}
    </ol>
  );
}

const sectionsOf = (steps: readonly BuildStep[]): (readonly [string, readonly BuildStep[]])[] => {
  const by = new Map<string, BuildStep[]>();
  for (const s of steps) by.set(s.section, [...(by.get(s.section) ?? []), s]);
  return [...by];
};

function Sheet({
  run,
  steps,
  results,
  next,
  readings,
}: {
  readonly run: RunRow;
  readonly steps: readonly BuildStep[];
  readonly results: ReadonlyMap<string, StepResult>;
  readonly next: BuildStep | undefined;
  readonly readings: readonly Reading[];
}) {
  const [opened, setOpened] = useState<string | null>(null);
  const looks = secondLooks(readings);
  const shop = useShop().data;
  const unseen = steps.filter(
    (s) => wantsSecondLook(shop, s.hold) && results.get(s.id)?.result === 'done' && !looks.has(s.id),
  );
  const add = useNote(run.id);
  const note = (payload: NewReading['payload'], kind: 'step' | 'second-look' = 'step'): void => {
    add(kind, payload);
    setOpened(null);
  };
  const open = steps.filter((s) => (results.get(s.id)?.result ?? 'open') === 'open').length;
  return (
    <>
      {next && (
        <section aria-label="Next" className="mt-3 border-2 border-ink bg-paper p-4">
          <StepCard
            key={next.id}
            step={next}
            result={results.get(next.id)}
            onNote={(payload) => note(payload)}
            large
          />
        </section>
      )}
      <AsFound runId={run.id} items={foundOf(readings)} />
      <TakenOff runId={run.id} things={removedOf(readings)} />
      {sectionsOf(steps).map(([name, own]) => {
        const left = own.filter((s) => (results.get(s.id)?.result ?? 'open') === 'open').length;
        return (
          <details
            key={name}
            className="mt-3 border-t-2 border-ink"
            open={left > 0 && own.some((s) => s === next)}
          >
            <summary className="flex min-h-[48px] cursor-pointer items-center justify-between gap-4">
              <h3 className="headline text-lg">{name}</h3>
              <span className="label text-sm text-soft">{left === 0 ? 'done' : `${left} to do`}</span>
            </summary>
            <ol>
              {own.map((s) => {
                const result = results.get(s.id);
                const is = result?.result ?? 'open';
                return (
                  <li key={s.id} className="border-t border-rule" data-build={s.id}>
                    <button
                      type="button"
                      className="flex min-h-[52px] w-full items-center gap-3 py-1 text-left"
                      aria-expanded={opened === s.id}
                      onClick={() => setOpened(opened === s.id ? null : s.id)}
                    >
                      <span
                        className={`w-[84px] shrink-0 text-sm font-semibold ${is === 'done' ? 'text-good' : is === 'skipped' ? 'text-fix' : 'text-soft'}`}
                      >
                        {is === 'done' ? 'Done' : is === 'skipped' ? 'Left out' : 'To do'}
                      </span>
                      <span className="leading-tight">
                        {s.does}
                        {result?.note && <span className="block text-sm text-soft">{result.note}</span>}
                        {s.hold && is === 'done' && (
                          <span className={`block text-sm ${looks.has(s.id) ? 'text-good' : 'text-fix'}`}>
                            {looks.has(s.id)
                              ? `second look: ${looks.get(s.id)}`
                              : wantsSecondLook(shop, s.hold)
                                ? 'needs a second look'
                                : 'no second look yet'}
                          </span>
                        )}
                      </span>
                    </button>
                    {opened === s.id && (
                      <div className="pb-3">
                        <StepCard
                          step={s}
                          result={result}
                          onNote={(payload) => note(payload)}
                          look={{ by: looks.get(s.id), onLook: () => note({ stepId: s.id }, 'second-look') }}
                        />
                      </div>
                    )}
                  </li>
                );
              })}
            </ol>
          </details>
        );
      })}
      <SignOff
        run={run}
        hint={
          unseen.length > 0 && open === 0
            ? `${unseen[0]!.does}: nobody else has looked yet. Signing now records the sheet as incomplete.`
            : removedOf(readings).some((t) => t.off) && open === 0
              ? 'Something is still off the car: signing now records the sheet as incomplete.'
              : open > 0
                ? `${open} steps not gone through: signing now records the sheet as incomplete.`
                : 'All gone through.'
        }
      />
    </>
  );
}
