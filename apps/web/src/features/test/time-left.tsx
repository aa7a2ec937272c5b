import { useEffect, useState } from 'react';

/** Counts down to a moment: how long still until a reading tells something. */
export function TimeLeft({ until }: { /** ms since 1970. */ readonly until: number }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(timer);
  }, []);
  const left = Math.max(0, Math.ceil((until - now) / 1000));
  return (
    <p className="num text-left text-3xl font-bold" role="timer" aria-live="off">
      {left === 0 ? 'Read now' : `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`}
    </p>
  );
}
