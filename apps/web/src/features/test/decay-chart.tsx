import { extent, line, scaleLinear } from 'd3';
import { shownUnit } from '@venula/core/quantities';
import { useSettings } from '../../app/settings.ts';
import { ValueGrid } from '../../ui/value-grid.tsx';
import type { HoldPoint } from './readings.ts';

const W = 640;
const H = 220;
const PAD = { left: 52, right: 16, top: 18, bottom: 32 };

/** Pressure as read and, dashed, with the temperature change taken out. The table beside it holds the same numbers. */
export function DecayChart({
  points,
  barometricPa,
}: {
  readonly points: readonly HoldPoint[];
  readonly barometricPa: number;
}) {
  const { units } = useSettings();
  const first = points[0];
  if (!first) return null;
  const unit = shownUnit('pressure', units);
  const corrected = points.map(
    (p) => (((p.pressurePa + barometricPa) * first.kelvin) / p.kelvin - barometricPa) / unit.factor,
  );
  const read = points.map((p) => p.pressurePa / unit.factor);
  const [lo = 0, hi = 1] = extent([...read, ...corrected]);
  const pad = Math.max((hi - lo) * 0.2, 1e3 / unit.factor);
  const y = scaleLinear([lo - pad, hi + pad], [H - PAD.bottom, PAD.top]);
  const x = scaleLinear([0, Math.max(60, points.at(-1)!.atS) / 60], [PAD.left, W - PAD.right]);
  const path = (values: readonly number[]) =>
    line<number>(
      (_, i) => x(points[i]!.atS / 60),
      (v) => y(v),
    )([...values]) ?? '';
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[680px]"
      role="img"
      aria-label="Pressure over time; the table holds the numbers"
    >
      <ValueGrid y={y} from={PAD.left} to={W - PAD.right} ticks={5} />
      {x.ticks(6).map((t) => (
        <text key={t} x={x(t)} y={H - 12} textAnchor="middle" fontSize={12} style={{ fill: 'var(--soft)' }}>
          {t}
        </text>
      ))}
      <text x={W - PAD.right} y={H} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
        min
      </text>
      <text x={PAD.left - 6} y={12} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
        {unit.symbol}
      </text>
      <path d={path(corrected)} fill="none" stroke="var(--return)" strokeWidth={2.5} strokeDasharray="8 5" />
      <path d={path(read)} fill="none" stroke="var(--feed)" strokeWidth={3.5} />
      {read.map((v, i) => (
        <circle
          key={points[i]!.id}
          cx={x(points[i]!.atS / 60)}
          cy={y(v)}
          r={5}
          fill={points[i]!.waiting ? 'var(--paper)' : 'var(--feed)'}
          stroke="var(--feed)"
          strokeWidth={2.5}
        />
      ))}
      <text
        x={W - PAD.right}
        y={PAD.top + 2}
        textAnchor="end"
        fontSize={12}
        style={{ fill: 'var(--return)' }}
      >
        dashed: temperature taken out
      </text>
    </svg>
  );
}
