import { cutGroups, cuttingPlan, type CutGroup, type CuttingPlan } from '@venula/core/supply';
import { useMemo } from 'react';
import { freeFor, useShelf } from '../../api/shelf.ts';
import type { ShelfRow } from '../../api/types.ts';
import { useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';

export interface GroupPlan {
  readonly group: CutGroup;
  readonly plan: CuttingPlan;
  readonly offcuts: readonly ShelfRow[];
}

/** What is cut from what, kind by kind: from the shelf first, then the least that can be bought. */
export function useCutPlans(): readonly GroupPlan[] {
  const doc = useDoc();
  const { units } = useSettings();
  const { id } = useOpenJob();
  const shelf = useShelf().data;
  return useMemo(
    () =>
      cutGroups(doc, units).map((group) => {
        const offcuts = (shelf ?? []).filter((s) => s.part === group.part && s.unit === 'm');
        const free = offcuts.filter((s) => freeFor(s, id) >= s.quantity - 1e-9);
        return {
          group,
          offcuts,
          plan: cuttingPlan(
            group.pieces,
            free.map((s) => ({ id: s.id, length: s.quantity })),
            group.sold,
          ),
        };
      }),
    [doc, units, shelf, id],
  );
}
