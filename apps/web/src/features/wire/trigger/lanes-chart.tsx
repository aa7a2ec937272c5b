import { sideWord } from '@venula/core/say';
import { useJob } from '../../../job/job-context.ts';
import type { Threshold } from '@venula/core/document';
import { shownUnit } from '@venula/core/quantities';
import type { DriveMoment, Leg, RailMoment } from '@venula/core/replay';
import { extent, line, scaleLinear, type ScaleLinear } from 'd3';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useFormat, useSettings } from '../../../app/settings.ts';
import { ValueAxis } from '../../../ui/chart/axes.tsx';
import { useCursor } from '../../../ui/chart/use-cursor.ts';
import { wrapped } from '../../../ui/track/names.ts';
import { useWidth } from '../../../ui/use-size.ts';
import type { Replay } from '../../../workers/plan-work.ts';
import { DriveReading } from './drive-reading.tsx';
import { LEG_WORDS } from './leg-words.ts';

const LEFT = 132;
const RIGHT = 12;
const HEAD = 22;
const BOOST = 84;
const LANE = 32;
const RAIL = 132;
const GAP = 14;

/** A threshold that can be dragged on the boost trace. */
export interface DragLine {
  readonly name: string;
  readonly at: Threshold;
}

type X = ScaleLinear<number, number>;

/** The drive from left to right: boost with its thresholds, a lane for each load, and the rail pressure beneath. */
export function LanesChart({
  replay,
  legs,
  names,
  lines,
  onMove,
}: {
  readonly replay: Replay;
  readonly legs: readonly Leg[];
  readonly names: Readonly<Record<string, string>>;
  readonly lines: readonly DragLine[];
  readonly onMove: (line: DragLine, above: number) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(900);
  const { moments, lanes, rails, dips } = replay;
  const end = (moments.at(-1)?.t ?? 0) + 0.05;
  const x = scaleLinear([0, end], [LEFT, width - RIGHT]);
  const lanesAt = HEAD + BOOST + GAP;
  const railAt = lanesAt + lanes.length * LANE + GAP;
  const height = railAt + RAIL + 8;
  const cursor = useCursor(moments.length, (i) => x(moments[i]!.t), width, -1);
  const now = moments[cursor.at];
  return (
    <div ref={ref}>
      <DriveReading replay={replay} names={names} at={cursor.at} onKeyDown={cursor.on.onKeyDown} />
      <svg
        width={width}
        height={height}
        role="group"
        aria-label="The drive replayed; the table below holds the steps"
        onPointerMove={cursor.on.onPointerMove}
        onPointerLeave={cursor.on.onPointerLeave}
      >
        <LegHeads legs={legs} x={x} height={height} />
        <BoostTrace moments={moments} x={x} top={HEAD} lines={lines} onMove={onMove} width={width} />
        {lanes.map((lane, i) => (
          <LaneRow
            key={lane.loadId}
            name={names[lane.loadId] ?? lane.loadId}
            lane={lane}
            x={x}
            y={lanesAt + i * LANE}
            width={width}
          />
        ))}
        <RailTrace rails={rails} x={x} top={railAt} width={width} />
        {now && (
          <line
            x1={x(now.t)}
            x2={x(now.t)}
            y1={HEAD}
            y2={height - 8}
            stroke="var(--mark)"
            strokeWidth={2}
            pointerEvents="none"
          />
        )}
        {dips.map((d) => (
          <rect
            key={d.from}
            x={x(d.from)}
            y={railAt}
            width={Math.max(3, x(d.to) - x(d.from))}
            height={RAIL}
            fill="var(--stop)"
            opacity={0.22}
          />
        ))}
      </svg>
    </div>
  );
}

function LegHeads({
  legs,
  x,
  height,
}: {
  readonly legs: readonly Leg[];
  readonly x: X;
  readonly height: number;
}) {
  const starts = legs.map((_, i) => legs.slice(0, i).reduce((s, l) => s + l.seconds, 0));
  return legs.map((leg, i) => {
    const from = starts[i]!;
    const room = x(from + leg.seconds) - x(from);
    const word = LEG_WORDS[leg.kind];
    return (
      <g key={i}>
        <line x1={x(from)} x2={x(from)} y1={4} y2={height - 6} stroke="var(--rule)" />
        {room > (i < 9 ? 12 : 20) && (
          <text x={x(from) + 4} y={15} fontSize={13} className="label" style={{ fill: 'var(--soft)' }}>
            {room > word.length * 6.6 + 24 ? `${i + 1} ${word}` : i + 1}
          </text>
        )}
      </g>
    );
  });
}

function BoostTrace({
  moments,
  x,
  top,
  lines,
  onMove,
  width,
}: {
  readonly moments: readonly DriveMoment[];
  readonly x: X;
  readonly top: number;
  readonly lines: readonly DragLine[];
  readonly onMove: (line: DragLine, above: number) => void;
  readonly width: number;
}) {
  const { units } = useSettings();
  const unit = shownUnit('pressure', units);
  const [lo = 0, hi = 1] = extent([...moments.map((m) => m.boost), ...lines.map((l) => l.at.term.above), 0]);
  const y = scaleLinear([lo, hi + (hi - lo) * 0.08], [top + BOOST, top + 4]);
  const path = line<DriveMoment>(
    (m) => x(m.t),
    (m) => y(m.boost),
  )([...moments]);
  return (
    <g>
      <text x={8} y={top + 14} fontSize={13} fontWeight={650}>
        Boost, {unit.symbol}
      </text>
      <line x1={LEFT} x2={width - RIGHT} y1={y(0)} y2={y(0)} stroke="var(--rule)" />
      <path d={path ?? ''} fill="none" stroke="var(--reference)" strokeWidth={2.4} />
      {lines.map((l) => (
        <DragThreshold key={l.at.ruleId} line={l} y={y} width={width} onMove={onMove} />
      ))}
    </g>
  );
}

/** One step by key, Pa: a quarter psi. */
const KEY_STEP = 1723.7;

function DragThreshold({
  line: l,
  y,
  width,
  onMove,
}: {
  readonly line: DragLine;
  readonly y: ScaleLinear<number, number>;
  readonly width: number;
  readonly onMove: (line: DragLine, above: number) => void;
}) {
  const format = useFormat();
  const [held, setHeld] = useState<number | null>(null);
  const start = useRef(0);
  const value = held ?? l.at.term.above;
  const at = (e: PointerEvent<SVGGElement>): number =>
    y.invert(y(l.at.term.above) + e.clientY - start.current);
  const key = (e: KeyboardEvent<SVGGElement>) => {
    const by = e.key === 'ArrowUp' ? 1 : e.key === 'ArrowDown' ? -1 : 0;
    if (by === 0) return;
    e.preventDefault();
    onMove(l, l.at.term.above + by * KEY_STEP * (e.shiftKey ? 4 : 1));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Threshold of ${l.name}`}
      aria-orientation="vertical"
      aria-valuemin={-100e3}
      aria-valuemax={500e3}
      aria-valuenow={Math.round(value)}
      aria-valuetext={format('manifold', value)}
      className="cursor-ns-resize touch-none"
      onKeyDown={key}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        start.current = e.clientY;
        setHeld(l.at.term.above);
      }}
      onPointerMove={(e) => held !== null && setHeld(at(e))}
      onPointerUp={(e) => {
        if (held === null) return;
        const above = at(e);
        setHeld(null);
        if (Math.abs(above - l.at.term.above) > 300) onMove(l, Math.round(above / 100) * 100);
      }}
      onPointerCancel={() => setHeld(null)}
    >
      <rect x={LEFT - 4} y={y(value) - 22} width={width - LEFT - RIGHT + 4} height={44} fill="transparent" />
      <line
        x1={LEFT}
        x2={width - RIGHT}
        y1={y(value)}
        y2={y(value)}
        stroke="var(--mark)"
        strokeWidth={4}
        strokeDasharray="10 5"
      />
      <text x={width - RIGHT - 4} y={y(value) - 6} fontSize={13} fontWeight={700} textAnchor="end">
        {l.name.split(',')[0]} in at {format('manifold', value)}
      </text>
    </g>
  );
}

function LaneRow({
  name,
  lane,
  x,
  y,
  width,
}: {
  readonly name: string;
  readonly lane: Replay['lanes'][number];
  readonly x: X;
  readonly y: number;
  readonly width: number;
}) {
  const bars: { from: number; to: number; reason: string }[] = [];
  for (const s of lane.steps) {
    const last = bars.at(-1);
    if (!s.on) continue;
    if (last && s.t - last.to < 0.06) last.to = s.t;
    else bars.push({ from: s.t, to: s.t, reason: s.reason });
  }
  return (
    <g>
      <text fontSize={13} fontWeight={650}>
        {wrapped(name, LEFT - 18, 2).map((text, i, all) => (
          <tspan key={text} x={8} y={y + 17 + (i - (all.length - 1) / 2) * 14}>
            {text}
          </tspan>
        ))}
      </text>
      <line x1={LEFT} x2={width - RIGHT} y1={y + LANE - 6} y2={y + LANE - 6} stroke="var(--rule)" />
      {bars.map((b) => (
        <rect
          key={b.from}
          x={x(b.from)}
          y={y + 3}
          width={Math.max(2, x(b.to + 0.05) - x(b.from))}
          height={LANE - 9}
          fill="var(--feed)"
        >
          <title>{`${name}: on ${b.from.toFixed(1)} to ${b.to.toFixed(1)} s, ${b.reason}`}</title>
        </rect>
      ))}
    </g>
  );
}

function RailTrace({
  rails,
  x,
  top,
  width,
}: {
  readonly rails: readonly RailMoment[];
  readonly x: X;
  readonly top: number;
  readonly width: number;
}) {
  const { units } = useSettings();
  const gauge = useJob((job) => (sideWord(job.doc) === 'rail' ? 'Rail' : 'Low side'));
  const unit = shownUnit('pressure', units);
  const highest = Math.max(1, ...rails.map((r) => Math.max(r.required, r.rail ?? 0)));
  const y = scaleLinear([0, (highest * 1.05) / unit.factor], [top + RAIL - 4, top + 6]);
  const wanted = line<RailMoment>(
    (r) => x(r.t),
    (r) => y(r.required / unit.factor),
  )([...rails]);
  const rail = line<RailMoment>(
    (r) => x(r.t),
    (r) => y(Math.max(0, r.rail ?? 0) / unit.factor),
  ).defined((r) => r.rail !== null)([...rails]);
  return (
    <g>
      <text x={8} y={top + 16} fontSize={13} fontWeight={650}>
        {gauge}, {unit.symbol}
      </text>
      <text x={8} y={top + 32} fontSize={13} className="label" style={{ fill: 'var(--soft)' }}>
        dashed: wanted
      </text>
      <ValueAxis
        ticks={y.ticks(4)}
        at={y}
        plot={{ left: LEFT, right: width - RIGHT, top, bottom: top + RAIL }}
      />
      <path d={wanted ?? ''} fill="none" stroke="var(--ink)" strokeWidth={1.6} strokeDasharray="5 4" />
      <path d={rail ?? ''} fill="none" stroke="var(--feed)" strokeWidth={3} />
    </g>
  );
}
