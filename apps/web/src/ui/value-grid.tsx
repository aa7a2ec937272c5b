import type { ScaleLinear } from 'd3';

/** Horizontal lines with their numbers at the left: the value axis of every small chart. */
export function ValueGrid({
  y,
  from,
  to,
  ticks,
}: {
  readonly y: ScaleLinear<number, number>;
  readonly from: number;
  readonly to: number;
  readonly ticks: number;
}) {
  return (
    <>
      {y.ticks(ticks).map((t) => (
        <g key={t}>
          <line x1={from} x2={to} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
          <text x={from - 6} y={y(t) + 4} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
            {t}
          </text>
        </g>
      ))}
    </>
  );
}
