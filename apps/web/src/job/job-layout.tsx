import { brokenShape, checkJob } from '@venula/core/formats';
import { useEffect, useMemo, useState } from 'react';
import { Outlet, useLocation, useParams } from 'react-router';
import { ApiError, tell } from '../api/client.ts';
import { useAcceptances, useJobRecord, useRuns } from '../api/queries.ts';
import { loadStages } from '../app/stage-pages.ts';
import type { JobRecord, Person } from '../api/types.ts';
import { useShortcuts } from '../app/shortcuts.ts';
import { STAGES } from '../app/stages.ts';
import { BehindNote, PrintedBehind } from './behind-note.tsx';
import { ConflictDialog } from './conflict-dialog.tsx';
import { JobContext, useJob, useOpenJob } from './job-context.ts';
import { ImportedNote } from './imported-note.tsx';
import { JobHeader } from './job-header.tsx';
import { OpenJob } from './open-job.ts';
import { PlanWatch } from './plan-watch.ts';
import { RefusedEdits } from './refused-edits.tsx';
import { BottomBar } from './bottom-bar.tsx';
import { NOTHING_OFFERED, ShellProvider, type Panel } from './shell.ts';
import { StageRail } from './stage-rail.tsx';
import { useLayoutWidth } from '../ui/use-layout.ts';
import { UnreadableJob } from './unreadable-job.tsx';
import type { JobSession } from './job-session.ts';
import { useJobNews } from './use-job-news.ts';
import { useJobSession, useOpenedSession } from './use-job-session.ts';

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
  if (record.data?.id !== id) return <Opening />;
  return <Job key={id} record={record.data} person={person} />;
}

const Opening = () => <p className="p-10 text-soft">Opening the job…</p>;

function Job({ record, person }: { readonly record: JobRecord; readonly person: Person }) {
  // Heard once while there is a connection, so that every stage opens without one.
  useRuns(record.id);
  useAcceptances(record.id);
  useEffect(loadStages, []);
  // As it was when it was opened: what has become of it since is the session’s to say.
  const [first] = useState(record);
  const session = useOpenedSession(first, person.id);
  return session ? <SessionOfJob record={first} person={person} session={session} /> : <Opening />;
}

function SessionOfJob({
  record,
  person,
  session,
}: {
  readonly record: JobRecord;
  readonly person: Person;
  readonly session: JobSession;
}) {
  useJobSession(session, record);
  useJobNews(session, record.id);
  const [job] = useState(
    () => new OpenJob({ id: record.id, number: record.number, person }, session, new PlanWatch()),
  );
  useEffect(() => job.start(), [job]);
  const keys = useMemo(
    () => ({
      '[': () => job.moveState(-1),
      ']': () => job.moveState(1),
      'ctrl+z': job.undo,
      'ctrl+shift+z': job.redo,
      'ctrl+y': job.redo,
    }),
    [job],
  );
  useShortcuts(keys);
  return (
    <JobContext value={job}>
      <JobTitle />
      <JobShell />
      <Conflict />
    </JobContext>
  );
}

/** The three widths of a job’s page: what frames the stage, and never scrolls away with it. */
const SHELLS = {
  wide: 'grid-cols-[136px_minmax(0,1fr)] grid-rows-[minmax(60px,auto)_auto_minmax(0,1fr)]',
  tablet: 'grid-cols-[84px_minmax(0,1fr)] grid-rows-[minmax(60px,auto)_auto_minmax(0,1fr)]',
  phone: 'grid-cols-[minmax(0,1fr)] grid-rows-[minmax(52px,auto)_auto_minmax(0,1fr)_60px]',
} as const;

function JobShell() {
  const width = useLayoutWidth();
  const { pathname } = useLocation();
  const [open, setOpen] = useState<{ readonly panel: Panel; readonly at: string }>({ panel: 'none', at: '' });
  const [offers, offer] = useState(NOTHING_OFFERED);
  // Another stage begins with nothing open.
  const panel = open.at === pathname ? open.panel : 'none';
  const shell = useMemo(
    () => ({ panel, offers, offer, show: (next: Panel) => setOpen({ panel: next, at: pathname }) }),
    [panel, offers, pathname],
  );
  return (
    <ShellProvider value={shell}>
      <a className="skip-link" href="#stage">
        To the stage
      </a>
      {/* Nailed to the screen: whatever is scrolled into view, the frame stays where it is. */}
      <div className={`fixed inset-0 grid print:static print:block ${SHELLS[width]}`}>
        {width !== 'phone' && <StageRail as={width} />}
        <JobHeader />
        <div className="no-print row-start-2 min-w-0 [grid-column:-2/-1]">
          <ImportedNote />
          <BehindNote />
          <RefusedEdits />
        </div>
        <main
          id="stage"
          tabIndex={-1}
          className="row-start-3 min-h-0 min-w-0 outline-none [grid-column:-2/-1] print:block"
        >
          <PrintedBehind />
          <Outlet />
        </main>
        {width === 'phone' && <BottomBar />}
      </div>
    </ShellProvider>
  );
}

function JobTitle() {
  const { number } = useOpenJob();
  const title = useJob((job) => job.doc.title);
  const { pathname } = useLocation();
  const stage = STAGES.find((s) => s.key === pathname.split('/')[3])?.name;
  return <title>{`${String(number).padStart(4, '0')} ${title}${stage ? `, ${stage}` : ''} · Venula`}</title>;
}

function Conflict() {
  const { resolve } = useOpenJob();
  const conflict = useJob((job) => job.state.conflict);
  return conflict && <ConflictDialog detail={conflict.detail} onResolve={resolve} />;
}
