import type { StateResult } from './core.ts';

/** What leaves tanks, factory supplies and an emptying surge tank, less what the injectors pass (or what swells out of a hot rail), as a share of the flow. */
export function imbalance({ state, values }: StateResult): number {
  if (!values) return 0;
  const sum = (of: Readonly<Record<string, number>>) => Object.values(of).reduce((a, b) => a + b, 0);
  const largest = Math.max(1e-5, ...values.stations.map((s) => Math.abs(s.flow)));
  return (
    Math.abs(
      sum(values.balance.out) +
        sum(values.balance.falling) -
        (state.draw > 0 ? values.injectorFlow : state.draw),
    ) / largest
  );
}
