import { useDoc, useJob } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { SearchProgress } from '../../ui/search-progress.tsx';
import { useSearch } from '../../workers/use-search.ts';

const SAMPLES = 1000;

/** How sure is the answer, when consumption, pump, fuel, volts and losses are not exactly what was typed? */
export function HowSure() {
  const doc = useDoc();
  const stateId = useJob((job) => job.live.plan?.tightest ?? null);
  const { progress, found, fault, start, stop } = useSearch('confidence', doc, (api, plan, told) =>
    api.confidence(plan, stateId ?? '', SAMPLES, told),
  );
  if (stateId === null) return <p className="text-soft">There is no pull to judge.</p>;
  const result = found && found.answer.samples > 0 ? found.answer : null;
  return (
    <section aria-label="How sure" className="min-h-[150px]">
      {fault !== null && (
        <LaneFaultNote what="The variations could not be solved" why={fault} again={start} />
      )}
      {progress ? (
        <SearchProgress progress={progress} of="plans" label="Plans solved" onStop={stop} />
      ) : (
        !result && (
          <div className="flex items-center gap-4 max-md:flex-col max-md:items-start">
            <button type="button" className="btn btn-main" onClick={start}>
              Solve {SAMPLES} variations
            </button>
            <p className="text-sm text-soft">
              Consumption ±8%, pump ±5%, ethanol content, volts, fitting losses and hose roughness, drawn
              together.
            </p>
          </div>
        )
      )}
      {result && (
        <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-6 max-lg:grid-cols-1">
          <div>
            <p className="headline text-3xl" data-testid="sure">
              {result.met > 0.99 ? 'Over 99' : result.met < 0.01 ? 'Under 1' : (result.met * 100).toFixed(0)}%
              sure
            </p>
            <p className="text-sm text-soft">
              that the demand is met at the tightest point
              {result.samples < SAMPLES
                ? `, stopped after ${result.samples} of ${SAMPLES} plans: a rough figure`
                : `, of ${result.samples} plans solved`}
              . To spare: {pct(result.low)} on a bad day, {pct(result.middle)} in the middle,{' '}
              {pct(result.high)} on a good one.
            </p>
            {found?.stale && (
              <p className="mt-1 text-sm font-semibold text-fix">The plan has changed since.</p>
            )}
            <button type="button" className="btn btn-small mt-2" onClick={start}>
              Again
            </button>
          </div>
          <table className="w-full self-start text-sm">
            <caption className="label text-left text-soft">
              What the spread comes from: worth measuring first
            </caption>
            <tbody>
              {result.drivers.map((d) => (
                <tr key={d.name} className="border-b border-rule">
                  <th scope="row" className="w-[150px] py-1 text-left font-medium">
                    {d.name}
                  </th>
                  <td className="label w-[190px] text-soft">{d.words}</td>
                  <td>
                    <div className="h-3 bg-well" aria-hidden>
                      <div className="h-3 bg-feed" style={{ width: `${d.share * 100}%` }} />
                    </div>
                  </td>
                  <td className="num w-14 font-semibold">{(d.share * 100).toFixed(0)}%</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

const pct = (share: number): string => `${share < 0 ? '−' : ''}${Math.abs(share * 100).toFixed(0)}%`;
