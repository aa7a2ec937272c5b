import { gasLines, type GasLines } from '@venula/core/prove';
import { heldLines } from '@venula/core/supply';
import { useMemo } from 'react';
import { useRuns } from '../../api/queries.ts';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import { useDoc, useOpenJob } from '../job-context.ts';

/** Which lines gas may go on, by what is on record and by what waits on this device. */
export function useGasLines(): GasLines {
  const doc = useDoc();
  const { id } = useOpenJob();
  const runs = useRuns(id).data;
  const { waiting } = useReadingQueue(id);
  return useMemo(() => {
    const rows = (runs ?? []).flatMap((run) =>
      [...run.readings, ...waiting.filter((w) => w.runId === run.id && !w.refused)].map((r) => ({
        run: run.kind,
        kind: r.kind,
        payload: r.payload,
        takenAt: Date.parse(r.takenAt),
        lines: 'lines' in r ? (r.lines ?? null) : null,
      })),
    );
    return gasLines(heldLines(doc), rows);
  }, [doc, runs, waiting]);
}
