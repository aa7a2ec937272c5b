import { minutesText, useSecondsUntil } from '../../ui/use-seconds-until.ts';

/** How long still until a reading tells something. */
export function TimeLeft({ until }: { /** ms since 1970. */ readonly until: number }) {
  const left = useSecondsUntil(until) ?? 0;
  return (
    <p className="num text-left text-3xl font-bold" role="timer" aria-live="off">
      {left === 0 ? 'Read now' : minutesText(left)}
    </p>
  );
}
