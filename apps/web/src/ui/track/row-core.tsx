/** What is drawn inside the line of the second, third … row that carries the same line. */
const CORES = ['9 9', '2 6', '18 5 3 5'] as const;

/**
 * A light core in a line: the first of several rows with the same line is plain, each further one has a core of its own, on the
 * row and on the line that falls beneath it. Where two lie on each other, both are seen.
 */
export function RowCore({ rank, d }: { readonly rank: number; readonly d: string }) {
  if (rank === 0) return null;
  return (
    <path
      d={d}
      data-core={rank}
      fill="none"
      stroke="var(--paper)"
      strokeWidth={2}
      strokeDasharray={CORES[(rank - 1) % CORES.length]}
      strokeLinejoin="round"
    />
  );
}
