import type { UnitSystem } from '@venula/core/quantities';
import { useEffect } from 'react';
import { UNIT_WORDS } from './unit-words.ts';

/** Long enough to be read and taken back with gloves on, ms. */
const SHOWN_MS = 12_000;

/** Says that every figure is now shown in other units, with Undo: a single key is enough to change them. */
export function UnitsNotice({
  units,
  onUndo,
  onGone,
}: {
  readonly units: UnitSystem;
  readonly onUndo: () => void;
  readonly onGone: () => void;
}) {
  useEffect(() => {
    const timer = setTimeout(onGone, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [units, onGone]);
  return (
    <div
      role="status"
      className="no-print fixed bottom-20 left-1/2 z-40 flex -translate-x-1/2 items-center gap-3 border-2 border-ink bg-paper py-1 pr-1 pl-4 max-md:w-[calc(100vw-24px)] max-md:justify-between"
    >
      <span>
        All figures are now in <strong className="font-semibold">{UNIT_WORDS[units].said}</strong>.
      </span>
      <button type="button" className="btn btn-small" onClick={onUndo}>
        Undo
      </button>
    </div>
  );
}
