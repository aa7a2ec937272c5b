import { isStartingFigure, sourceOf } from '@venula/core/document';
import { cutLength, HOSE_KINDS } from '@venula/core/kinds';
import { sayOrigin } from '@venula/core/say';
import { ChevronRight } from 'lucide-react';
import { useFormat } from '../../app/settings.ts';
import type { Line } from './use-lines.ts';

/** Every line with its length, what it comes nearest to, and what to cut. One is touched to be measured. */
export function LinesView({
  lines,
  chosen,
  onChoose,
}: {
  readonly lines: readonly Line[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
}) {
  return (
    <ol aria-label="Lines in the order the fuel meets them">
      {lines.map((line) => (
        <li key={line.id} className="border-t border-rule">
          <LineRow line={line} open={line.id === chosen} onOpen={() => onChoose(line.id)} />
        </li>
      ))}
    </ol>
  );
}

/** Further off than this nothing is said of it, m. */
const NEAR = 0.3;

function LineRow({
  line: { id, run, route, passes },
  open,
  onOpen,
}: {
  readonly line: Line;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const format = useFormat();
  const worst = passes.find((p) => p.distance < Math.max(NEAR, p.needs));
  const short = worst && !worst.assumed && worst.distance < worst.needs;
  return (
    <button
      type="button"
      data-line={id}
      aria-pressed={open}
      onClick={onOpen}
      className={`grid min-h-[64px] w-full grid-cols-[minmax(0,5fr)_minmax(0,3fr)_minmax(0,5fr)_minmax(0,2.6fr)_24px] items-center gap-x-4 px-1 py-2 text-left max-lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_24px] ${open ? 'bg-mark/25' : 'hover:bg-well'}`}
    >
      <span>
        <strong className="block leading-tight font-semibold">{run.name}</strong>
        <span className="label text-sm text-soft">
          -{run.dash}, {HOSE_KINDS[run.hose].name}
        </span>
      </span>
      <span>
        <strong className="num block text-left font-semibold">{format('length', run.lengthM)}</strong>
        <span className="label text-sm text-soft">{sayOrigin(sourceOf(run, 'lengthM'))}</span>
      </span>
      <span className="leading-tight max-lg:col-start-1 max-lg:row-start-2 max-lg:self-start">
        {worst ? (
          <>
            <span className={`block font-medium ${short ? 'text-fix' : ''}`}>
              {worst.distance <= 0
                ? `touches ${worst.name.toLowerCase()}`
                : `${format('tape', worst.distance)} from ${worst.name.toLowerCase()}`}
            </span>
            <span className="label text-sm text-soft">
              wants {format('tape', worst.needs)}
              {worst.sleeved ? ', sleeved' : ''}
              {worst.assumed ? ', its place not measured' : ''}
            </span>
          </>
        ) : (
          <span className="label text-sm text-soft">
            {run.existing ? 'already in the car' : route ? 'nothing near' : 'not measured yet'}
          </span>
        )}
      </span>
      <span className="max-lg:col-start-2 max-lg:row-start-2 max-lg:self-start">
        {!run.existing && (
          <>
            <span className="label block text-sm text-soft">cut</span>
            <strong className="num block text-left font-semibold">
              {isStartingFigure(run, 'lengthM') ? 'to measure' : format('tape', cutLength(run))}
            </strong>
          </>
        )}
      </span>
      <ChevronRight size={20} aria-hidden className="text-soft max-lg:col-start-3 max-lg:row-start-1" />
    </button>
  );
}
