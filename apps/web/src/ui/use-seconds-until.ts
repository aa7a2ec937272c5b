import { useEffect, useState } from 'react';

/** Often enough that a second never seems to last two. */
const TICK_MS = 250;

/** Seconds until a moment, down to 0; by the clock, not by counting, so that a sleeping tablet does not stretch them. */
export function useSecondsUntil(until: number | null): number | null {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (until === null) return;
    const look = () => setNow(Date.now());
    look();
    const timer = window.setInterval(look, TICK_MS);
    return () => window.clearInterval(timer);
  }, [until]);
  return until === null ? null : Math.max(0, Math.ceil((until - now) / 1000));
}

/** “4:05”. */
export const minutesText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
