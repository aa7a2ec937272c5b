import { formatDifference, type Dimension } from '@venula/core/quantities';
import { useFormat, useSettings } from '../app/settings.ts';
import { Explained } from './explained.tsx';

export interface MarginBarProps {
  readonly label: string;
  readonly dimension: Dimension;
  readonly value: number;
  readonly limit: number;
  /** "at least": the bar must reach the tick; "at most": it must stay under it. */
  readonly sense: 'at least' | 'at most';
  /** Past the limit but not past this it is worth knowing, no more. */
  readonly bearable?: number;
  readonly decimals?: number;
  readonly limitLabel: string;
}

/** Value, limit, headroom and unit in one bar. Every check looks like this. */
export function MarginBar({
  label,
  dimension,
  value,
  limit,
  sense,
  bearable = limit,
  decimals,
  limitLabel,
}: MarginBarProps) {
  const format = useFormat();
  const { units } = useSettings();
  const good = sense === 'at least' ? value >= limit : value <= limit;
  const top = Math.max(Math.abs(limit) * 1.5, Math.min(Math.abs(value) * 1.1, Math.abs(limit) * 4), 1e-9);
  const share = (x: number) => Math.min(100, Math.max(0, (x / top) * 100));
  const headroom = sense === 'at least' ? value - limit : limit - value;
  const borne = sense === 'at least' ? value >= bearable : value <= bearable;
  const tone = good ? 'var(--good)' : borne ? 'var(--note)' : 'var(--stop)';
  return (
    <div
      className="py-1.5"
      role="group"
      aria-label={`${label}: ${format(dimension, value, decimals)}, ${limitLabel} ${format(dimension, limit, decimals)}`}
    >
      <div className="flex items-baseline justify-between gap-2">
        <span className="label text-[0.95rem] font-medium">
          <Explained text={label} />
        </span>
        <span className="font-semibold" style={{ color: tone }}>
          {format(dimension, value, decimals)}
        </span>
      </div>
      <div className="relative mt-1 h-3 bg-well" aria-hidden>
        <div className="absolute inset-y-0 left-0" style={{ width: `${share(value)}%`, background: tone }} />
        <div
          className="absolute -inset-y-1 w-[3px] bg-ink"
          style={{ left: `calc(${share(limit)}% - 1px)` }}
        />
      </div>
      <div className="label mt-1 flex justify-between text-xs text-soft">
        <span>
          {limitLabel} {format(dimension, limit, decimals)}
        </span>
        <span>
          {formatDifference(dimension, value, limit, units, decimals)}
          {headroom >= 0 ? ' to spare' : sense === 'at least' ? ' short' : ' over'}
        </span>
      </div>
    </div>
  );
}
