import { useMemo, useState } from 'react';
import { LINES } from '../lines.ts';
import { useLayoutWidth } from '../use-layout.ts';
import { useWidth } from '../use-size.ts';
import { formatQuantity } from '@venula/core/quantities';
import { useSettings } from '../../app/settings.ts';
import { FallingLines, CHART_HEIGHT } from './falling-lines.tsx';
import { HEIGHT_STRIP, HeightLine } from './height-line.tsx';
import {
  HALF_WIDTH,
  JUNCTION_NAME,
  layOut,
  type Layout,
  type PlacedJunction,
  type PlacedPath,
} from './lay-out.ts';
import { NAME_LINE, wrapped } from './names.ts';
import { Part, type KeysHeld } from './part.tsx';
import { RowCore } from './row-core.tsx';
import { EndSymbol } from './symbols.tsx';
import { UprightTrack } from './upright-track.tsx';
import type { Track, TrackJunction } from './track-model.ts';
import { TONE } from '../severity.tsx';

export interface LoopDrawingProps {
  readonly track: Track;
  readonly title: string;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** Junctions can be touched as well. */
  readonly onJunction?: (id: string) => void;
  readonly selectedJunction?: string | null;
  /** Arrow up and down on a part: one size larger or smaller. */
  readonly onStep?: (id: string, by: 1 | -1) => void;
  /** Other keys on a part. */
  readonly onKey?: (id: string, key: string, held: KeysHeld) => boolean;
}

/** The track of parts and the line that falls along it: below it, or beside it where the screen is narrow. */
export function LoopDrawing(props: LoopDrawingProps) {
  return useLayoutWidth() === 'phone' ? <UprightTrack {...props} /> : <WideTrack {...props} />;
}

function WideTrack({
  track,
  title,
  selected,
  onSelect,
  onJunction,
  selectedJunction,
  onStep,
  onKey,
}: LoopDrawingProps) {
  const [ref, available] = useWidth<HTMLDivElement>(820);
  const layout = useMemo(() => layOut(track, available), [track, available]);
  const high = track.paths.some((p) => p.items.some((i) => i.heights));
  const { units } = useSettings();
  const [looked, setLooked] = useState<string | null>(null);
  // What a gauge or a meter across it would show: always where somebody would put one, at a Y while it is looked at; a tank's is
  // the air's.
  const reading = (j: TrackJunction): string =>
    track.unsolved ||
    j.symbol === 'tank' ||
    (j.symbol === 'tee' && looked !== j.id && selectedJunction !== j.id)
      ? ''
      : formatQuantity(track.dimension, j.value - (j.homeValue ?? 0), units).text;
  const height = layout.height + 18 + CHART_HEIGHT + 12 + (high ? HEIGHT_STRIP : 0);
  return (
    <div ref={ref} className="overflow-x-auto">
      <svg
        width={layout.width}
        height={height}
        viewBox={`0 0 ${layout.width} ${height}`}
        role="group"
        aria-label={title}
      >
        {track.unsolved ? (
          <text x={40} y={layout.height + 60} fontSize={15} style={{ fill: 'var(--soft)' }}>
            Not solved: there is no pressure to show.
          </text>
        ) : (
          <FallingLines track={track} layout={layout} selected={looked ?? selected} />
        )}
        {high && <HeightLine layout={layout} top={layout.height + 18 + CHART_HEIGHT + 6} />}
        <TeeBars layout={layout} />
        <Ways layout={layout} />
        {layout.paths.map((p) =>
          p.slots.map((slot) => (
            <Part
              key={slot.item.id}
              slot={slot}
              y={p.y}
              rank={p.rank}
              above={p.path.way === 'out'}
              selected={selected === slot.item.id}
              onSelect={onSelect}
              onLook={setLooked}
              {...(onStep ? { onStep } : {})}
              {...(onKey ? { onKey } : {})}
            />
          )),
        )}
        {layout.junctions.map((j) => (
          <JunctionMark
            key={j.junction.id}
            placed={j}
            reading={reading(j.junction)}
            selected={selectedJunction === j.junction.id}
            onLook={setLooked}
            {...(onJunction ? { onJunction } : {})}
          />
        ))}
      </svg>
    </div>
  );
}

/** Upright bars of the Ys, under everything: a way that only crosses one passes over it. */
function TeeBars({ layout }: { readonly layout: Layout }) {
  return (
    <>
      {layout.junctions
        .filter((j) => j.junction.symbol === 'tee')
        .map(({ junction, x, top, bottom }) => (
          <line
            key={junction.id}
            x1={x}
            x2={x}
            y1={top}
            y2={bottom}
            stroke="var(--ink)"
            strokeWidth={7}
            strokeLinecap="round"
          />
        ))}
    </>
  );
}

/** The lines themselves, part to part and up and down to the junctions. */
function Ways({ layout }: { readonly layout: Layout }) {
  return (
    <>
      {layout.paths.flatMap((p: PlacedPath) => {
        const pieces = p.slots.map((s) => ({ key: s.item.id, line: s.item.line, x0: s.x0, x1: s.x1 }));
        const first = p.slots[0]?.item.line ?? p.path.line;
        const last = p.slots.at(-1)?.item.line ?? p.path.line;
        const all = [
          { key: 'start', line: first, x0: layout.xOf(p.path.from), x1: p.x0 },
          ...(pieces.length > 0 ? pieces : [{ key: 'bare', line: p.path.line, x0: p.x0, x1: p.x1 }]),
          { key: 'end', line: last, x0: p.x1, x1: layout.xOf(p.path.to) },
        ];
        return all.map((piece) => {
          const style = LINES[piece.line];
          return (
            <g key={`${p.path.id}-${piece.key}`}>
              <line
                x1={piece.x0}
                x2={piece.x1}
                y1={p.y}
                y2={p.y}
                stroke={style.color}
                strokeWidth={style.width}
                strokeDasharray={'dash' in style ? style.dash : undefined}
              />
              {piece.line !== 'suction' && <RowCore rank={p.rank} d={`M${piece.x0} ${p.y} H${piece.x1}`} />}
            </g>
          );
        });
      })}
    </>
  );
}

function JunctionMark({
  placed,
  reading,
  selected,
  onLook,
  onJunction,
}: {
  readonly placed: PlacedJunction;
  readonly reading: string;
  readonly selected: boolean;
  /** Pointed at or focused, or no longer. */
  readonly onLook: (id: string | null) => void;
  readonly onJunction?: (id: string) => void;
}) {
  const { junction, x, top, bottom } = placed;
  const mark = <JunctionShape placed={placed} reading={reading} />;
  if (!onJunction) return <g>{mark}</g>;
  // A glove’s width at least, and clear of the parts beside it.
  const half = junction.symbol === 'tee' ? 22 : Math.max(22, HALF_WIDTH[junction.symbol] - 1);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={reading ? `${junction.name}, ${reading}` : junction.name}
      data-junction={junction.id}
      className="cursor-pointer"
      onClick={() => onJunction(junction.id)}
      onFocus={() => onLook(junction.id)}
      onBlur={() => onLook(null)}
      onPointerEnter={() => onLook(junction.id)}
      onPointerLeave={() => onLook(null)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        onJunction(junction.id);
        e.preventDefault();
      }}
    >
      <rect
        x={x - half}
        y={top - 28}
        width={2 * half}
        height={bottom - top + 56}
        rx={8}
        fill={selected ? 'var(--mark)' : 'transparent'}
        fillOpacity={0.35}
        stroke={junction.severity ? TONE[junction.severity] : 'transparent'}
        strokeWidth={3}
      />
      {mark}
    </g>
  );
}

function JunctionShape({
  placed: { junction, x, top, bottom },
  reading,
}: {
  readonly placed: PlacedJunction;
  readonly reading: string;
}) {
  const middle = (top + bottom) / 2;
  if (junction.symbol === 'tee') {
    return (
      <g>
        <title>{junction.name}</title>
        <circle cx={x} cy={top} r={7} fill="var(--paper)" stroke="var(--ink)" strokeWidth={3} />
        <circle cx={x} cy={bottom} r={7} fill="var(--paper)" stroke="var(--ink)" strokeWidth={3} />
        <Reading x={x} y={top - 16} text={reading} />
      </g>
    );
  }
  return (
    <g>
      <title>{junction.name}</title>
      <g transform={`translate(${x} ${middle})`}>
        <EndSymbol kind={junction.symbol} height={bottom - top} />
      </g>
      <text textAnchor="middle" className="label" fontSize={13} fontWeight={600}>
        {wrapped(junction.name, JUNCTION_NAME).map((text, i, all) => (
          <tspan key={i} x={x} y={top - 32 + (i - all.length + 1) * NAME_LINE}>
            {text}
          </tspan>
        ))}
      </text>
      <Reading x={x} y={bottom + 42} text={reading} />
    </g>
  );
}

function Reading({ x, y, text }: { readonly x: number; readonly y: number; readonly text: string }) {
  if (text === '') return null;
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      className="headline"
      fontSize={17}
      style={{ stroke: 'var(--board)', strokeWidth: 5, paintOrder: 'stroke' }}
    >
      {text}
    </text>
  );
}
