import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { SearchProgress } from '../../ui/search-progress.tsx';
import { useSearch } from '../../workers/use-search.ts';

/** Tries combinations of hose, pump, regulator and wire against every check; shows those nothing else beats. */
export function SizeIt() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const { units } = useSettings();
  const { progress, found, fault, start, stop } = useSearch('sizing', doc, (api, plan, told) =>
    api.sizing(plan, units, told),
  );
  if (progress)
    return <SearchProgress progress={progress} of="tried" label="Combinations tried" onStop={stop} />;
  return (
    <section aria-label="Size it" className="min-h-[150px]">
      {fault !== null && <LaneFaultNote what="The search could not be done" why={fault} again={start} />}
      <div className="flex items-center gap-4">
        <button type="button" className={`btn shrink-0 ${found ? 'btn-small' : 'btn-main'}`} onClick={start}>
          {found ? 'Search again' : 'Search sizes'}
        </button>
        <p className="text-sm text-soft">
          {found
            ? `${found.answer.passed} of ${found.answer.tried} combinations pass every check. The others: ${found.answer.fails.map(([why, n]) => `${why} ${n}`).join(', ') || 'none'}.`
            : 'Longest feed and return hose, pumps, regulator seat, injectors, when a second pump comes in, wire gauge, fuse and relay: each combination solved against every check.'}
        </p>
      </div>
      {found && found.stale && (
        <p className="mt-1 text-sm font-semibold text-fix">
          The plan has changed since; search again before taking one.
        </p>
      )}
      {found && found.answer.front.length > 0 && (
        <table className="mt-2 w-full text-sm" data-testid="front">
          <caption className="sr-only">Combinations that no other one beats</caption>
          <thead>
            <tr className="label border-b-2 border-ink text-soft">
              <th scope="col" className="py-1 text-left font-semibold">
                What changes
              </th>
              <th scope="col" className="num py-1 font-semibold">
                To spare
              </th>
              <th scope="col" className="num py-1 font-semibold">
                Pump draws
              </th>
              <th scope="col" className="sr-only">
                Take it
              </th>
            </tr>
          </thead>
          <tbody>
            {found.answer.front.map((r) => (
              <tr key={r.words.join()} className="border-b border-rule">
                <td className="py-1">
                  {r.words.length === 0 ? 'nothing: the plan passes as it is' : r.words.join(', ')}
                </td>
                <td className="num font-semibold">{format('fraction', r.margin)}</td>
                <td className="num">{format('amps', r.amps)}</td>
                <td className="py-0.5 text-right">
                  {r.patch.length > 0 && (
                    <button
                      type="button"
                      className="btn btn-small"
                      disabled={readOnly || found.stale}
                      onClick={() => edit(...r.patch)}
                    >
                      Take it
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found && found.answer.front.length === 0 && (
        <p className="mt-2 font-medium">
          None of them works. {WAYS_OUT[found.answer.fails[0]?.[0] ?? ''] ?? WAY_OUT}
        </p>
      )}
    </section>
  );
}

/** What is left to change when all sizes fail by one thing. */
const WAYS_OUT: Readonly<Record<string, string>> = {
  'too little supply':
    'Most fall short of fuel: one more pump, less power or a fuel that needs less of it is left to change.',
  'second pump comes in too late':
    'Most have a second pump that comes in too late and that no boost setting mends: give it an engine-speed rule under Wire, Trigger.',
  'injectors too small': 'Most stop at the injectors: more of them, or a higher base pressure.',
  'return overrun': 'Most climb at idle: two returns, a pump that slows down, or one less at idle.',
  'regulator does not feel the boost': 'Connect the regulator’s port to the manifold first.',
  'no fuse fits between load and wire': 'The wire has to grow further than the sizes tried here.',
};
const WAY_OUT = 'The style, the goal or the fuel has to change.';
