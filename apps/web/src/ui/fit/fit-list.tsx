import type { EndFit, Lies } from '@venula/core/fit';
import { sayEnds } from '@venula/core/say';
import { capital } from '@venula/core/quantities';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';

const SHOWN = 6;
const LIES: Readonly<Record<Lies, string>> = {
  easily: 'lies easily',
  tightly: 'tight bends',
  'in-a-loop': 'only in a loop',
};

/** Every pair that goes in, best first; one is looked at. */
export function FitList({
  fits,
  chosen,
  hand,
  cutOf,
  onChoose,
}: {
  readonly fits: readonly EndFit[];
  /** Whether both ends of a pair lie on the shelf. */
  readonly hand?: ((fit: EndFit) => boolean) | undefined;
  /** Hose to cut for a pair, m. */
  readonly cutOf: (fit: EndFit) => number;
  readonly chosen: EndFit | undefined;
  readonly onChoose: (fit: EndFit) => void;
}) {
  const format = useFormat();
  const [all, setAll] = useState(false);
  const shown = all ? fits : fits.slice(0, SHOWN);
  return (
    <section aria-label="Pairs that go in">
      <ol>
        {shown.map((fit) => (
          <li key={fit.ends.join()} className="border-t border-rule">
            <button
              type="button"
              aria-pressed={fit === chosen}
              onClick={() => onChoose(fit)}
              className={`grid min-h-[52px] w-full grid-cols-[minmax(0,1fr)_6.5rem_7.5rem_4.5rem] items-center gap-x-3 px-1 py-1 text-left max-md:grid-cols-[minmax(0,1fr)_6.5rem] ${fit === chosen ? 'bg-mark/25 font-semibold' : 'hover:bg-well'}`}
            >
              <span>
                {capital(sayEnds(fit.ends))}
                {hand?.(fit) && <span className="label text-sm font-semibold text-good"> on the shelf</span>}
              </span>
              <span className="num">cut {format('tape', cutOf(fit))}</span>
              <span className={`label text-sm ${fit.lies === 'easily' ? 'text-soft' : 'text-fix'}`}>
                {LIES[fit.lies]}
              </span>
              <span className="num label text-sm text-soft">K {fit.loss.toFixed(1)}</span>
            </button>
          </li>
        ))}
      </ol>
      {fits.length > SHOWN && (
        <button type="button" className="btn btn-small mt-2" onClick={() => setAll(!all)}>
          {all ? 'The best only' : `All ${fits.length} pairs`}
        </button>
      )}
    </section>
  );
}
