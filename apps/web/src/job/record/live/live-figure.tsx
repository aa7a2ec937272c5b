import type { Dimension } from '@venula/core/quantities';
import type { Live } from '../../../api/instruments.ts';
import { useFormat } from '../../../app/settings.ts';
import type { ChosenInstrument } from './use-instrument-for.ts';

const WORDS: Readonly<Record<Exclude<Live['state'], 'reading'>, string>> = {
  connecting: 'connecting…',
  over: 'over range',
  nothing: 'nothing at the probe',
  lost: 'no connection',
};

/** What the instrument shows, large enough to read from under the car. */
export function LiveFigure({
  live,
  dimension,
  instrument,
  decimals,
}: {
  readonly live: Live;
  readonly dimension: Dimension;
  readonly instrument: ChosenInstrument;
  readonly decimals?: number;
}) {
  const format = useFormat();
  const { chosen, others, choose } = instrument;
  return (
    <div>
      <p
        className={`num text-left text-4xl leading-none font-bold ${live.state === 'reading' ? '' : 'text-fix'}`}
        data-testid="live"
        data-state={live.state}
      >
        {live.state === 'reading' ? format(dimension, live.value, decimals) : WORDS[live.state]}
      </p>
      {others.length > 1 ? (
        <label className="label mt-1 block text-sm text-soft">
          Read from
          <select className="field mt-0.5" value={chosen.id} onChange={(e) => choose(e.target.value)}>
            {others.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </select>
        </label>
      ) : (
        <p className="label mt-1 text-sm text-soft">{chosen.name}</p>
      )}
    </div>
  );
}
