import { outlineOf, type EndFit, type EndQuestion, type Pose, type Vec3 } from '@venula/core/fit';
import { useMemo } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useWidth } from '../use-size.ts';
import { DASH } from '@venula/core/quantities';

/** Which two of the three directions are seen: x to the right, and y (from above) or z (from the side) upward. */
const VIEWS = [
  { name: 'From above', up: 1 },
  { name: 'From the side', up: 2 },
] as const;
type Up = (typeof VIEWS)[number]['up'];

const MOST_HIGH = 260;
const EDGE = 34;
/** A hose's outside over its nominal size. */
const OUTSIDE = 1.5;
/** Flat enough for one view, m. */
const FLAT = 0.004;

/** How a hose and its ends lie between two ports, to scale: from above, and from the side where it leaves the plane. */
export function FitDrawing({ q, fit }: { readonly q: EndQuestion; readonly fit: EndFit }) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const outline = useMemo(() => outlineOf(q, fit), [q, fit]);
  const points = [...outline.ends.flat(), ...outline.hose];
  const reach = (axis: 0 | 1 | 2): [number, number] => {
    const all = points.map((p) => p[axis]);
    return [Math.min(...all), Math.max(...all)];
  };
  const wide = reach(0);
  const views = VIEWS.filter(({ up }) => up === 1 || reach(up)[1] - reach(up)[0] > FLAT);
  const high = Math.max(...views.map(({ up }) => reach(up)[1] - reach(up)[0]));
  const scale = Math.min(
    (width - 2 * EDGE) / Math.max(0.02, wide[1] - wide[0]),
    MOST_HIGH / Math.max(0.02, high),
  );
  return (
    <div ref={ref} className="flex flex-wrap gap-x-6 gap-y-2">
      {views.map(({ name, up }) => (
        <View key={name} name={name} {...{ q, outline, up, scale, wide }} tall={reach(up)} />
      ))}
    </div>
  );
}

function View({
  name,
  q,
  outline,
  up,
  scale,
  wide,
  tall,
}: {
  readonly name: string;
  readonly q: EndQuestion;
  readonly outline: ReturnType<typeof outlineOf>;
  readonly up: Up;
  readonly scale: number;
  readonly wide: readonly [number, number];
  readonly tall: readonly [number, number];
}) {
  const format = useFormat();
  const at = (p: Vec3): [number, number] => [
    EDGE + (p[0] - wide[0]) * scale,
    EDGE + (tall[1] - p[up]) * scale,
  ];
  const line = (points: readonly Vec3[]): string =>
    points
      .map((p) =>
        at(p)
          .map((v) => v.toFixed(1))
          .join(','),
      )
      .join(' ');
  const thick = Math.max(5, q.dash * DASH * OUTSIDE * scale);
  const width = (wide[1] - wide[0]) * scale + 2 * EDGE;
  const height = (tall[1] - tall[0]) * scale + 2 * EDGE;
  return (
    <figure className="min-w-0">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${name}: hose between the two ports, ${format('tape', Math.abs(q.to.at[0] - q.from.at[0]))} ahead, ${format('tape', Math.abs(q.to.at[up] - q.from.at[up]))} across`}
      >
        <polyline
          points={line(outline.hose)}
          fill="none"
          stroke="var(--feed)"
          strokeWidth={thick}
          strokeLinejoin="round"
        />
        <polyline
          points={line(outline.hose)}
          fill="none"
          stroke="var(--paper)"
          strokeWidth={Math.max(1, thick / 5)}
          strokeDasharray="3 5"
          strokeLinejoin="round"
        />
        {outline.ends.map((end, i) => (
          <polyline
            key={i}
            points={line(end)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={thick * 0.8}
            strokeLinejoin="round"
          />
        ))}
        {[q.from, q.to].map((port, i) => (
          <PortMark key={i} port={port} number={i + 1} at={at} up={up} thick={thick} />
        ))}
      </svg>
      <figcaption className="label text-sm text-soft">{name}</figcaption>
    </figure>
  );
}

/** What the end is screwed to, with its number. */
function PortMark({
  port,
  number,
  at,
  up,
  thick,
}: {
  readonly port: Pose;
  readonly number: number;
  readonly at: (p: Vec3) => [number, number];
  readonly up: Up;
  readonly thick: number;
}) {
  const [x, y] = at(port.at);
  const [dx, dy] = [port.along[0], -port.along[up]];
  const seen = Math.hypot(dx, dy);
  // A port that points at the eye is a ring; others are a block behind the seat.
  if (seen < 0.3)
    return (
      <g>
        <circle cx={x} cy={y} r={thick * 0.9} fill="none" stroke="var(--ground)" strokeWidth={4} />
        <Number {...{ x, y, number }} off={[0, -1]} thick={thick} />
      </g>
    );
  const [ux, uy] = [dx / seen, dy / seen];
  return (
    <g>
      <line
        x1={x}
        y1={y}
        x2={x - 12 * ux}
        y2={y - 12 * uy}
        stroke="var(--ground)"
        strokeWidth={thick * 1.8}
      />
      <Number {...{ x, y, number }} off={[-ux, -uy]} thick={thick} />
    </g>
  );
}

function Number({
  x,
  y,
  number,
  off,
  thick,
}: {
  readonly x: number;
  readonly y: number;
  readonly number: number;
  readonly off: readonly [number, number];
  readonly thick: number;
}) {
  const away = 22 + (Math.abs(off[1]) > 0.7 ? 0 : thick / 8);
  return (
    <text
      x={x + off[0] * away}
      y={y + off[1] * away}
      textAnchor="middle"
      dominantBaseline="central"
      fontSize={15}
      fontWeight={700}
    >
      {number}
    </text>
  );
}
