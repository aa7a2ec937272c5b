import type { EndFit } from '@venula/core/fit';
import { ENDS } from '@venula/core/kinds';
import { clockText } from '@venula/core/quantities';
import { MarginBar } from '../margin-bar.tsx';

/** How the ends are turned, and how much room the bends have. */
export function FitFacts({ fit, least }: { readonly fit: EndFit; readonly least: number }) {
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(220px,1fr))] gap-x-8 gap-y-1">
      <ul className="grid content-start gap-1">
        {fit.ends.map((end, side) => (
          <li key={side} className="flex min-h-[44px] items-center gap-3">
            <Dial clock={fit.clocks[side] ?? null} />
            <span>
              <strong className="font-semibold">
                Port {side + 1}: {ENDS[end].name}
              </strong>
              <span className="block text-sm text-soft">{clockWords(fit.clocks[side] ?? null)}</span>
            </span>
          </li>
        ))}
        {fit.benchClock !== null && (
          <li className="flex min-h-[44px] items-center gap-3">
            <Dial clock={fit.benchClock} />
            <span>
              <strong className="font-semibold">On the bench</strong>
              <span className="block text-sm text-soft">{benchWords(fit.benchClock)}</span>
            </span>
          </li>
        )}
      </ul>
      <MarginBar
        label="Bend radius there is room for"
        dimension="tape"
        value={fit.reserve * least}
        limit={least}
        sense="at least"
        limitLabel="least of this hose"
      />
    </div>
  );
}

const clockWords = (clock: number | null): string =>
  clock === null ? 'no clock to set' : `turn it to ${clockText(clock)} as you look at the port; 12 is up`;

function benchWords(angle: number): string {
  const degrees = Math.round((angle * 180) / Math.PI / 5) * 5;
  if (degrees === 0) return 'both elbows point the same way';
  if (Math.abs(degrees) === 180) return 'the elbows point opposite ways';
  return `second elbow ${Math.abs(degrees)}° ${degrees > 0 ? 'clockwise' : 'counter-clockwise'} of the first, looking along the hose`;
}

/** A clock’s face with one hand. */
function Dial({ clock }: { readonly clock: number | null }) {
  const [x, y] = clock === null ? [0, 0] : [Math.sin(clock) * 13, -Math.cos(clock) * 13];
  return (
    <svg width={40} height={40} viewBox="-20 -20 40 40" className="shrink-0" aria-hidden>
      <circle r={17} fill="none" stroke="var(--ink)" strokeWidth={2.5} />
      <line x1={0} y1={-17} x2={0} y2={-12} stroke="var(--ink)" strokeWidth={2.5} />
      {clock === null ? (
        <circle r={3} fill="var(--soft)" />
      ) : (
        <line x1={0} y1={0} x2={x} y2={y} stroke="var(--feed)" strokeWidth={5} strokeLinecap="round" />
      )}
    </svg>
  );
}
