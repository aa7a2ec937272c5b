import type { RoutePoint, RouteShape } from '@venula/core/fit';
import { memo } from 'react';
import type { Projection, Scale } from './projection.ts';

/** A line as it lies: sleeved where it is, its clips on it. */
export const DrawnLine = memo(function DrawnLine({
  id,
  name,
  points,
  shape,
  color,
  dash,
  view,
  scale,
  chosen,
  onChoose,
}: {
  readonly id: string;
  readonly name: string;
  readonly points: readonly RoutePoint[];
  readonly shape: RouteShape;
  readonly color: string;
  readonly dash: string | undefined;
  readonly view: Projection;
  readonly scale: Scale;
  readonly chosen: boolean;
  readonly onChoose: (id: string) => void;
}) {
  const onPage = (at: readonly [number, number, number]): string =>
    scale
      .at({ x: at[0], y: at[1], z: at[2] })
      .map((v) => v.toFixed(1))
      .join(',');
  const whole = shape.line.map(({ at }) => onPage(at)).join(' ');
  const legs = [...new Set(shape.line.map((o) => o.leg))].filter((leg) => points[leg]?.sleeved);
  return (
    <g
      className="cursor-pointer"
      data-drawn={id}
      data-view={view.key}
      onClick={() => onChoose(id)}
      aria-label={name}
      role="img"
    >
      {legs.map((leg) => (
        <polyline
          key={leg}
          points={shape.line
            .filter((o) => o.leg === leg)
            .map(({ at }) => onPage(at))
            .join(' ')}
          fill="none"
          stroke="var(--mark)"
          strokeWidth={14}
          strokeLinecap="butt"
        />
      ))}
      {/* A thumb hits more than the line shows. */}
      <polyline points={whole} fill="none" stroke="transparent" strokeWidth={24} />
      <polyline
        points={whole}
        fill="none"
        stroke={color}
        strokeWidth={chosen ? 6 : 3.5}
        strokeDasharray={dash}
        strokeLinejoin="round"
        opacity={chosen ? 1 : 0.75}
      />
      {points.map((p, i) => {
        if (!p.clip) return null;
        const [x, y] = scale.at(p);
        return <rect key={i} x={x - 5} y={y - 5} width={10} height={10} fill={color} opacity={0.9} />;
      })}
    </g>
  );
});
