/** How far something that takes its time has got, with a way to end it. */
export function SearchProgress({
  progress: [done, total],
  of,
  label,
  onStop,
}: {
  readonly progress: readonly [done: number, total: number];
  /** "plans", "tried". */
  readonly of: string;
  readonly label: string;
  readonly onStop: () => void;
}) {
  return (
    <div className="flex items-center gap-3">
      <progress className="h-4 grow" max={total} value={done} aria-label={label} />
      <span className="label w-[150px] text-soft">
        {done} of {total} {of}
      </span>
      <button type="button" className="btn btn-small" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
