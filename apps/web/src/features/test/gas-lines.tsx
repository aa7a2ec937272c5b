import { runName } from '@venula/core/formats';
import { withinSentence } from '@venula/core/quantities';
import { ArrowDown } from 'lucide-react';
import { useFormat } from '../../app/settings.ts';
import type { GasLines } from '@venula/core/prove';
import { when } from '../../ui/when.ts';
import { goToTest } from './go-to-test.ts';

/** Which dry lines are filled with gas: all of them, or those that are ticked. */
export function LineTicks({
  lines,
  chosen,
  onChoose,
}: {
  readonly lines: GasLines['dry'];
  readonly chosen: readonly string[];
  readonly onChoose: (lines: readonly string[]) => void;
}) {
  const format = useFormat();
  return (
    <fieldset>
      <legend className="text-sm">
        Filled with gas: new lines that have held no fuel, capped off from everything else
      </legend>
      <ul className="flex flex-wrap gap-x-5 gap-y-2">
        {lines.map(({ id, name, volume }) => (
          <li key={id}>
            <label className="flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                className="size-6 shrink-0"
                checked={chosen.includes(id)}
                onChange={(e) =>
                  onChoose(
                    lines.flatMap((l) =>
                      (l.id === id ? e.target.checked : chosen.includes(l.id)) ? [l.id] : [],
                    ),
                  )
                }
              />
              {name} <span className="text-sm text-soft">{format('volume', volume)}</span>
            </label>
          </li>
        ))}
      </ul>
      {chosen.length === 0 && <p className="text-sm text-fix">Tick the lines that are filled.</p>}
    </fieldset>
  );
}

/** Lines no gas goes on, why, and what is done instead. */
export function WetLines({ lines: { wet, dry } }: { readonly lines: GasLines }) {
  if (wet.length === 0) return null;
  const tested = wet.flatMap(({ since }) => since ?? [])[0];
  return (
    <div className="mt-2">
      <p className="max-w-[70ch]">
        <strong className="text-stop">
          {dry.length === 0 ? 'No gas on any line of this job.' : 'No gas on lines that have held fuel.'}
        </strong>{' '}
        {wet.map(({ line, since }) => (since ? line.name : `${line.name} (already in the car)`)).join(', ')}
        {tested &&
          `: fuel since ${withinSentence(runName(tested.run))}, ${when(new Date(tested.at).toISOString())}`}
        . Air over fuel is explosive. Hold {wet.length > 1 ? 'them' : 'it'} with fuel instead.
      </p>
      <button type="button" className="btn mt-2" onClick={() => goToTest('liquid-hold')}>
        <ArrowDown size={18} aria-hidden /> Go to the hold with fuel
      </button>
    </div>
  );
}
