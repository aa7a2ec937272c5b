import type { LogSeries } from '@venula/core/prove';
import { useMemo, useState } from 'react';
import { tell } from '../../api/client.ts';
import { useReading } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { PlainStart } from '../../job/record/plain-start.tsx';
import { standing, type Reading } from '../../job/record/readings.ts';
import { SignOff } from '../../job/record/sign-off.tsx';
import { useNote, useRun } from '../../job/record/use-run.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { LogFile } from './log-file.tsx';
import { LogVerdict } from './log-verdict.tsx';
import { TestFrame } from './test-frame.tsx';

interface Log {
  readonly file: string;
  readonly series: LogSeries;
}

/** The proof people believe: a drive or a dyno pull, against what the plan has for the same pull. */
export function DriveLog({ run }: { readonly run: RunRow | undefined }) {
  const { readOnly } = useOpenJob();
  const open = useRun(run);
  const note = useNote(run?.id ?? '');
  const { readings, done, begun } = open;
  const kept = standing(readings).findLast((r) => r.kind === 'log');
  const [fresh, setFresh] = useState<Log | null>(null);
  // Solved along its pull only where somebody looks.
  const [unfolded, setUnfolded] = useState(false);
  const held = useKeptLog(run, unfolded && !fresh ? kept : undefined);
  const log = fresh ?? held.log;
  const judged = useJudged(unfolded ? log : null);
  return (
    <TestFrame
      kind="drive-log"
      name="Drive or dyno log"
      said={begun ? 'log wanted' : 'the pull as driven, against the plan'}
      intro="Battery supported, warm, tank half full or more. Log engine speed, fuel pressure, manifold pressure, and volts and lambda if the car has them, at 10 rows a second or more. Lift when lambda goes lean."
      run={open}
      onFold={setUnfolded}
    >
      {begun && !readOnly && (
        <LogFile onRead={(file, series) => setFresh(series ? { file, series } : null)} />
      )}
      {held.error !== null && (
        <p role="alert" className="text-stop">
          {tell(held.error)}
        </p>
      )}
      {log && judged.fault !== null && (
        <LaneFaultNote what="The log could not be judged" why={judged.fault} again={judged.again} />
      )}
      {log && judged.fault === null && judged.answer && judged.fresh && (
        <LogVerdict file={log.file} outcome={judged.answer} />
      )}
      {log && judged.fault === null && !judged.fresh && (
        <p className="text-soft">Driving the plan along the same pull…</p>
      )}
      {begun && run && fresh && !readOnly && (
        <button
          type="button"
          className="btn btn-main mt-2"
          onClick={() => {
            note('log', { file: fresh.file.slice(0, 120), series: fresh.series });
            setFresh(null);
          }}
        >
          Keep this log in the record
        </button>
      )}
      {begun && run && kept && !fresh && (
        <SignOff run={run} hint="The verdict is worked out by the server from the log that is kept." />
      )}
      {!begun && <PlainStart kind="drive-log" label={done ? 'Another log' : 'Read a log'} />}
    </TestFrame>
  );
}

/** A log of the record: from the device while it waits there, else fetched; the list of runs leaves its figures out. */
function useKeptLog(run: RunRow | undefined, kept: Reading | undefined) {
  const here = kept?.payload as Partial<Log> | undefined;
  const { id } = useOpenJob();
  const fetched = useReading(id, kept && !here?.series && run ? { runId: run.id, id: kept.id } : null);
  const payload = (here?.series ? here : fetched.data?.payload) as Log | undefined;
  return { log: payload ?? null, error: fetched.error };
}

function useJudged(log: Log | null) {
  const doc = useDoc();
  const about = useMemo(() => log && { doc, series: log.series }, [doc, log]);
  return useAnswer(BENCH, 'drive log', about, (api, a) => api.judgeLog(a.doc, a.series), RANK.compare);
}
