import { formatQuantity, type Dimension } from '@venula/core/quantities';
import { line } from 'd3';
import { useEffect, useRef } from 'react';
import { useSettings } from '../../app/settings.ts';
import { LINES } from '../lines.ts';
import { SeverityMark } from '../severity.tsx';
import type { LoopDrawingProps } from './loop-drawing.tsx';
import { heightOf, rowsOf } from './upright-rows.ts';
import { useTrackScale } from './use-track-scale.ts';

const CHART = 108;
const LANE = 34;

/** The track stood on end for a narrow screen: a row a part, the line falling beside it. */
export function UprightTrack({
  track,
  title,
  selected,
  onSelect,
  onJunction,
  selectedJunction,
}: LoopDrawingProps) {
  const rows = rowsOf(track);
  const list = useRef<HTMLOListElement>(null);
  const chosen = selected ?? selectedJunction ?? null;
  // Its sheet covers the lower part of the screen: what was touched stays in the upper one.
  useEffect(() => {
    if (chosen === null) return;
    list.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'start' });
  }, [chosen]);
  const { units } = useSettings();
  const say = (value: number): string =>
    formatQuantity(track.dimension satisfies Dimension, value, units).text;
  const { scale, at } = useTrackScale(
    track,
    rows.map((r) => r.value),
    CHART - 16,
  );
  // More lies to the right.
  const x = (si: number): number => CHART - 8 - at(si);
  const heights = rows.map(heightOf);
  const tops = heights.map((_, i) => heights.slice(0, i).reduce((sum, h) => sum + h, 0));
  const tall = heights.reduce((sum, h) => sum + h, 0);
  const y = (i: number): number => tops[i]! + heights[i]! / 2;
  const pieces = rows.slice(1).flatMap((to, i) => (to.begins ? [] : [{ from: rows[i]!, to, i }]));
  return (
    <div role="group" aria-label={title} className="relative">
      {!track.unsolved && (
        <svg width={CHART} height={tall} className="pointer-events-none absolute top-0 right-0" aria-hidden>
          {scale.breakAt !== null && (
            <path
              data-testid="axis-break"
              d={`M${CHART - 8 - scale.breakAt} 0 V${tall}`}
              stroke="var(--rule)"
              strokeWidth={5}
              strokeDasharray="2 5"
            />
          )}
          {pieces.map(({ from, to, i }) => {
            const style = LINES[to.line];
            const d = line()([
              [x(from.value), y(i)],
              [x(to.value), y(i + 1)],
            ]);
            return (
              <path
                key={to.key}
                d={d ?? ''}
                fill="none"
                stroke={style.color}
                strokeWidth={3.4}
                strokeDasharray={'dash' in style ? style.dash : undefined}
              />
            );
          })}
        </svg>
      )}
      <ol ref={list}>
        {rows.map((row, i) => {
          const style = LINES[row.line];
          const on = row.kind === 'part' ? selected === row.id : selectedJunction === row.id;
          const place = row.kind === 'junction';
          return (
            <li key={row.key} style={{ height: heights[i] }} className="relative border-b border-rule">
              <svg width={LANE} height={heights[i]} className="absolute top-0 left-0" aria-hidden>
                <line
                  x1={LANE / 2}
                  x2={LANE / 2}
                  y1={i === 0 || row.begins ? heights[i]! / 2 : 0}
                  y2={rows[i + 1] === undefined || rows[i + 1]!.begins ? heights[i]! / 2 : heights[i]}
                  stroke={style.color}
                  strokeWidth={style.width}
                  strokeDasharray={'dash' in style ? style.dash : undefined}
                />
                {place ? (
                  <rect
                    x={LANE / 2 - 9}
                    y={heights[i]! / 2 - 12}
                    width={18}
                    height={24}
                    rx={4}
                    fill="var(--paper)"
                    stroke="var(--ink)"
                    strokeWidth={3}
                  />
                ) : (
                  <circle
                    cx={LANE / 2}
                    cy={heights[i]! / 2}
                    r={7}
                    fill="var(--paper)"
                    stroke="var(--ink)"
                    strokeWidth={3}
                  />
                )}
              </svg>
              <button
                type="button"
                className={`absolute inset-0 flex scroll-mt-[58px] items-center gap-2 text-left ${on ? 'bg-mark/25' : ''}`}
                style={{ paddingLeft: LANE + 6, paddingRight: CHART + 6 }}
                aria-pressed={on}
                aria-label={`${row.name}${row.caption ? `, ${row.caption}` : ''}`}
                {...(place ? { 'data-junction': row.id } : { 'data-part': row.id })}
                onClick={() => (place ? onJunction?.(row.id) : onSelect(row.id))}
              >
                <span className="min-w-0 grow leading-tight [overflow-wrap:anywhere]">
                  <span className={place ? 'font-bold' : 'font-medium'}>{row.name}</span>
                  {row.caption && <span className="label block text-sm text-soft">{row.caption}</span>}
                </span>
                {row.severity && <SeverityMark severity={row.severity} />}
                {!track.unsolved && (
                  <span className={`shrink-0 text-right ${place ? 'text-lg font-bold' : 'text-sm'}`}>
                    {say(row.reading)}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ol>
    </div>
  );
}
