import { sayState } from '@venula/core/say';
import type { StateKind, StateResult } from '@venula/core/engine';
import { area, curveMonotoneX, line, max, scaleLinear } from 'd3';
import { useRef } from 'react';
import { useFormat } from '../app/settings.ts';
import { useJob, useOpenJob, useShown, useStates } from './job-context.ts';

/** One word where the strip has room for no more. */
const SHORT: Partial<Record<StateKind, string>> = { forced: 'Forced', idle: 'Idle', 'hot-soak': 'Soak' };
const WIDTH = 520;
const HEIGHT = 44;

/** The operating states, the pull as a curve to drag along: one line under the drawing, or a sheet of its own on a phone. */
export function StateStrip({ upright = false }: { readonly upright?: boolean }) {
  const states = useStates();
  const stateId = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  const before = states.filter((s) =>
    ['prime', 'cranking', 'forced', 'idle', 'cruise'].includes(s.state.kind),
  );
  const pull = states.filter((s) => s.state.kind === 'pull');
  const after = states.filter((s) => ['lift-off', 'hot-soak'].includes(s.state.kind));
  const button = (s: StateResult) => (
    <StateButton key={s.state.id} result={s} active={s.state.id === stateId} onSelect={selectState} />
  );
  if (upright)
    return (
      <div role="group" aria-label="Operating state" className="grid gap-3">
        <StateNow />
        <div className="grid grid-cols-3 gap-2">{[...before, ...after].map(button)}</div>
        <PullCurve pull={pull} />
      </div>
    );
  return (
    <div
      className="no-print @container h-[52px] shrink-0 border-t-2 border-ink bg-well"
      role="group"
      aria-label="Operating state"
    >
      <div className="flex h-full items-center gap-2 overflow-x-auto px-2">
        {before.map(button)}
        <PullCurve pull={pull} />
        {after.map(button)}
        <StateNow />
      </div>
    </div>
  );
}

/** Which state is looked at, and what the engine does in it. */
function StateNow() {
  const shown = useShown();
  const format = useFormat();
  return (
    <p
      className="ml-1 w-[158px] shrink-0 text-right leading-tight @max-[820px]:w-[92px]"
      aria-live="polite"
      data-testid="state-now"
    >
      {shown && (
        <>
          <span className="block font-bold">
            {shown.state.kind === 'pull' ? `${shown.state.rpm.toFixed(0)} rpm` : sayState(shown.state)}
          </span>
          <span className="label block text-sm text-soft @max-[820px]:hidden">
            {format('manifold', shown.state.manifold)} manifold,{' '}
            {format('flow', Math.max(0, shown.state.draw))}
          </span>
        </>
      )}
    </p>
  );
}

function StateButton({
  result,
  active,
  onSelect,
}: {
  readonly result: StateResult;
  readonly active: boolean;
  readonly onSelect: (id: string) => void;
}) {
  return (
    <button
      type="button"
      className={`btn label shrink-0 px-2.5 text-sm ${active ? 'btn-main' : 'bg-paper'}`}
      aria-pressed={active}
      aria-label={sayState(result.state)}
      onClick={() => onSelect(result.state.id)}
    >
      {SHORT[result.state.kind] ?? sayState(result.state)}
    </button>
  );
}

function PullCurve({ pull }: { readonly pull: readonly StateResult[] }) {
  const stateId = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  const ref = useRef<SVGSVGElement>(null);
  if (pull.length === 0) return <div className="grow" />;
  const x = scaleLinear([pull[0]!.state.rpm, pull.at(-1)!.state.rpm], [16, WIDTH - 16]);
  const y = scaleLinear([0, max(pull, (s) => s.state.draw) ?? 1], [HEIGHT - 6, 8]);
  const xOf = (s: StateResult) => (pull.length === 1 ? WIDTH / 2 : x(s.state.rpm));
  const active = pull.findIndex((s) => s.state.id === stateId);
  const pick = (clientX: number) => {
    const box = ref.current!.getBoundingClientRect();
    const at = ((clientX - box.left) / box.width) * WIDTH;
    const nearest = pull.reduce((best, s) => (Math.abs(xOf(s) - at) < Math.abs(xOf(best) - at) ? s : best));
    selectState(nearest.state.id);
  };
  const step = (by: number) => {
    const next = pull[Math.min(pull.length - 1, Math.max(0, (active < 0 ? pull.length : active) + by))];
    if (next) selectState(next.state.id);
  };
  return (
    <svg
      ref={ref}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="h-[44px] min-w-[96px] grow touch-none rounded-sm bg-paper"
      role="slider"
      tabIndex={0}
      aria-label="Point of the pull"
      aria-valuemin={pull[0]!.state.rpm}
      aria-valuemax={pull.at(-1)!.state.rpm}
      aria-valuenow={active >= 0 ? pull[active]!.state.rpm : pull[0]!.state.rpm}
      aria-valuetext={active >= 0 ? sayState(pull[active]!.state) : 'not in the pull'}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        pick(e.clientX);
      }}
      onPointerMove={(e) => {
        if (e.buttons > 0) pick(e.clientX);
      }}
      onKeyDown={(e) => {
        if (e.key === 'ArrowRight' || e.key === 'ArrowUp') step(1);
        else if (e.key === 'ArrowLeft' || e.key === 'ArrowDown') step(-1);
        else return;
        e.preventDefault();
      }}
    >
      <path
        d={area<StateResult>(xOf, HEIGHT, (s) => y(s.state.draw)).curve(curveMonotoneX)([...pull]) ?? ''}
        fill="var(--well)"
      />
      <path
        d={line<StateResult>(xOf, (s) => y(s.state.draw)).curve(curveMonotoneX)([...pull]) ?? ''}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2.5}
        vectorEffect="non-scaling-stroke"
      />
      {pull.map((s) => (
        <line
          key={s.state.id}
          x1={xOf(s)}
          x2={xOf(s)}
          y1={HEIGHT - 8}
          y2={HEIGHT}
          stroke="var(--soft)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {active >= 0 && (
        <line
          x1={xOf(pull[active]!)}
          x2={xOf(pull[active]!)}
          y1={0}
          y2={HEIGHT}
          stroke="var(--mark)"
          strokeWidth={6}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
