import type { KeyboardEvent, PointerEvent } from 'react';
import type { Projection, Scale, Spot } from './projection.ts';

/** By the arrow keys: a quarter of an inch, with Shift two. */
const NUDGE = 0.00635;
const FAR = 0.0508;
const ARROWS: Readonly<Record<string, readonly [right: number, up: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** A drag lands on the quarter of an inch: as a tape is read. */
const snapped = (m: number): number => Math.round(m / NUDGE) * NUDGE;

/** The points of the line that is open: dragged, or moved by the arrow keys. */
export function PointHandles({
  points,
  view,
  scale,
  at,
  readOnly,
  onOpen,
  onDrag,
  onDrop,
}: {
  readonly points: readonly Spot[];
  readonly view: Projection;
  readonly scale: Scale;
  /** Which is open. */
  readonly at: number | null;
  readonly readOnly: boolean;
  readonly onOpen: (at: number) => void;
  /** While it is dragged; nothing is kept yet. */
  readonly onDrag: (at: number, to: Partial<Spot>) => void;
  /** Let go, or moved by a key: kept. */
  readonly onDrop: (at: number, to?: Partial<Spot>) => void;
}) {
  const move = (e: PointerEvent<SVGGElement>, i: number): void => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const svg = e.currentTarget.ownerSVGElement!;
    const box = svg.getBoundingClientRect();
    const to = scale.back(e.clientX - box.left, e.clientY - box.top);
    onDrag(i, Object.fromEntries(Object.entries(to).map(([k, v]) => [k, snapped(v)])));
  };
  const key = (e: KeyboardEvent, i: number): void => {
    const arrow = ARROWS[e.key];
    if (e.key === 'Enter' || e.key === ' ') onOpen(i);
    else if (arrow && !readOnly) {
      const by = e.shiftKey ? FAR : NUDGE;
      const p = points[i]!;
      onDrop(i, { [view.right]: p[view.right] + by * arrow[0], [view.up]: p[view.up] + by * arrow[1] });
    } else return;
    e.preventDefault();
  };
  return points.map((p, i) => {
    const [x, y] = scale.at(p);
    return (
      <g
        key={i}
        role="button"
        tabIndex={0}
        aria-label={`Point ${i + 1} of ${points.length}; arrow keys move it`}
        aria-pressed={at === i}
        data-point={i}
        data-view={view.key}
        className="cursor-grab touch-none"
        onKeyDown={(e) => key(e, i)}
        onPointerDown={(e) => {
          onOpen(i);
          if (!readOnly) e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={(e) => move(e, i)}
        onPointerUp={() => onDrop(i)}
        onPointerCancel={() => onDrop(i)}
      >
        <circle cx={x} cy={y} r={22} fill="transparent" />
        <circle
          cx={x}
          cy={y}
          r={at === i ? 11 : 8}
          fill={at === i ? 'var(--mark)' : 'var(--paper)'}
          stroke="var(--ink)"
          strokeWidth={2.5}
        />
        <text
          x={x}
          y={y - 15}
          textAnchor="middle"
          fontSize={13}
          fontWeight={700}
          className="pointer-events-none"
        >
          {i + 1}
        </text>
      </g>
    );
  });
}
