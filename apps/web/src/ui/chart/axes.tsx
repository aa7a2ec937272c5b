import type { ScaleLinear } from 'd3';

/** Where a chart draws inside its frame. */
export interface Plot {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Numbers along one side: which, where each stands, and their unit. */
interface Axis {
  readonly ticks: readonly number[];
  readonly at: (tick: number) => number;
  readonly plot: Plot;
  readonly unit?: string;
}

const soft = { fill: 'var(--soft)' };

/** A number on an axis as one would say it, with a real minus. */
const numeral = (t: number): string => Number(t.toFixed(3)).toString().replace('-', '−');

/** Horizontal lines with their numbers at the left, the unit above them. */
export function ValueAxis({ ticks, at, plot, unit }: Axis) {
  return (
    <g data-ticks>
      {ticks.map((t) => (
        <g key={t}>
          <line x1={plot.left} x2={plot.right} y1={at(t)} y2={at(t)} stroke="var(--rule)" />
          <text x={plot.left - 6} y={at(t) + 4} textAnchor="end" fontSize={12} style={soft}>
            {numeral(t)}
          </text>
        </g>
      ))}
      {unit && (
        <text x={plot.left - 6} y={plot.top - 5} textAnchor="end" fontSize={12} style={soft}>
          {unit}
        </text>
      )}
    </g>
  );
}

/** Numbers at the right edge, for what is read off another scale. */
export function RightAxis({
  scale,
  plot,
  unit,
  ticks = 4,
}: {
  readonly scale: ScaleLinear<number, number>;
  readonly plot: Plot;
  readonly unit: string;
  readonly ticks?: number;
}) {
  return (
    <g data-ticks>
      {scale.ticks(ticks).map((t) => (
        <text key={t} x={plot.right + 6} y={scale(t) + 4} fontSize={12} style={soft}>
          {numeral(t)}
        </text>
      ))}
      <text x={plot.right + 6} y={plot.top - 5} fontSize={12} style={soft}>
        {unit}
      </text>
    </g>
  );
}

/** Numbers along the bottom, the unit after the last. */
export function BaseAxis({ ticks, at, plot, unit }: Axis) {
  return (
    <g data-ticks>
      <line x1={plot.left} x2={plot.right} y1={plot.bottom} y2={plot.bottom} stroke="var(--soft)" />
      {ticks.map((t) => (
        <text key={t} x={at(t)} y={plot.bottom + 19} textAnchor="middle" fontSize={12} style={soft}>
          {numeral(t)}
        </text>
      ))}
      <text x={plot.right} y={plot.bottom + 33} textAnchor="end" fontSize={12} style={soft}>
        {unit}
      </text>
    </g>
  );
}
