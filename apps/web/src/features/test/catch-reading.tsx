import { editText } from '@venula/core/quantities';
import { useState } from 'react';
import { useFormat, useSettings } from '../../app/settings.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

/** Least and most of a catch: m³ in the can, and s. */
const CAN = { min: 1e-5, max: 0.1 };
const TIME = { min: 1, max: 3600 };

/** Fuel caught in a can: how much, and in how long; timed with the stopwatch or typed. */
export function CatchReading({
  what,
  onRead,
}: {
  readonly what: string;
  /** m³/s, and what it was worked out from. */
  readonly onRead: (flow: number, note: string) => void;
}) {
  const format = useFormat();
  const { units } = useSettings();
  const [volume, setVolume] = useState<number | null>(null);
  const [seconds, setSeconds] = useState<number | null>(null);
  const [startedAt, setStartedAt] = useState<number | null>(null);
  // A stopped watch fills the field: another field, with that in it.
  const [timed, setTimed] = useState<number | null>(null);
  const press = () => {
    if (startedAt === null) return setStartedAt(performance.now());
    const took = Math.max(TIME.min, (performance.now() - startedAt) / 1000);
    setStartedAt(null);
    setTimed(took);
    setSeconds(took);
  };
  const flow = volume !== null && seconds !== null ? volume / seconds : null;
  return (
    <GuardedForm
      className="flex flex-wrap items-end gap-2"
      onAct={() => {
        if (flow !== null) onRead(flow, `${format('volume', volume!)} in ${format('stopwatch', seconds!)}`);
      }}
    >
      <div className="flex items-end gap-2" role="group" aria-label={what}>
        <div className="w-[120px]">
          <ReadingField label="Caught" dimension="volume" range={CAN} onRead={setVolume} />
        </div>
        <div className="w-[120px]">
          <ReadingField
            key={timed ?? 'typed'}
            label="In"
            dimension="stopwatch"
            range={TIME}
            start={timed === null ? '' : editText('stopwatch', timed, units, 3)}
            onRead={setSeconds}
          />
        </div>
        <button type="button" className="btn" aria-pressed={startedAt !== null} onClick={press}>
          {startedAt === null ? 'Start the watch' : 'Stop the watch'}
        </button>
      </div>
      {flow !== null && <p className="text-lg font-semibold">{format('flow', flow)}</p>}
      <button type="submit" className="btn" disabled={flow === null} aria-label={`Keep the reading: ${what}`}>
        Keep
      </button>
    </GuardedForm>
  );
}
