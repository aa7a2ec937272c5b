import { brokenShape, checkJob } from '@venula/core/formats';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Outlet, useLocation, useParams } from 'react-router';
import { ApiError, tell } from '../api/client.ts';
import { useAcceptances, useJobRecord, useRuns } from '../api/queries.ts';
import { loadStages } from '../app/stage-pages.ts';
import type { JobRecord, Person } from '../api/types.ts';
import { useShortcuts } from '../app/shortcuts.ts';
import { STAGES } from '../app/stages.ts';
import { ConflictDialog } from './conflict-dialog.tsx';
import { JobContext, type JobContextValue } from './job-context.ts';
import { JobHeader } from './job-header.tsx';
import { RefusedEdits } from './refused-edits.tsx';
import { StageRail } from './stage-rail.tsx';
import { StateStrip } from './state-strip.tsx';
import { UnreadableJob } from './unreadable-job.tsx';
import { useJobSession } from './use-job-session.ts';
import { usePlan } from './use-plan.ts';

/** Loads a job, then hands it to its stages. */
export function JobLayout({ person }: { readonly person: Person }) {
  const { id = '' } = useParams();
  const record = useJobRecord(id);
  if (record.error) {
    const missing = record.error instanceof ApiError && record.error.body.status === 404;
    return (
      <main className="p-10">
        <h1 className="headline text-2xl">
          {missing ? 'There is no such job.' : 'The job could not be loaded.'}
        </h1>
        <p className="mt-2 text-soft">{tell(record.error)}</p>
        <a className="btn mt-4" href="/jobs">
          To the jobs
        </a>
      </main>
    );
  }
  const read = record.data && checkJob(record.data.document);
  if (record.data && read && !read.ok && brokenShape(read.errors))
    return <UnreadableJob document={record.data.document} errors={read.errors} />;
  if (record.data?.id !== id) return <p className="p-10 text-soft">Opening the job…</p>;
  return <OpenJob key={id} record={record.data} person={person} />;
}

function OpenJob({ record, person }: { readonly record: JobRecord; readonly person: Person }) {
  const { session, state } = useJobSession(record, person.id);
  // Heard once while there is a connection, so that every stage opens without one.
  useRuns(record.id);
  useAcceptances(record.id);
  useEffect(loadStages, []);
  const shownState = useRef('');
  const live = usePlan(state.doc, shownState);
  const [chosen, setChosen] = useState<string | null>(null);
  // Until somebody chooses: where the worst trouble shows, else where the supply is tightest.
  const firstStop = live.plan?.findings.find((f) => f.severity === 'stop' && f.stateId);
  const shown =
    live.states.find((s) => s.state.id === chosen) ??
    live.states.find((s) => s.state.id === (firstStop?.stateId ?? live.plan?.tightest ?? 'idle')) ??
    live.states[0] ??
    null;
  const stateId = shown?.state.id ?? '';
  useEffect(() => {
    shownState.current = stateId;
  }, [stateId]);

  const undo = useCallback(() => session.undo(), [session]);
  const redo = useCallback(() => session.redo(), [session]);
  const move = useCallback(
    (by: number) => {
      const at = live.states.findIndex((s) => s.state.id === stateId);
      const next = live.states[at + by];
      if (next) setChosen(next.state.id);
    },
    [live.states, stateId],
  );
  const keys = useMemo(
    () => ({ '[': () => move(-1), ']': () => move(1), 'ctrl+z': undo, 'ctrl+shift+z': redo, 'ctrl+y': redo }),
    [move, undo, redo],
  );
  useShortcuts(keys);

  const { pathname } = useLocation();
  const stage = STAGES.find((s) => s.key === pathname.split('/')[3])?.name;
  const value: JobContextValue = {
    id: record.id,
    number: record.number,
    person,
    state,
    doc: state.doc,
    live,
    shown,
    stateId,
    readOnly: person.role === 'viewer',
    selectState: setChosen,
    edit: (...patch) => session.edit(patch),
    dropRefused: (editId) => session.drop(editId),
    undo,
    redo,
  };
  return (
    <JobContext value={value}>
      <title>{`${String(record.number).padStart(4, '0')} ${state.doc.title}${stage ? `, ${stage}` : ''} · Venula`}</title>
      <div className="grid h-screen grid-cols-[136px_minmax(0,1fr)] grid-rows-[60px_auto_minmax(0,1fr)_76px] print:block print:h-auto">
        <StageRail />
        <JobHeader />
        <RefusedEdits />
        <main className="col-start-2 row-start-3 min-h-0 print:block">
          <Outlet />
        </main>
        <div className="col-start-2 row-start-4">
          <StateStrip />
        </div>
      </div>
      {state.conflict && (
        <ConflictDialog
          detail={state.conflict.detail}
          onResolve={(keepTheirs) => session.resolve(keepTheirs)}
        />
      )}
    </JobContext>
  );
}
