/** What is shut while a hold runs, by caps and plugs. */
export const ISOLATIONS = ['open', 'return-capped', 'feed-capped', 'both-capped'] as const;
export type Isolation = (typeof ISOLATIONS)[number];

/** Ways fuel gets out of a line under pressure with the pump off. */
export const LEAK_WAYS = ['return', 'feed', 'rail'] as const;
export type LeakWay = (typeof LEAK_WAYS)[number];

/** Which ways stand open in each hold: a cap on the return shuts the regulator’s way, one on the feed that of check valve and pump. */
const WAYS: Readonly<Record<Isolation, readonly LeakWay[]>> = {
  open: ['return', 'feed', 'rail'],
  'return-capped': ['feed', 'rail'],
  'feed-capped': ['return', 'rail'],
  'both-capped': ['rail'],
};

export interface HeldLeak {
  readonly isolation: Isolation;
  /** m³/s, with its standard uncertainty. */
  readonly leak: number;
  readonly uncertainty: number;
}

export interface WayLeak {
  readonly way: LeakWay;
  readonly leak: number;
  readonly uncertainty: number;
  readonly verdict: 'leaks' | 'tight' | 'cannot-tell';
}

/**
 * Which way the fuel gets out, from holds with one end or the other capped: each hold is the sum of the ways that stand open in
 * it, so a way is what two holds that differ by it differ by; of several such pairs the mean by weight.
 * @param holds one a capping, m³/s
 * @param limit what each way may lose, m³/s
 * @returns each way that the holds tell, in the order return, feed, rail; empty until they tell any
 * Validity: the same pressure in each hold; caps that are tight themselves.
 * @throws nothing
 * @source differences of sums, weighted by their uncertainty; common practice for the order of capping
 * @example leakWays([{ isolation: 'open', leak: 5e-9, uncertainty: 1e-10 }, { isolation: 'return-capped', leak: 0, uncertainty: 1e-10 }], 2e-9)[0].verdict // => 'leaks'
 */
export function leakWays(holds: readonly HeldLeak[], limit: number): WayLeak[] {
  const told = holds.filter((h) => Number.isFinite(h.uncertainty) && h.uncertainty > 0);
  return LEAK_WAYS.flatMap((way): WayLeak[] => {
    const found = wayOf(way, told);
    if (!found) return [];
    const { leak, uncertainty } = found;
    const verdict =
      leak - 2 * uncertainty > limit ? 'leaks' : leak + 2 * uncertainty < limit ? 'tight' : 'cannot-tell';
    return [{ way, leak, uncertainty, verdict }];
  });
}

/** A way is the difference of two holds that differ by it alone, or a hold in which it alone is open; of several the mean by weight. */
function wayOf(way: LeakWay, holds: readonly HeldLeak[]) {
  const alone = holds.filter((h) => WAYS[h.isolation].length === 1 && WAYS[h.isolation][0] === way);
  const pairs = holds.flatMap((more) =>
    holds.flatMap((less) => {
      const [a, b] = [WAYS[more.isolation], WAYS[less.isolation]];
      const by = a.filter((w) => !b.includes(w));
      return by.length === 1 && by[0] === way && b.every((w) => a.includes(w))
        ? [{ leak: more.leak - less.leak, uncertainty: Math.hypot(more.uncertainty, less.uncertainty) }]
        : [];
    }),
  );
  // The rail from three holds, where nobody capped both ends: each end’s leak is in one of them.
  const [all, noReturn, noFeed] = (['open', 'return-capped', 'feed-capped'] as const).map((i) =>
    holds.find((h) => h.isolation === i),
  );
  const byThree =
    way === 'rail' && alone.length === 0 && all && noReturn && noFeed
      ? [
          {
            leak: noReturn.leak + noFeed.leak - all.leak,
            uncertainty: Math.hypot(all.uncertainty, noReturn.uncertainty, noFeed.uncertainty),
          },
        ]
      : [];
  const found = [...alone, ...pairs, ...byThree];
  if (found.length === 0) return null;
  const weight = found.reduce((s, f) => s + f.uncertainty ** -2, 0);
  return {
    leak: found.reduce((s, f) => s + f.leak / f.uncertainty ** 2, 0) / weight,
    uncertainty: weight ** -0.5,
  };
}
