import { formatQuantity, shownUnit } from '@venula/core';
import { useMemo, type KeyboardEvent } from 'react';
import { useSettings } from '../../app/settings.ts';
import { LINES } from '../lines.ts';
import { TONE } from '../severity.tsx';
import { useWidth } from '../use-size.ts';
import { brokenScale } from './broken-scale.ts';
import { EndSymbol, PartSymbol } from './symbols.tsx';
import { layOut, type Layout, type Slot, type TrackLoop } from './track-model.ts';

const TOP_Y = 54;
const BOTTOM_Y = 134;
const TRACK_HEIGHT = 186;
const CHART_TOP = TRACK_HEIGHT + 18;
const CHART_HEIGHT = 156;
const HEIGHT = CHART_TOP + CHART_HEIGHT + 12;
/** A step smaller than this share of the axis gets no number of its own. */
const LABEL_SHARE = 0.03;

export interface LoopDrawingProps {
  readonly loop: TrackLoop;
  readonly title: string;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** Arrow up and down on a part: one size larger or smaller. */
  readonly onStep?: (id: string, by: 1 | -1) => void;
}

/** The loop of parts and, aligned below it, the line that falls along it. Lays itself out; nothing is dragged into shape. */
export function LoopDrawing({ loop, title, selected, onSelect, onStep }: LoopDrawingProps) {
  const [ref, available] = useWidth<HTMLDivElement>(820);
  const layout = useMemo(() => layOut(loop, available), [loop, available]);
  return (
    <div ref={ref} className="overflow-x-auto">
      <svg
        width={layout.width}
        height={HEIGHT}
        viewBox={`0 0 ${layout.width} ${HEIGHT}`}
        role="group"
        aria-label={title}
      >
        <FallingLine loop={loop} layout={layout} selected={selected} />
        <TrackRows
          loop={loop}
          layout={layout}
          selected={selected}
          onSelect={onSelect}
          {...(onStep ? { onStep } : {})}
        />
      </svg>
    </div>
  );
}

function TrackRows({
  loop,
  layout,
  selected,
  onSelect,
  onStep,
}: Omit<LoopDrawingProps, 'title'> & { readonly layout: Layout }) {
  const middle = (TOP_Y + BOTTOM_Y) / 2;
  return (
    <>
      {layout.top.map((s) => (
        <RowLine key={s.item.id} slot={s} y={TOP_Y} />
      ))}
      {layout.bottom.map((s) => (
        <RowLine key={s.item.id} slot={s} y={BOTTOM_Y} />
      ))}
      <EndLine loop={loop} layout={layout} />
      {layout.top.map((s) => (
        <Part
          key={s.item.id}
          slot={s}
          y={TOP_Y}
          selected={selected === s.item.id}
          onSelect={onSelect}
          {...(onStep ? { onStep } : {})}
          above
        />
      ))}
      <g transform={`translate(${layout.rightX} ${middle})`}>
        <EndSymbol kind={loop.right.symbol} height={BOTTOM_Y - TOP_Y} />
      </g>
      <text x={layout.rightX} y={14} textAnchor="middle" className="label" fontSize={13} fontWeight={600}>
        {clip(loop.right.name, 84)}
      </text>
      {layout.bottom.map((s) => (
        <Part
          key={s.item.id}
          slot={s}
          y={BOTTOM_Y}
          selected={selected === s.item.id}
          onSelect={onSelect}
          {...(onStep ? { onStep } : {})}
        />
      ))}
      <g transform={`translate(${layout.leftX} ${middle})`}>
        <EndSymbol kind={loop.left.symbol} height={BOTTOM_Y - TOP_Y} />
      </g>
      <text x={layout.leftX} y={14} textAnchor="middle" className="label" fontSize={13} fontWeight={600}>
        {clip(loop.left.name, 84)}
      </text>
    </>
  );
}

function RowLine({ slot, y }: { readonly slot: Slot; readonly y: number }) {
  const style = LINES[slot.item.line];
  return (
    <line
      x1={slot.x0}
      x2={slot.x1}
      y1={y}
      y2={y}
      stroke={style.color}
      strokeWidth={style.width}
      strokeDasharray={'dash' in style ? style.dash : undefined}
    />
  );
}

/** Joins the rows to the two ends. */
function EndLine({ loop, layout }: { readonly loop: TrackLoop; readonly layout: Layout }) {
  const pieces = [
    { item: loop.top[0], x0: layout.leftX, x1: layout.top[0]?.x0, y: TOP_Y },
    { item: loop.top.at(-1), x0: layout.top.at(-1)?.x1, x1: layout.rightX, y: TOP_Y },
    { item: loop.bottom[0], x0: layout.bottom[0]?.x0, x1: layout.rightX, y: BOTTOM_Y },
    { item: loop.bottom.at(-1), x0: layout.bottom.at(-1)?.x1, x1: layout.leftX, y: BOTTOM_Y },
  ];
  return (
    <>
      {pieces.map(({ item, x0, x1, y }, i) => {
        if (!item || x0 === undefined || x1 === undefined) return null;
        const style = LINES[item.line];
        return (
          <line
            key={i}
            x1={x0}
            x2={x1}
            y1={y}
            y2={y}
            stroke={style.color}
            strokeWidth={style.width}
            strokeDasharray={'dash' in style ? style.dash : undefined}
          />
        );
      })}
    </>
  );
}

interface PartProps {
  readonly slot: Slot;
  readonly y: number;
  readonly selected: boolean;
  readonly above?: boolean;
  readonly onSelect: (id: string) => void;
  readonly onStep?: (id: string, by: 1 | -1) => void;
}

function Part({ slot: { item, x0, x1 }, y, selected, above, onSelect, onStep }: PartProps) {
  const x = (x0 + x1) / 2;
  const width = Math.abs(x1 - x0);
  const plain = item.symbol === 'run' || item.symbol === 'wire';
  const half = plain ? Math.max(18, width / 2 - 8) : 25;
  const tone = item.severity ? TONE[item.severity] : 'transparent';
  const nameY = above ? y - 32 : y + 40;
  const keys = (e: KeyboardEvent) => {
    if (e.key === 'Enter' || e.key === ' ') onSelect(item.id);
    else if (e.key === 'ArrowUp' && onStep) onStep(item.id, 1);
    else if (e.key === 'ArrowDown' && onStep) onStep(item.id, -1);
    else return;
    e.preventDefault();
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${item.name}, ${item.caption}`}
      data-part={item.id}
      className="cursor-pointer"
      onClick={() => onSelect(item.id)}
      onKeyDown={keys}
    >
      <title>{`${item.name}, ${item.caption}`}</title>
      <rect
        x={x - Math.max(half, 24)}
        y={y - 27}
        width={2 * Math.max(half, 24)}
        height={54}
        rx={6}
        fill={selected ? 'var(--mark)' : 'transparent'}
        fillOpacity={0.35}
        stroke={tone}
        strokeWidth={3}
      />
      {plain ? (
        <Sleeve x={x} y={y} half={half - 6} color={LINES[item.line].color} wire={item.symbol === 'wire'} />
      ) : (
        <g transform={`translate(${x} ${y})`}>
          <PartSymbol kind={item.symbol} tone={LINES[item.line].color} />
        </g>
      )}
      <text
        x={x}
        y={nameY}
        textAnchor="middle"
        className="label"
        fontSize={13}
        fontWeight={selected ? 700 : 550}
      >
        {clip(item.name, width + 8)}
      </text>
      <text
        x={x}
        y={above ? y + 41 : nameY + 15}
        textAnchor="middle"
        className="label"
        fontSize={12}
        style={{ fill: 'var(--soft)' }}
      >
        {clip(item.caption, width)}
      </text>
    </g>
  );
}

/** A hose between its two nuts, or a wire between its terminals. */
function Sleeve({
  x,
  y,
  half,
  color,
  wire,
}: {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  readonly color: string;
  readonly wire: boolean;
}) {
  const h = wire ? 5 : 9;
  return (
    <>
      <rect
        x={x - half}
        y={y - h}
        width={2 * half}
        height={2 * h}
        rx={h}
        fill={color}
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <rect
        x={x - half - 4}
        y={y - h - 2}
        width={8}
        height={2 * h + 4}
        rx={2}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <rect
        x={x + half - 4}
        y={y - h - 2}
        width={8}
        height={2 * h + 4}
        rx={2}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
    </>
  );
}

function FallingLine({
  loop,
  layout,
  selected,
}: {
  readonly loop: TrackLoop;
  readonly layout: Layout;
  readonly selected: string | null;
}) {
  const { units } = useSettings();
  const unit = shownUnit(loop.dimension, units);
  const out: [number, number][] = [
    [layout.leftX, loop.left.value],
    ...layout.top.flatMap((s): [number, number][] => [
      [s.x0, s.item.before],
      [s.x1, s.item.after],
    ]),
    [layout.rightX, loop.right.value],
  ];
  const home: [number, number][] = [
    [layout.rightX, loop.bottom[0]?.before ?? loop.right.value],
    ...layout.bottom.flatMap((s): [number, number][] => [
      [s.x0, s.item.before],
      [s.x1, s.item.after],
    ]),
    [layout.leftX, loop.left.returnValue],
  ];
  const values = [...out, ...home].map(([, v]) => v / unit.factor);
  if (loop.limit) values.push(loop.limit.value / unit.factor);
  const least = loop.dimension === 'volts' ? 0.4 : 20e3 / unit.factor;
  const scale = brokenScale(values, CHART_HEIGHT, least);
  const y = (si: number) => CHART_TOP + scale(si / unit.factor);
  const marked = [...layout.top, ...layout.bottom].find((s) => s.item.id === selected);
  const path = (points: readonly [number, number][]) =>
    points.map(([px, v], i) => `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${y(v).toFixed(1)}`).join(' ');
  const topStyle = LINES[loop.top.at(-1)?.line ?? 'feed'];
  const homeStyle = LINES[loop.bottom.at(-1)?.line ?? 'return'];
  return (
    <g aria-hidden>
      {marked && (
        <rect
          x={Math.min(marked.x0, marked.x1)}
          y={0}
          width={Math.abs(marked.x1 - marked.x0)}
          height={CHART_TOP + CHART_HEIGHT}
          fill="var(--mark)"
          opacity={0.12}
        />
      )}
      {scale.ticks.map((t) => (
        <g key={t}>
          <line
            x1={44}
            x2={layout.width - 8}
            y1={CHART_TOP + scale(t)}
            y2={CHART_TOP + scale(t)}
            stroke="var(--rule)"
          />
          <text
            x={38}
            y={CHART_TOP + scale(t) + 4}
            textAnchor="end"
            fontSize={12}
            style={{ fill: 'var(--soft)' }}
          >
            {Number(t.toFixed(3)).toString().replace('-', '−')}
          </text>
        </g>
      ))}
      <text
        x={38}
        y={CHART_TOP - 8}
        textAnchor="end"
        fontSize={12}
        fontWeight={600}
        style={{ fill: 'var(--soft)' }}
      >
        {unit.symbol}
      </text>
      {scale.breakAt !== null && (
        <path
          d={`M34 ${CHART_TOP + scale.breakAt + 5} l12 -6 M34 ${CHART_TOP + scale.breakAt + 11} l12 -6`}
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {loop.limit && (
        <>
          <line
            x1={48}
            x2={layout.width - 8}
            y1={y(loop.limit.value)}
            y2={y(loop.limit.value)}
            stroke="var(--ink)"
            strokeWidth={1.6}
            strokeDasharray="2 4"
          />
          <text
            x={52}
            y={y(loop.limit.value) - 6}
            textAnchor="start"
            fontSize={12}
            className="label"
            style={{ stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
          >
            {loop.limit.label}
          </text>
        </>
      )}
      <path
        className="moving-line"
        data-testid="line-home"
        d={path(home)}
        fill="none"
        stroke={homeStyle.color}
        strokeWidth={4}
        strokeDasharray={'dash' in homeStyle ? homeStyle.dash : undefined}
        strokeLinejoin="round"
      />
      <path
        className="moving-line"
        data-testid="line-out"
        d={path(out)}
        fill="none"
        stroke={topStyle.color}
        strokeWidth={4.5}
        strokeLinejoin="round"
      />
      <StepLabels slots={layout.top} loop={loop} y={y} factor={unit.factor} above color={topStyle.color} />
      <StepLabels slots={layout.bottom} loop={loop} y={y} factor={unit.factor} color={homeStyle.color} />
    </g>
  );
}

interface StepLabelsProps {
  readonly slots: readonly Slot[];
  readonly loop: TrackLoop;
  readonly factor: number;
  readonly above?: boolean;
  readonly color: string;
  readonly y: (si: number) => number;
}

/** The size of each step beside it, where it is large enough to matter. */
function StepLabels({ slots, loop, y, above, color }: StepLabelsProps) {
  const { units } = useSettings();
  return (
    <>
      {slots.map(({ item, x0, x1 }) => {
        const step = item.after - item.before;
        if (Math.abs(y(item.after) - y(item.before)) < CHART_HEIGHT * LABEL_SHARE) return null;
        const text = `${step > 0 ? '+' : ''}${formatQuantity(loop.dimension, step, units, loop.decimals).number}`;
        const mid = (y(item.before) + y(item.after)) / 2;
        return (
          <text
            key={item.id}
            x={(x0 + x1) / 2 + (above ? 6 : 0)}
            y={above ? mid - 8 : mid + 20}
            textAnchor={above ? 'start' : 'middle'}
            fontSize={13}
            fontWeight={700}
            style={{ fill: color, stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
          >
            {text}
          </text>
        );
      })}
    </>
  );
}

/** Condensed letters take about 5.2 px at 13 px; the whole name is in the title and the tray. */
const clip = (text: string, width: number): string => {
  const room = Math.max(4, Math.floor((width - 4) / 5.2));
  return text.length <= room ? text : `${text.slice(0, room - 1)}…`;
};
