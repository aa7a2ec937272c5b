import type { KeyboardEvent } from 'react';
import { sideWord } from '@venula/core/say';
import { useJob } from '../../../job/job-context.ts';
import { useFormat } from '../../../app/settings.ts';
import type { Replay } from '../../../workers/plan-work.ts';

/** One moment of the drive in numbers: pointed at, or stepped to with the arrow keys. */
export function DriveReading({
  replay: { moments, lanes, rails },
  names,
  at,
  onKeyDown,
}: {
  readonly replay: Replay;
  readonly names: Readonly<Record<string, string>>;
  readonly at: number;
  readonly onKeyDown: (e: KeyboardEvent) => void;
}) {
  const format = useFormat();
  const side = useJob((job) => sideWord(job.doc));
  const now = moments[at];
  const rail = now && rails.findLast((r) => r.t <= now.t + 1e-9);
  const on = lanes.filter((lane) => lane.steps[at]?.on).map((lane) => names[lane.loadId] ?? lane.loadId);
  const words = now
    ? [
        `${now.t.toFixed(1)} s`,
        now.boost < 0 ? format('manifold', now.boost) : `boost ${format('manifold', now.boost)}`,
        rail &&
          (rail.rail === null
            ? `no ${side} pressure, ${format('pressure', rail.required)} wanted`
            : `${side} ${format('pressure', rail.rail)} of ${format('pressure', rail.required)} wanted`),
        on.length > 0
          ? `running: ${on.join(', ')}`
          : rail?.rail == null
            ? 'nothing runs'
            : 'the factory supply feeds alone',
      ]
        .filter(Boolean)
        .join(' · ')
    : 'Point at the drive, or step through it with the arrow keys, to read it.';
  return (
    <p
      className="label min-h-[44px] text-sm text-soft"
      role="slider"
      tabIndex={0}
      aria-label="Moment of the drive"
      aria-valuemin={0}
      aria-valuemax={moments.at(-1)?.t ?? 0}
      aria-valuenow={now?.t ?? 0}
      aria-valuetext={words}
      onKeyDown={onKeyDown}
      data-testid="drive-reading"
    >
      {words}
    </p>
  );
}
