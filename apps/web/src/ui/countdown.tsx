import { Timer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { minutesText, useSecondsUntil } from './use-seconds-until.ts';

/** Felt through a glove, where the device can, ms. */
const BUZZ = [300, 150, 300];

/** A timer of a step: started, stopped, and started anew once it is over. */
export function Countdown({ seconds, label }: { readonly seconds: number; readonly label: string }) {
  const [endsAt, setEndsAt] = useState<number | null>(null);
  const left = useSecondsUntil(endsAt);
  const over = left === 0;
  const runs = left !== null && !over;
  useEffect(() => {
    if (over) navigator.vibrate?.(BUZZ);
  }, [over]);
  return (
    <div className="flex flex-wrap items-center gap-3" role="group" aria-label={label}>
      <span
        className={`num text-left text-3xl font-bold ${over ? 'text-good' : ''}`}
        role="timer"
        aria-live={over ? 'assertive' : 'off'}
      >
        {over ? 'Time is up' : minutesText(left ?? seconds)}
      </span>
      <button
        type="button"
        className="btn"
        aria-label={`${runs ? 'Stop' : 'Start'}: ${label}`}
        onClick={() => setEndsAt(runs ? null : Date.now() + seconds * 1000)}
      >
        <Timer size={18} aria-hidden /> {runs ? 'Stop' : over ? 'Again' : 'Start'}
      </button>
    </div>
  );
}
