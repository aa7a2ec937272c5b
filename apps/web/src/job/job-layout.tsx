import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { Outlet, useParams } from 'react-router';
import { ApiError, tell } from '../api/client.ts';
import { useJobRecord } from '../api/queries.ts';
import type { JobRecord, Person } from '../api/types.ts';
import { useShortcuts } from '../app/shortcuts.ts';
import { ConflictDialog } from './conflict-dialog.tsx';
import { JobContext, type JobContextValue } from './job-context.ts';
import { JobHeader } from './job-header.tsx';
import { jobReducer, openJob } from './job-state.ts';
import { StageRail } from './stage-rail.tsx';
import { StateStrip } from './state-strip.tsx';
import { sendUnsent, useAutosave, type Opened } from './use-autosave.ts';
import { usePlan } from './use-plan.ts';

/** Loads a job, then hands it to its stages. */
export function JobLayout({ person }: { readonly person: Person }) {
  const { id = '' } = useParams();
  const record = useJobRecord(id);
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    let current = true;
    if (record.data) void sendUnsent(record.data).then((o) => current && setOpened(o));
    return () => {
      current = false;
    };
  }, [record.data]);
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
  if (!opened || opened.record.id !== id) return <p className="p-10 text-soft">Opening the job…</p>;
  return <OpenJob key={id} opened={opened} person={person} />;
}

function initial({ record, mine, conflict }: Opened) {
  const state = openJob(record.document, record.version);
  return mine ? { ...state, doc: mine, conflict, save: 'waiting' as const } : state;
}

function OpenJob({ opened, person }: { readonly opened: Opened; readonly person: Person }) {
  const record: JobRecord = opened.record;
  const [state, dispatch] = useReducer(jobReducer, opened, initial);
  useAutosave(record.id, state, dispatch);
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

  const undo = useCallback(() => dispatch({ type: 'undo' }), []);
  const redo = useCallback(() => dispatch({ type: 'redo' }), []);
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
    edit: (...patch) => dispatch({ type: 'edit', patch }),
    undo,
    redo,
  };
  return (
    <JobContext value={value}>
      <div className="grid h-screen grid-cols-[136px_minmax(0,1fr)] grid-rows-[60px_minmax(0,1fr)_76px] print:block print:h-auto">
        <StageRail />
        <JobHeader />
        <main className="col-start-2 min-h-0 print:block">
          <Outlet />
        </main>
        <div className="col-start-2">
          <StateStrip />
        </div>
      </div>
      {state.conflict && (
        <ConflictDialog
          detail={state.conflict}
          onResolve={(keepTheirs) => dispatch({ type: 'resolved', keepTheirs })}
        />
      )}
    </JobContext>
  );
}
