import type { Guide } from '@venula/core/fit';
import type { Projection, Scale } from './projection.ts';

/** A line that was in the car and stays: to be followed, and told apart from what is planned. */
export function GuideLine({
  id,
  guide,
  points,
  view,
  scale,
  open,
  onOpen,
}: {
  readonly id: string;
  readonly guide: Guide;
  /** Where they are while one is dragged. */
  readonly points: Guide['points'];
  readonly view: Projection;
  readonly scale: Scale;
  readonly open: boolean;
  readonly onOpen: (id: string) => void;
}) {
  const path = points
    .map((p) =>
      scale
        .at(p)
        .map((v) => v.toFixed(1))
        .join(','),
    )
    .join(' ');
  const [x, y] = scale.at(points[Math.floor(points.length / 2)]!);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${guide.name}, stays in the car`}
      aria-pressed={open}
      data-guide={id}
      className="cursor-pointer"
      onClick={() => onOpen(id)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onOpen(id);
      }}
    >
      <polyline points={path} fill="none" stroke="transparent" strokeWidth={24} />
      <polyline
        points={path}
        fill="none"
        stroke="var(--soft)"
        strokeWidth={open ? 5 : 3}
        strokeDasharray="1 6"
        strokeLinecap="round"
      />
      {view.key === 'above' && (
        <text
          x={x}
          y={y - 8}
          fontSize={13}
          textAnchor="middle"
          style={{ stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
          fill="var(--soft)"
        >
          {guide.name}
        </text>
      )}
    </g>
  );
}
