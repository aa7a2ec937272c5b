import { cutGroups, type CutGroup, type CuttingPlan } from '@venula/core/supply';
import { useMemo } from 'react';
import { useShop } from '../../api/shop.ts';
import { freeFor, useShelf } from '../../api/shelf.ts';
import type { ShelfRow } from '../../api/types.ts';
import { useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';

export interface GroupPlan {
  readonly group: CutGroup;
  readonly plan: CuttingPlan;
  readonly offcuts: readonly ShelfRow[];
}

const NONE: readonly GroupPlan[] = [];

/**
 * What is cut from what, kind by kind: from the shelf first, then the least that can be bought. Searched for beside the page;
 * until there is an answer, none.
 */
export function useCutPlans(): readonly GroupPlan[] {
  const doc = useDoc();
  const { units } = useSettings();
  const { id } = useOpenJob();
  const shelf = useShelf().data;
  const sold = useShop().data?.hoseSold;
  const question = useMemo(
    () =>
      cutGroups(doc, units, sold).map((group) => {
        const offcuts = (shelf ?? []).filter((s) => s.part === group.part && s.unit === 'm');
        const free = offcuts.filter((s) => freeFor(s, id) >= s.quantity - 1e-9);
        return { group, offcuts, free: free.map((s) => ({ id: s.id, length: s.quantity })) };
      }),
    [doc, units, shelf, sold, id],
  );
  const { answer } = useAnswer(
    BENCH,
    'cut plans',
    question,
    async (api, asked) => {
      const plans = await api.cutPlans(asked.map((q) => [q.group.pieces, q.free, q.group.sold]));
      return asked.map(({ group, offcuts }, i): GroupPlan => ({ group, offcuts, plan: plans[i]! }));
    },
    RANK.shown,
  );
  return answer ?? NONE;
}
