import { Minus, Plus } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useWidth } from './use-size.ts';

/** At full size the smallest text of a drawing is 11 px: it is never drawn smaller. */
const LEAST = 1;
const MOST = 3;
const STEP = 1.25;

/**
 * A drawing larger than its place: moved by touch, wheel or scroll bar, made larger by two fingers, by the wheel with Ctrl or
 * by two keys. It begins as large as its place allows and never smaller than it can be read.
 */
export function ZoomFrame({
  width,
  height,
  name,
  children,
}: {
  readonly width: number;
  readonly height: number;
  readonly name: string;
  readonly children: ReactNode;
}) {
  const [ref, available] = useWidth<HTMLDivElement>(900);
  const [chosen, setChosen] = useState<number | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const fit = Math.min(1.5, Math.max(LEAST, (available - 4) / width));
  const scale = Math.min(MOST, Math.max(LEAST, chosen ?? fit));
  usePinch(frame, scale, setChosen);
  return (
    <div ref={ref} className="relative border-2 border-rule bg-paper">
      <div
        ref={frame}
        className="scroll-edges max-h-[66vh] overflow-auto overscroll-contain [touch-action:pan-x_pan-y]"
        // A frame that scrolls is reached by the keyboard.
        tabIndex={0}
        role="group"
        aria-label={name}
      >
        <svg
          width={width * scale}
          height={height * scale}
          viewBox={`0 0 ${width} ${height}`}
          className="block"
          data-ticks
        >
          {children}
        </svg>
      </div>
      <div className="absolute right-2 bottom-2 flex gap-2">
        <button
          type="button"
          className="btn bg-paper px-0"
          aria-label="Smaller"
          disabled={scale <= LEAST + 0.01}
          onClick={() => setChosen(scale / STEP)}
        >
          <Minus size={18} aria-hidden />
        </button>
        <button
          type="button"
          className="btn bg-paper px-0"
          aria-label="Larger"
          disabled={scale >= MOST - 0.01}
          onClick={() => setChosen(scale * STEP)}
        >
          <Plus size={18} aria-hidden />
        </button>
      </div>
    </div>
  );
}

/** Two fingers, or the wheel with Ctrl: what lies between the fingers stays between them. */
function usePinch(
  frame: React.RefObject<HTMLDivElement | null>,
  scale: number,
  setScale: (next: number) => void,
): void {
  const now = useRef(scale);
  useEffect(() => {
    now.current = scale;
  }, [scale]);
  useEffect(() => {
    const el = frame.current;
    if (!el) return;
    let apart = 0;
    const zoom = (by: number, x: number, y: number) => {
      const next = Math.min(MOST, Math.max(LEAST, now.current * by));
      const grown = next / now.current;
      const box = el.getBoundingClientRect();
      const [px, py] = [x - box.left, y - box.top];
      const [left, top] = [(el.scrollLeft + px) * grown - px, (el.scrollTop + py) * grown - py];
      now.current = next;
      setScale(next);
      requestAnimationFrame(() => el.scrollTo(left, top));
    };
    // Touches and not pointers: a browser that begins to move the page takes pointers away, two touches can be kept from it.
    const span = ({ touches: [a, b] }: TouchEvent) =>
      a && b
        ? {
            far: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY),
            x: (a.clientX + b.clientX) / 2,
            y: (a.clientY + b.clientY) / 2,
          }
        : null;
    const begin = (e: TouchEvent) => {
      apart = span(e)?.far ?? 0;
    };
    const move = (e: TouchEvent) => {
      const s = span(e);
      if (!s || apart === 0) return;
      e.preventDefault();
      zoom(s.far / apart, s.x, s.y);
      apart = s.far;
    };
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey) return;
      e.preventDefault();
      zoom(Math.exp(-e.deltaY / 300), e.clientX, e.clientY);
    };
    el.addEventListener('touchstart', begin, { passive: true });
    el.addEventListener('touchmove', move, { passive: false });
    el.addEventListener('wheel', wheel, { passive: false });
    return () => {
      el.removeEventListener('touchstart', begin);
      el.removeEventListener('touchmove', move);
      el.removeEventListener('wheel', wheel);
    };
  }, [frame, setScale]);
}
