/** How far a value axis reaches. */
export interface Reach {
  /** Begins at nothing: for what is compared by its height. */
  readonly zero?: true;
  /** Least it spans either side of the middle, so that a steady value does not look like a storm. */
  readonly least?: number;
}

/**
 * The ends of a value axis.
 * @param values what is drawn; what is no number is passed over
 */
export function domainOf(values: readonly number[], { zero, least = 0 }: Reach): readonly [number, number] {
  const real = values.filter(Number.isFinite);
  if (real.length === 0) return [0, 1];
  const lo = Math.min(...real, ...(zero ? [0] : []));
  const hi = Math.max(...real, ...(zero ? [0] : []));
  const middle = (lo + hi) / 2;
  const room = Math.max((hi - lo) * 0.06, 0);
  const bottom = Math.min(zero && lo === 0 ? 0 : lo - room, middle - least);
  const top = Math.max(hi + room, middle + least);
  const ends = [zero && lo === 0 ? 0 : bottom, top] as const;
  // One value alone still has an axis around it.
  return ends[1] > ends[0] ? ends : [ends[0], ends[0] + Math.max(1, Math.abs(ends[0]) * 0.1)];
}
