import { useState, type KeyboardEvent, type PointerEvent } from 'react';

export interface Cursor {
  /** Row that is read off, by finger, mouse or key; what is chosen elsewhere where nobody points. */
  readonly at: number;
  readonly on: {
    readonly onPointerMove: (e: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerDown: (e: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerLeave: () => void;
    readonly onKeyDown: (e: KeyboardEvent) => void;
    readonly onBlur: () => void;
  };
}

/**
 * Reads a chart at one row: the nearest to the pointer, or by arrow keys; a tap, Enter or space chooses it.
 * @param count rows
 * @param xOf where a row stands in the drawing
 * @param width of the drawing, in its own units
 * @param chosen row that is chosen elsewhere, −1: none
 */
export function useCursor(
  count: number,
  xOf: (row: number) => number,
  width: number,
  chosen: number,
  onChoose?: (row: number) => void,
): Cursor {
  const [pointed, setPointed] = useState<number | null>(null);
  const nearest = (e: PointerEvent<SVGSVGElement>): number => {
    const box = e.currentTarget.getBoundingClientRect();
    const x = box.width > 0 ? ((e.clientX - box.left) / box.width) * width : 0;
    let best = 0;
    for (let i = 1; i < count; i++) if (Math.abs(xOf(i) - x) < Math.abs(xOf(best) - x)) best = i;
    return best;
  };
  const at = pointed !== null && pointed < count ? pointed : chosen;
  return {
    at,
    on: {
      onPointerMove: (e) => setPointed(nearest(e)),
      onPointerDown: (e) => {
        setPointed(nearest(e));
        onChoose?.(nearest(e));
      },
      onPointerLeave: () => setPointed(null),
      onKeyDown: (e) => {
        const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
        const to =
          by !== undefined
            ? Math.min(count - 1, Math.max(0, at < 0 ? 0 : at + by))
            : e.key === 'Home'
              ? 0
              : e.key === 'End'
                ? count - 1
                : null;
        if (to !== null) setPointed(to);
        else if ((e.key === 'Enter' || e.key === ' ') && at >= 0) onChoose?.(at);
        else return;
        e.preventDefault();
      },
      onBlur: () => setPointed(null),
    },
  };
}
