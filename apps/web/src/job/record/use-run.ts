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
  /** Empty: none was started. */
  readonly id: string;
  /** It came in with a file: nothing is added to it. */
  readonly fromFile: boolean;
  /** The confirmation by this shop of one that came in with a file. */
  readonly confirmed: Reading | undefined;
  readonly readings: readonly Reading[];
  readonly done: Reading | undefined;
  /** Started and not signed off. */
  readonly begun: boolean;
  /** Signed off as something else than passed, or not this shop’s own. */
  readonly off: boolean;
}

export function useRun(run: RunRow | undefined): OpenRun {
  const { id } = useOpenJob();
  const { waiting } = useReadingQueue(id);
  const readings = run ? readingsOf(run, waiting) : [];
  const done = signedOff(readings);
  const fromFile = run?.fromFile ?? false;
  const confirmed = readings.find((r) => r.kind === 'confirm' && !r.fromFile);
  return {
    id: run?.id ?? '',
    fromFile,
    confirmed,
    readings,
    done,
    begun: run !== undefined && done === undefined && !fromFile,
    off: (done !== undefined && done.payload['verdict'] !== 'pass') || (fromFile && !confirmed),
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
