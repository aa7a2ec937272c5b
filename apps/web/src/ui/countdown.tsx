import { Timer } from 'lucide-react';
import { useEffect, useState } from 'react';

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** A timer of a step: runs on by the clock, not by counting, so that a sleeping tablet does not stretch it. */
export function Countdown({ seconds, label }: { readonly seconds: number; readonly label: string }) {
  const [endsAt, setEndsAt] = useState<number | null>(null);
  const [left, setLeft] = useState(seconds);
  useEffect(() => {
    if (endsAt === null) return;
    const tick = () => {
      const now = Math.max(0, (endsAt - Date.now()) / 1000);
      setLeft(now);
      if (now > 0) return;
      setEndsAt(null);
      // Felt through a glove where the device can.
      navigator.vibrate?.([300, 150, 300]);
    };
    const timer = window.setInterval(tick, 250);
    return () => window.clearInterval(timer);
  }, [endsAt]);
  const over = endsAt === null && left === 0;
  return (
    <div className="flex flex-wrap items-center gap-3" role="group" aria-label={label}>
      <span
        className={`num text-left text-3xl font-bold ${over ? 'text-good' : ''}`}
        role="timer"
        aria-live={over ? 'assertive' : 'off'}
      >
        {over ? 'Time is up' : clock(Math.ceil(left))}
      </span>
      <button
        type="button"
        className="btn"
        aria-label={`${endsAt === null ? 'Start' : 'Stop'}: ${label}`}
        onClick={() => {
          setLeft(seconds);
          setEndsAt(endsAt === null ? Date.now() + seconds * 1000 : null);
        }}
      >
        <Timer size={18} aria-hidden /> {endsAt === null ? (over ? 'Again' : 'Start') : 'Stop'}
      </button>
    </div>
  );
}
