import { type LogSeries } from '@venula/core/prove';
import { useMemo, useState } from 'react';
import { useStartRun } from '../../api/queries.ts';
import { useReadingQueue } from '../../api/use-reading-queue.ts';
import type { RunRow } from '../../api/types.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { CautionedStart } from '../../job/record/cautioned-start.tsx';
import { readingsOf, signedOff, standing, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { isStale, StaleNote } from '../../job/record/stale.tsx';
import { sayVerdict, Verdict } from '../../job/record/verdict.tsx';
import { newId } from '../../outbox/ids.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { LogFile } from './log-file.tsx';
import { LogVerdict } from './log-verdict.tsx';

interface KeptLog {
  readonly file: string;
  readonly series: LogSeries;
}

/** The proof people believe: a drive or a dyno pull, against what the plan has for the same pull. */
export function DriveLog({ run }: { readonly run: RunRow | undefined }) {
  const { id, readOnly } = useOpenJob();
  const queue = useReadingQueue(id);
  const start = useStartRun(id);
  const readings = run ? readingsOf(run, queue.waiting) : [];
  const done = signedOff(readings);
  const begun = run !== undefined && done === undefined;
  const kept = standing(readings).findLast((r) => r.kind === 'log');
  const [fresh, setFresh] = useState<KeptLog | null>(null);
  const log = fresh ?? (kept?.payload as unknown as KeptLog | undefined);
  return (
    <details
      className="mt-3 border-t-2 border-ink"
      open={begun || (done !== undefined && done.payload['verdict'] !== 'pass')}
      data-procedure="drive-log"
    >
      <summary className="flex min-h-[52px] cursor-pointer flex-wrap items-center justify-between gap-x-4">
        <h3 className="headline text-xl">Drive or dyno log</h3>
        <span className="label text-sm text-soft">
          {done
            ? sayVerdict(String(done.payload['verdict']))
            : begun
              ? 'log wanted'
              : 'the pull as driven, against the plan'}
        </span>
      </summary>
      <p className="text-soft">
        Battery supported, warm, tank half full or more. Log engine speed, fuel pressure, manifold pressure,
        and volts and lambda if the car has them, at 10 rows a second or more. Lift when lambda goes lean.
      </p>
      {done && <Verdict payload={done.payload} author={done.author} at={done.takenAt} />}
      {begun && run ? (
        <>
          {!readOnly && <LogFile onRead={(file, series) => setFresh(series ? { file, series } : null)} />}
          {log && <Judged log={log} />}
          {fresh && !readOnly && (
            <button
              type="button"
              className="btn btn-main mt-2"
              onClick={() => {
                queue.add({
                  runId: run.id,
                  readingId: newId(),
                  kind: 'log',
                  payload: { file: fresh.file.slice(0, 120), series: fresh.series },
                  corrects: null,
                  takenAt: new Date().toISOString(),
                });
                setFresh(null);
              }}
            >
              Keep this log in the record
            </button>
          )}
          {kept && !fresh && (
            <SignOff run={run} hint="The verdict is worked out by the server from the log that is kept." />
          )}
        </>
      ) : (
        <>
          {log && <Judged log={log} done={done} />}
          {!readOnly && (
            <form
              onSubmit={(e) => {
                e.preventDefault();
                start.mutate({ runId: newId(), kind: 'drive-log', setup: { cautionsRead: true } });
              }}
            >
              <CautionedStart
                label={done ? 'Another log' : 'Read a log'}
                pending={start.isPending}
                error={start.error}
              />
            </form>
          )}
        </>
      )}
    </details>
  );
}

function Judged({ log, done }: { readonly log: KeptLog; readonly done?: Reading | undefined }) {
  const doc = useDoc();
  const about = useMemo(() => ({ doc, series: log.series }), [doc, log.series]);
  const { answer, fresh, fault, again } = useAnswer(
    BENCH,
    'drive log',
    about,
    (api, a) => api.judgeLog(a.doc, a.series),
    RANK.compare,
  );
  if (fault !== null) return <LaneFaultNote what="The log could not be judged" why={fault} again={again} />;
  if (!answer || !fresh) return <p className="text-soft">Driving the plan along the same pull…</p>;
  return (
    <>
      {isStale(done, answer.proves) && <StaleNote />}
      <LogVerdict file={log.file} outcome={answer} />
    </>
  );
}
