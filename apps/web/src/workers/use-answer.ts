import { useCallback, useEffect, useEffectEvent, useState } from 'react';
import type { Remote } from 'comlink';
import { Superseded } from './lane.ts';
import type { PlanLane } from './plan-client.ts';
import type { PlanWork } from './plan-work.ts';

export interface Asked<T> {
  /** The newest answer; of an earlier question while `fresh` is false. */
  readonly answer: T | null;
  readonly fresh: boolean;
  /** Why there is none. */
  readonly fault: string | null;
  readonly again: () => void;
}

/**
 * Asks a lane whenever what it is about changes, and keeps the newest answer. Stale ones are dropped.
 * @param about what the question depends on; null: nothing to ask
 * @param ask must depend on `about` alone
 */
export function useAnswer<A, T>(
  lane: PlanLane,
  slot: string,
  about: A | null,
  ask: (api: Remote<PlanWork>, about: A) => Promise<T>,
  rank: number,
): Asked<T> {
  const [got, setGot] = useState<{ about: A; answer: T } | null>(null);
  const [failed, setFailed] = useState<{ about: A; why: string } | null>(null);
  const [turn, setTurn] = useState(0);
  const question = useEffectEvent(ask);
  useEffect(() => {
    if (about === null) return;
    let current = true;
    lane
      .ask(slot, (api) => question(api, about), { rank })
      .then(
        (answer) => current && setGot({ about, answer }),
        (error: unknown) => {
          if (current && !(error instanceof Superseded))
            setFailed({ about, why: error instanceof Error ? error.message : String(error) });
        },
      );
    return () => {
      current = false;
      lane.drop(slot);
    };
  }, [lane, slot, about, rank, turn]);
  const again = useCallback(() => {
    setFailed(null);
    setTurn((n) => n + 1);
  }, []);
  return {
    answer: got?.answer ?? null,
    fresh: got !== null && got.about === about,
    fault: failed?.about === about ? (failed?.why ?? null) : null,
    again,
  };
}
