import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { NewReading, ReadingKind, RunRow } from '../../api/types.ts';
import { newId } from '../../outbox/ids.ts';
import { useOpenJob } from '../job-context.ts';
import { readingsOf, signedOff, type Reading } from './readings.ts';

/** Writes a reading of a run; in place of another it keeps that one’s time. */
export type Note = (
  kind: ReadingKind,
  payload: NewReading['payload'],
  corrects?: Pick<Reading, 'id' | 'takenAt'>,
) => void;

/** A run as this device knows it: stored rows with those that wait here, and the way to add one. */
export interface OpenRun {
  readonly readings: readonly Reading[];
  readonly done: Reading | undefined;
  /** Started and not signed off. */
  readonly begun: boolean;
  /** Signed off as something else than passed. */
  readonly off: boolean;
}

export function useRun(run: RunRow | undefined): OpenRun {
  const { id } = useOpenJob();
  const { waiting } = useReadingQueue(id);
  const readings = run ? readingsOf(run, waiting) : [];
  const done = signedOff(readings);
  return {
    readings,
    done,
    begun: run !== undefined && done === undefined,
    off: done !== undefined && done.payload['verdict'] !== 'pass',
  };
}

/** The way to add a reading to a run; it is kept on the device until the server has it. */
export function useNote(runId: string): Note {
  const { id } = useOpenJob();
  const queue = useReadingQueue(id);
  return (kind, payload, corrects) =>
    queue.add({
      runId,
      readingId: newId(),
      kind,
      payload,
      corrects: corrects?.id ?? null,
      takenAt: corrects?.takenAt ?? new Date().toISOString(),
    });
}
