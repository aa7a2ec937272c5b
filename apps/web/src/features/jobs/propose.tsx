import { THERE_NOW, type JobStart, type ThereNow } from '@venula/core/advise';
import type { JobDocument } from '@venula/core/document';
import { useMemo, useState } from 'react';
import { useSettings } from '../../app/settings.ts';
import { Choice } from '../../ui/choice.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { RANK, SEARCH } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import type { StartingPlan } from '../../workers/plan-work.ts';
import { atPlace, HP, powerPlace } from '@venula/core/quantities';

const NOW: Readonly<Record<ThereNow, string>> = {
  return: 'feed and return line',
  returnless: 'returnless, regulator at the tank',
  'electronic-returnless': 'returnless, pump driven by the computer',
  'direct-injection': 'direct injection',
  carburetor: 'carburetor',
};
const INDUCTIONS = [
  { value: 'naturally-aspirated', label: 'none: naturally aspirated' },
  { value: 'mild-boost', label: 'up to about 12 psi' },
  { value: 'high-boost', label: 'more than that' },
] as const;
const CYLINDERS = [1, 2, 3, 4, 5, 6, 8, 10, 12].map((n) => ({ value: n, label: String(n) }));

/** What a technician knows before anything is planned, and two or three plans solved from it. */
export function Propose({
  title,
  busy,
  onStart,
}: {
  /** Read when a plan is taken. */
  readonly title: () => string | null;
  readonly busy: boolean;
  readonly onStart: (document: JobDocument) => void;
}) {
  const { units } = useSettings();
  const [start, setStart] = useState<JobStart>({
    title: '',
    now: 'return',
    induction: 'mild-boost',
    cylinders: 4,
    powerW: 400 * HP,
    powerBasis: 'crank',
    ethanol: 0.1,
  });
  const set = (some: Partial<JobStart>) => setStart({ ...start, ...some });
  const about = useMemo(() => ({ start, units }), [start, units]);
  const { answer, fresh, fault, again } = useAnswer(
    SEARCH,
    'proposals',
    about,
    (api, a) => api.proposals(a.start, a.units),
    RANK.plan,
  );
  return (
    <section aria-label="Proposals">
      <div className="mt-3 grid grid-cols-[1.7fr_1.3fr_0.7fr_1.1fr_0.9fr_1fr] gap-3 max-lg:grid-cols-2 max-md:grid-cols-1">
        <Choice
          label="What is there now"
          value={start.now}
          options={THERE_NOW.map((value) => ({ value, label: NOW[value] }))}
          onChoose={(now) => set({ now })}
        />
        <Choice
          label="Boost"
          value={start.induction}
          options={INDUCTIONS}
          onChoose={(induction) => set({ induction })}
        />
        <Choice
          label="Cylinders"
          value={start.cylinders}
          options={CYLINDERS}
          onChoose={(cylinders) => set({ cylinders })}
        />
        <QuantityField
          label={`Power wanted, ${atPlace(start.powerBasis)}`}
          dimension="power"
          value={start.powerW}
          range={{ min: 30 * HP, max: 3000 * HP }}
          onCommit={(powerW, typed) => set({ powerW, powerBasis: powerPlace(typed) ?? start.powerBasis })}
        />
        <Choice
          label="Power is given at the"
          value={start.powerBasis}
          options={[
            { value: 'crank', label: 'crank' },
            { value: 'wheels', label: 'wheels' },
          ]}
          onChoose={(powerBasis) => set({ powerBasis })}
        />
        <QuantityField
          label="Ethanol in the fuel"
          dimension="fraction"
          value={start.ethanol}
          range={{ min: 0, max: 1 }}
          onCommit={(ethanol) => set({ ethanol })}
        />
      </div>
      {fault !== null && (
        <p role="alert" className="mt-2 text-stop">
          No proposal could be worked out.{' '}
          <button type="button" className="btn btn-small" onClick={again}>
            Try again
          </button>
        </p>
      )}
      <ul className="mt-3 min-h-[150px]" aria-busy={!fresh}>
        {answer === null && fault === null && <li className="text-soft">Solving proposals…</li>}
        {answer?.map((plan) => (
          <ProposedPlan
            key={plan.style}
            plan={plan}
            stale={!fresh}
            busy={busy}
            onTake={() => {
              const called = title();
              if (called !== null) onStart({ ...plan.document, title: called });
            }}
          />
        ))}
      </ul>
    </section>
  );
}

const TONES = { stop: 'text-stop', fix: 'text-fix', good: 'text-good' } as const;

/** One plan: its answer, how much there is to get, and what to watch. */
function ProposedPlan({
  plan,
  stale,
  busy,
  onTake,
}: {
  readonly plan: StartingPlan;
  readonly stale: boolean;
  readonly busy: boolean;
  readonly onTake: () => void;
}) {
  return (
    <li
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t-2 border-ink py-2"
      data-proposal={plan.style}
    >
      <div className="min-w-[220px] grow basis-0">
        <h2 className="headline text-lg">{plan.name}</h2>
        <p className={`font-semibold ${TONES[plan.verdict.tone]}`}>{plan.verdict.sentence}</p>
        <p className="text-sm text-soft">
          {plan.verdict.second} {plan.items} items to get. Watch: {plan.watch}.
        </p>
      </div>
      <button type="button" className="btn btn-main" disabled={busy || stale} onClick={onTake}>
        Start with this
      </button>
    </li>
  );
}
