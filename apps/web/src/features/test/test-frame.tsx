import { useEffect, useRef, type ReactNode } from 'react';
import type { RunKind } from '../../api/types.ts';
import { useStale } from '../../job/record/stale.tsx';
import type { OpenRun } from '../../job/record/use-run.ts';
import { sayVerdict, Verdict } from '../../job/record/verdict.tsx';

/** A test folded to its name and how it stands: open while it is under way, and as long as it did not pass. */
export function TestFrame({
  kind,
  name,
  said,
  intro,
  run,
  onFold,
  children,
}: {
  readonly kind: RunKind;
  readonly name: string;
  /** How it stands before it is signed off. */
  readonly said: string;
  readonly intro?: string;
  readonly run: OpenRun;
  readonly onFold?: (open: boolean) => void;
  readonly children: ReactNode;
}) {
  const { done, begun, off } = run;
  const stale = useStale()(kind, done);
  const frame = useRef<HTMLDetailsElement>(null);
  const opens = begun || off;
  // What is open from the start may tell so before anybody listens.
  useEffect(() => {
    if (frame.current?.open) onFold?.(true);
  }, [opens, onFold]);
  return (
    <details
      className="mt-3 border-t-2 border-ink"
      ref={frame}
      open={opens}
      data-procedure={kind}
      tabIndex={-1}
      onToggle={(e) => onFold?.(e.currentTarget.open)}
    >
      <summary className="flex min-h-[52px] cursor-pointer flex-wrap items-center justify-between gap-x-4">
        <h3 className="headline text-xl">{name}</h3>
        <span className={`label text-sm ${stale ? 'text-fix' : 'text-soft'}`}>
          {run.fromFile && !run.confirmed
            ? 'from a file, not confirmed'
            : done
              ? stale
                ? 'made on an older plan'
                : sayVerdict(String(done.payload['verdict']))
              : said}
        </span>
      </summary>
      {intro && <p className="text-soft">{intro}</p>}
      <Verdict kind={kind} run={run} />
      {children}
    </details>
  );
}
