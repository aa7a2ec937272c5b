import { Lane, type Opened } from '../../../src/workers/lane.ts';
import { planWork } from '../../../src/workers/plan-work.ts';

/** The lanes of the page with the work in the same process behind them: answered a moment later, as by a worker. */
type Answering = {
  [K in keyof typeof planWork]: (
    ...args: Parameters<(typeof planWork)[K]>
  ) => Promise<Awaited<ReturnType<(typeof planWork)[K]>>>;
};
const api = Object.fromEntries(
  Object.entries(planWork).map(([name, work]) => [
    name,
    (...args: never[]) => Promise.resolve().then((): unknown => Reflect.apply(work, planWork, args)),
  ]),
) as Answering;
const open = (): Opened<Answering> => ({ api, close: () => undefined, onBreak: () => undefined });

export const LINE = new Lane(open);
export const JUDGE = new Lane(open);
export const BENCH = new Lane(open);
export const SEARCH = new Lane(open);
export const RANK = { shown: 0, states: 1, plan: 2, compare: 3, preview: 4 } as const;
export const SEARCH_MS = 10_000;
