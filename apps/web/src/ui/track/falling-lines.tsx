import { formatQuantity, type UnitSystem } from '@venula/core/quantities';
import { useSettings } from '../../app/settings.ts';
import { ValueAxis } from '../chart/axes.tsx';
import { LINES } from '../lines.ts';
import { useTrackScale } from './use-track-scale.ts';
import type { Layout, PlacedPath, Slot } from './lay-out.ts';
import { RowCore } from './row-core.tsx';
import type { Track } from './track-model.ts';

export const CHART_HEIGHT = 156;
/** A step smaller than this share of the axis gets no number of its own. */
const LABEL_SHARE = 0.03;

type Point = readonly [number, number];

/** Value along one path, from junction to junction. */
function pointsOf(track: Track, layout: Layout, { path, slots }: PlacedPath): Point[] {
  const value = (id: string, home: boolean): number => {
    const j = track.junctions.find((c) => c.id === id);
    return home && j?.homeValue !== undefined ? j.homeValue : (j?.value ?? 0);
  };
  // A motor takes the volts between its two terminals: the way home starts where the first part of it does.
  const start =
    path.way === 'home' ? (slots[0]?.item.before ?? value(path.from, true)) : value(path.from, false);
  const end =
    path.way === 'home' ? value(path.to, true) : (slots.at(-1)?.item.after ?? value(path.to, false));
  return [
    [layout.xOf(path.from), start],
    ...slots.flatMap((s): Point[] => [
      [s.x0, s.item.before],
      [s.x1, s.item.after],
    ]),
    [layout.xOf(path.to), end],
  ];
}

/** The same way in an earlier plan, by the parts both have. */
function earlierPoints(before: Track, layout: Layout, placed: PlacedPath): Point[] {
  const path = before.paths.find((p) => p.id === placed.path.id);
  if (!path) return [];
  const items = new Map(path.items.map((i) => [i.id, i]));
  const slots = placed.slots.flatMap((s): Slot[] => {
    const item = items.get(s.item.id);
    return item ? [{ ...s, item }] : [];
  });
  return pointsOf(before, layout, { ...placed, path, slots });
}

export function FallingLines({
  track,
  layout,
  selected,
}: {
  readonly track: Track;
  readonly layout: Layout;
  readonly selected: string | null;
}) {
  const { units } = useSettings();
  const top = layout.height + 18;
  const lines = layout.paths.map((p) => ({ p, points: pointsOf(track, layout, p) }));
  const { before } = track;
  const earlier = before ? layout.paths.map((p) => ({ p, points: earlierPoints(before, layout, p) })) : [];
  const values = [...lines, ...earlier].flatMap(({ points }) => points.map(([, v]) => v));
  if (track.limit) values.push(track.limit.value);
  const { scale, unit, at } = useTrackScale(track, values, CHART_HEIGHT);
  const y = (si: number) => top + at(si);
  const marked = layout.paths.flatMap((p) => p.slots).find((s) => s.item.id === selected);
  const d = (points: readonly Point[]) =>
    points.map(([px, v], i) => `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${y(v).toFixed(1)}`).join(' ');
  return (
    <g aria-hidden>
      {marked && (
        <rect
          x={Math.min(marked.x0, marked.x1)}
          y={0}
          width={Math.abs(marked.x1 - marked.x0)}
          height={top + CHART_HEIGHT}
          fill="var(--mark)"
          opacity={0.12}
        />
      )}
      <ValueAxis
        ticks={scale.ticks}
        at={(t) => top + scale(t)}
        plot={{ left: 44, right: layout.width - 8, top: top - 3, bottom: top + CHART_HEIGHT }}
        unit={unit}
      />
      {scale.breakAt !== null && (
        <path
          d={`M34 ${top + scale.breakAt + 5} l12 -6 M34 ${top + scale.breakAt + 11} l12 -6`}
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {track.limit && (
        <>
          <line
            x1={48}
            x2={layout.width - 8}
            y1={y(track.limit.value)}
            y2={y(track.limit.value)}
            stroke="var(--ink)"
            strokeWidth={1.6}
            strokeDasharray="2 4"
          />
          <text
            x={52}
            y={y(track.limit.value) - 6}
            fontSize={13}
            className="label"
            style={{ stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
          >
            {track.limit.label}
          </text>
        </>
      )}
      {earlier.map(({ p, points }) => (
        <path
          key={`before-${p.path.id}`}
          data-testid="line-before"
          d={d(points)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="3 4"
          opacity={0.6}
        />
      ))}
      {lines.map(({ p, points }) => {
        const style = LINES[p.slots.at(-1)?.item.line ?? p.path.line];
        return (
          <path
            key={p.path.id}
            className="moving-line"
            data-testid={`line-${p.path.way}`}
            data-path={p.path.id}
            d={d(points)}
            fill="none"
            stroke={style.color}
            strokeWidth={4.5}
            strokeDasharray={'dash' in style ? style.dash : undefined}
            strokeLinejoin="round"
          />
        );
      })}
      {lines.map(({ p, points }) => (
        <RowCore key={p.path.id} rank={p.rank} d={d(points)} />
      ))}
      {marked && <EndReadings slot={marked} track={track} width={layout.width} y={y} />}
      {stepLabels(layout, track, units, y)
        .filter((label) => !marked || clearOf(label, marked, y))
        .map((label) => (
          <text
            key={label.id}
            x={label.x}
            y={label.y}
            textAnchor={label.anchor}
            fontSize={13}
            fontWeight={700}
            style={{ fill: label.color, stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
          >
            {label.text}
          </text>
        ))}
    </g>
  );
}

/** Room a reading takes beside its point, px. */
const READING_ROOM = 74;

/** What a gauge would read at both ends of the part that is looked at. */
function EndReadings({
  slot: { item, x0, x1 },
  track,
  width,
  y,
}: {
  readonly slot: Slot;
  readonly track: Track;
  readonly width: number;
  readonly y: (si: number) => number;
}) {
  const { units } = useSettings();
  // Beside each other where they are far enough apart; otherwise the one above the line, the other below it.
  const near = Math.abs(x1 - x0) < 96;
  const onward = Math.sign(x1 - x0);
  const ends = [
    { key: 'before', x: x0, value: item.before, side: -onward },
    { key: 'after', x: x1, value: item.after, side: onward },
  ] as const;
  const place = (x: number, side: number) => {
    if (!near) return { x, dy: -12, anchor: 'middle' as const };
    // At the edge of the drawing it stands over its point instead of beside it.
    if (x + side * READING_ROOM > width) return { x: width - 4, dy: -12, anchor: 'end' as const };
    return { x: x + 9 * side, dy: 5, anchor: side > 0 ? ('start' as const) : ('end' as const) };
  };
  return (
    <>
      {ends.map(({ key, x, value, side }) => {
        const text = place(x, side);
        return (
          <g key={key}>
            <circle cx={x} cy={y(value)} r={5} fill="var(--board)" stroke="var(--ink)" strokeWidth={2.5} />
            <text
              x={text.x}
              y={y(value) + text.dy}
              textAnchor={text.anchor}
              fontSize={14}
              fontWeight={700}
              style={{ stroke: 'var(--board)', strokeWidth: 5, paintOrder: 'stroke' }}
            >
              {formatQuantity(track.dimension, value, units).text}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** The numbers of the part that is looked at come first: a step's own number gives way to them. */
const clearOf = (label: StepLabel, { item, x0, x1 }: Slot, y: (si: number) => number): boolean =>
  label.id !== item.id &&
  [
    [x0, item.before],
    [x1, item.after],
  ].every(([x, value]) => Math.abs(label.x - x!) > 96 || Math.abs(label.y - y(value!)) > 34);

interface StepLabel {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle';
  readonly color: string;
  readonly text: string;
  readonly size: number;
}

/** A label's room on the chart, px. */
const ROOM = { width: 44, height: 15 } as const;

/** The size of each step beside it, where it is large enough to matter; of two that would cover each other the larger. */
function stepLabels(layout: Layout, track: Track, units: UnitSystem, y: (si: number) => number): StepLabel[] {
  const all = layout.paths.flatMap((p) => {
    const above = p.path.way === 'out';
    const color = LINES[p.slots.at(-1)?.item.line ?? p.path.line].color;
    return p.slots.flatMap(({ item, x0, x1 }): StepLabel[] => {
      const step = item.after - item.before;
      const size = Math.abs(y(item.after) - y(item.before));
      if (size < CHART_HEIGHT * LABEL_SHARE) return [];
      const mid = (y(item.before) + y(item.after)) / 2;
      return [
        {
          id: item.id,
          x: (x0 + x1) / 2 + (above ? 6 : 0),
          y: above ? mid - 8 : mid + 20,
          anchor: above ? 'start' : 'middle',
          color,
          text: `${step > 0 ? '+' : ''}${formatQuantity(track.dimension, step, units, track.decimals).number}`,
          size,
        },
      ];
    });
  });
  const left = (l: StepLabel): number => (l.anchor === 'middle' ? l.x - ROOM.width / 2 : l.x);
  const clash = (a: StepLabel, b: StepLabel): boolean =>
    Math.abs(left(a) - left(b)) < ROOM.width && Math.abs(a.y - b.y) < ROOM.height;
  return [...all]
    .sort((a, b) => b.size - a.size)
    .reduce<StepLabel[]>((kept, l) => (kept.some((k) => clash(k, l)) ? kept : [...kept, l]), []);
}
