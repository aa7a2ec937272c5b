import type { Passing, RouteShape } from '@venula/core/fit';
import { useFormat } from '../../../app/settings.ts';
import type { Projection, Scale } from './projection.ts';

/** Where a line comes nearest to what it passes, with the distance. */
export function Nearest({
  passing,
  shape,
  view,
  scale,
}: {
  readonly passing: Passing;
  readonly shape: RouteShape;
  readonly view: Projection;
  readonly scale: Scale;
}) {
  const format = useFormat();
  const near = shape.clearances.find((c) => c.id === passing.id);
  if (!near) return null;
  const [a, b] = [near.on.at, near.at].map(([x, y, z]) => scale.at({ x, y, z }));
  const color = passing.distance < passing.needs ? 'var(--stop)' : 'var(--good)';
  const [mx, my] = [(a![0] + b![0]) / 2, (a![1] + b![1]) / 2];
  return (
    <g className="pointer-events-none" aria-hidden>
      <line
        x1={a![0]}
        y1={a![1]}
        x2={b![0]}
        y2={b![1]}
        stroke={color}
        strokeWidth={2.5}
        strokeDasharray="3 3"
      />
      {view.key === 'above' && (
        <text
          x={mx}
          y={my + 22}
          textAnchor="middle"
          fontSize={16}
          fontWeight={700}
          style={{ stroke: 'var(--board)', strokeWidth: 5, paintOrder: 'stroke' }}
        >
          {format('tape', Math.max(0, passing.distance))}
        </text>
      )}
    </g>
  );
}
