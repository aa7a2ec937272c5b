import type { BillLine } from '@venula/core/supply';
import { asideFor, useShelf } from '../../api/shelf.ts';
import { useOpenJob } from '../../job/job-context.ts';
import type { GroupPlan } from './use-cut-plans.ts';

/** What is ordered of a line of the list: pieces less those put aside; hose as the cut list buys it, so that both say the same. */
export function useToGet(cuts: readonly GroupPlan[]): (line: BillLine) => BillLine {
  const { id } = useOpenJob();
  const shelf = useShelf().data ?? [];
  return (line) => {
    if (line.unit === 'm') {
      const plan = cuts.find((c) => c.group.part === line.part)?.plan;
      if (!plan) return line;
      const planned = plan.bars.reduce((sum, b) => sum + b.length - b.left, 0);
      // What is no piece of the cut list, a vent line say, comes on top.
      return { ...line, quantity: plan.bought + Math.max(0, line.quantity - planned) };
    }
    const aside = shelf
      .filter((s) => s.part === line.part && s.unit === line.unit)
      .reduce((sum, s) => sum + asideFor(s, id), 0);
    return aside === 0 ? line : { ...line, quantity: Math.max(0, line.quantity - aside) };
  };
}
