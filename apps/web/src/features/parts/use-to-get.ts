import type { BillLine } from '@venula/core/supply';
import { asideFor, useShelf } from '../../api/shelf.ts';
import { useOpenJob } from '../../job/job-context.ts';

/** A line of the list less what is put aside for this job. */
export function useToGet(): (line: BillLine) => BillLine {
  const { id } = useOpenJob();
  const shelf = useShelf().data ?? [];
  return (line) => {
    const aside = shelf
      .filter((s) => s.part === line.part && s.unit === line.unit)
      .reduce((sum, s) => sum + asideFor(s, id), 0);
    return aside === 0 ? line : { ...line, quantity: Math.max(0, line.quantity - aside) };
  };
}
