import type { KeyboardEvent } from 'react';
import { LINES } from '../lines.ts';
import { TONE } from '../severity.tsx';
import type { Slot } from './lay-out.ts';
import { NAME_LINE, wrapped } from './names.ts';
import { RowCore } from './row-core.tsx';
import { PartSymbol } from './symbols.tsx';

/** Keys held down beside the one pressed. */
export interface KeysHeld {
  readonly alt: boolean;
  readonly shift: boolean;
}

interface PartProps {
  readonly slot: Slot;
  readonly y: number;
  readonly rank: number;
  readonly selected: boolean;
  readonly above?: boolean;
  readonly onSelect: (id: string) => void;
  /** Pointed at or focused, or no longer. */
  readonly onLook?: (id: string | null) => void;
  readonly onStep?: (id: string, by: 1 | -1) => void;
  /** Any other key; true when it was used. */
  readonly onKey?: (id: string, key: string, held: KeysHeld) => boolean;
}

export function Part({
  slot: { item, x0, x1, textX },
  y,
  rank,
  selected,
  above,
  onSelect,
  onLook,
  onStep,
  onKey,
}: PartProps) {
  const x = (x0 + x1) / 2;
  const width = Math.abs(x1 - x0);
  const plain = item.symbol === 'run' || item.symbol === 'wire';
  const half = plain ? Math.max(18, width / 2 - 10) : 25;
  const tone = item.severity ? TONE[item.severity] : 'transparent';
  const nameY = above ? y - 32 : y + 40;
  const keys = (e: KeyboardEvent) => {
    if (onKey?.(item.id, e.key, { alt: e.altKey, shift: e.shiftKey })) {
      e.preventDefault();
      return;
    }
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
      onFocus={() => onLook?.(item.id)}
      onBlur={() => onLook?.(null)}
      onPointerEnter={() => onLook?.(item.id)}
      onPointerLeave={() => onLook?.(null)}
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
        <>
          <Sleeve x={x} y={y} half={half - 6} color={LINES[item.line].color} wire={item.symbol === 'wire'} />
          <RowCore rank={rank} d={`M${x - half + 12} ${y} H${x + half - 12}`} />
        </>
      ) : (
        <g transform={`translate(${x} ${y})`} opacity={item.stopped ? 0.4 : 1}>
          <PartSymbol kind={item.symbol} tone={LINES[item.line].color} />
        </g>
      )}
      <text
        x={textX}
        y={nameY}
        textAnchor="middle"
        className="label"
        fontSize={13}
        fontWeight={selected ? 700 : 550}
        style={{ stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
      >
        {wrapped(item.name, width).map((text, i, all) => (
          <tspan key={i} x={textX} y={nameY + (above ? i - all.length + 1 : i) * NAME_LINE}>
            {text}
          </tspan>
        ))}
      </text>
      <text
        x={textX}
        y={above ? y + 41 : nameY + NAME_LINE * wrapped(item.name, width).length}
        textAnchor="middle"
        className="label"
        fontSize={13}
        style={{ fill: 'var(--soft)', stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
      >
        {wrapped(item.caption, width).map((text, i) => (
          <tspan key={i} x={textX} dy={i === 0 ? 0 : NAME_LINE}>
            {text}
          </tspan>
        ))}
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
