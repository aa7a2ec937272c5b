import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { NewReading, ReadingKind } from '../../api/types.ts';
import { useFormat } from '../../app/settings.ts';
import { useOpenJob } from '../job-context.ts';

const READING_NAMES: Readonly<Record<ReadingKind, string>> = {
  'dry-row': 'Dry test',
  joint: 'Joint',
  pressure: 'Gauge',
  measured: 'Reading',
  'draw-off': 'Drawn off',
  log: 'Log',
  step: 'Step',
  removed: 'Taken off',
  found: 'As found',
  'second-look': 'Second look',
  'sign-off': 'Sign-off',
  confirm: 'Confirmation',
};

/** What was read, to copy where it was not taken. */
function readingWords({ kind, payload: said }: NewReading, format: ReturnType<typeof useFormat>): string {
  const payload: Readonly<Record<string, unknown>> = said;
  if (kind === 'pressure')
    return `${format('pressure', Number(payload['pressurePa']), 2)} at ${format('temperature', Number(payload['kelvin']))}`;
  return ['jointId', 'rowId', 'stepId', 'what', 'value', 'result', 'note']
    .flatMap((key) => {
      const value = payload[key];
      return typeof value === 'number' || (typeof value === 'string' && value !== '') ? [String(value)] : [];
    })
    .join(', ');
}

/** What of this job’s record is on this device only, and what the server would not take. */
export function WaitingNotes() {
  const format = useFormat();
  const { id } = useOpenJob();
  const queue = useReadingQueue(id);
  const refused = queue.waiting.filter((w) => w.refused);
  const open = queue.waiting.filter((w) => !w.refused && !w.landed);
  const unkept = open.filter((w) => w.unkept).length;
  const unsent = open.filter((w) => !w.foreign).length;
  const foreign = open.length - unsent;
  return (
    <>
      {unsent > 0 && (
        <p role="status" className="mt-2 border-l-4 border-mark bg-well px-3 py-2">
          {unsent} {unsent === 1 ? 'reading waits' : 'readings wait'} on this device; sent when the server
          answers.
        </p>
      )}
      {unkept > 0 && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-well px-3 py-2 font-semibold">
          This device has no room for {unkept === 1 ? 'a reading' : `${unkept} readings`}: keep this page open
          until {unkept === 1 ? 'it is' : 'they are'} sent.
        </p>
      )}
      {foreign > 0 && (
        <p role="status" className="mt-2 border-l-4 border-mark bg-well px-3 py-2">
          {foreign} {foreign === 1 ? 'reading' : 'readings'} taken by somebody else on this device; sent,
          under their name, when they sign in here.
        </p>
      )}
      {refused.map((w) => (
        <div key={w.readingId} role="alert" className="mt-2 border-l-4 border-stop bg-well px-3 py-2">
          <strong>Not taken: {w.refused?.message}</strong>{' '}
          <span className="select-text">
            {READING_NAMES[w.kind]} {readingWords(w, format)},{' '}
            {new Date(w.takenAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'medium' })}
          </span>{' '}
          <span className="flex flex-wrap gap-2 pt-1">
            {w.refused?.code === 'AHEAD_OF_TIME' && (
              <button
                type="button"
                className="btn btn-small"
                onClick={() => queue.again(w.readingId, new Date().toISOString())}
              >
                Use the time of sending
              </button>
            )}
            <button type="button" className="btn btn-small" onClick={() => queue.again(w.readingId)}>
              Send again
            </button>
            <button type="button" className="btn btn-small" onClick={() => queue.discard(w.readingId)}>
              Drop it
            </button>
          </span>
        </div>
      ))}
    </>
  );
}
