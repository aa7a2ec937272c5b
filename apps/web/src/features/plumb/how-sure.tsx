import type { Confidence } from '@venula/core/advise';
import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import { useDoc, useLive } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { Superseded } from '../../workers/lane.ts';
import { SEARCH, SEARCH_MS } from '../../workers/plan-client.ts';

const SAMPLES = 1000;

/** How sure is the answer, when consumption, pump, fuel, volts and losses are not exactly what was typed? */
export function HowSure() {
  const doc = useDoc();
  const live = useLive();
  const stateId = live.plan?.tightest ?? null;
  const [done, setDone] = useState(0);
  const [result, setResult] = useState<Confidence | null>(null);
  const [running, setRunning] = useState(false);
  const [of, setOf] = useState<typeof doc | null>(null);

  const [fault, setFault] = useState<string | null>(null);
  useEffect(
    () => () => {
      SEARCH.tell((api) => api.stop());
      SEARCH.drop('confidence');
    },
    [],
  );
  if (stateId === null) return <p className="text-soft">There is no pull to judge.</p>;

  const start = () => {
    setRunning(true);
    setResult(null);
    setDone(0);
    setOf(doc);
    setFault(null);
    const progress = proxy((n: number) => setDone(n));
    SEARCH.ask('confidence', (api) => api.confidence(doc, stateId, SAMPLES, progress), {
      budgetMs: SEARCH_MS,
    }).then(
      (r) => {
        setResult(r.samples > 0 ? r : null);
        setRunning(false);
      },
      (error: unknown) => {
        if (error instanceof Superseded) return;
        setFault(error instanceof Error ? error.message : String(error));
        setRunning(false);
      },
    );
  };

  return (
    <section aria-label="How sure" className="min-h-[150px]">
      {fault !== null && (
        <LaneFaultNote what="The variations could not be solved" why={fault} again={start} />
      )}
      {running ? (
        <div className="flex items-center gap-3">
          <progress className="h-4 grow" max={SAMPLES} value={done} aria-label="Plans solved" />
          <span className="label w-[130px] text-soft">
            {done} of {SAMPLES} plans
          </span>
          <button type="button" className="btn btn-small" onClick={() => SEARCH.tell((api) => api.stop())}>
            Stop
          </button>
        </div>
      ) : (
        !result && (
          <div className="flex items-center gap-4">
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
        <div className="grid grid-cols-[300px_1fr] gap-6">
          <div>
            <p className="headline text-3xl" data-testid="sure">
              {result.met > 0.99 ? 'Over 99' : result.met < 0.01 ? 'Under 1' : (result.met * 100).toFixed(0)}%
              sure
            </p>
            <p className="text-sm text-soft">
              that the demand is met at the tightest point, of {result.samples} plans solved. In hand:{' '}
              {pct(result.low)} on a bad day, {pct(result.middle)} in the middle, {pct(result.high)} on a good
              one.
            </p>
            {of !== doc && <p className="mt-1 text-sm font-semibold text-fix">The plan has changed since.</p>}
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
