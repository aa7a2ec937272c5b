import { PATTERNS } from '@venula/core/document';
import type { Severity } from '@venula/core/outcome';
import { ChevronLeft, CloudOff, Redo2, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { SettingsSwitches } from '../app/settings-switches.tsx';
import { useLayoutWidth } from '../ui/use-layout.ts';
import { useJob, useJudgement, useOpenJob } from './job-context.ts';
import { useWaitingWork, type WaitingWork } from '../outbox/use-waiting-work.ts';
import { useShell } from './shell.ts';
import type { SaveState } from './job-state.ts';

const WORDS: Record<SaveState, string> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  offline: 'No connection: kept on this device',
  busy: 'The shop’s server is busy: kept on this device, sent again by itself',
  'signed-out': 'Signed out: kept on this device, sign in to send it',
  unkept: 'Not sent, and this device has no room: keep this page open until it says Saved',
  refused: 'Not taken',
};

const TROUBLE: ReadonlySet<SaveState> = new Set(['offline', 'busy', 'signed-out', 'unkept', 'refused']);

export function JobHeader() {
  const width = useLayoutWidth();
  const { readOnly } = useOpenJob();
  if (width === 'phone')
    return (
      <header className="no-print row-start-1 flex items-center gap-2 bg-rail pr-3 text-rail-ink [&_.text-good]:text-rail-soft [&_.text-soft]:text-rail-soft [&_.text-stop]:text-mark">
        <Link to="/jobs" className="grid size-[48px] shrink-0 place-items-center" aria-label="Jobs">
          <ChevronLeft size={24} aria-hidden />
        </Link>
        <WhichJob />
        <SaveWord />
      </header>
    );
  return (
    <header className="no-print row-start-1 flex items-center gap-3 border-b-2 border-ink px-3 [grid-column:-2/-1] md:px-5">
      <WhichJob />
      <SaveWord />
      {width === 'tablet' && <FindingsKey />}
      {!readOnly && <StepButtons />}
      <SettingsSwitches />
    </header>
  );
}

/** Opens and closes the drawer of findings, with how many there are. */
function FindingsKey() {
  const { panel, show, offers } = useShell();
  const plan = useJudgement();
  const count = (severity: Severity) => plan?.findings.filter((f) => f.severity === severity).length ?? 0;
  const [stops, fixes, notes] = [count('stop'), count('fix'), count('note')];
  const words =
    stops + fixes > 0
      ? [stops > 0 && `${stops} stop`, fixes > 0 && `${fixes} fix`].filter(Boolean).join(' · ')
      : notes > 0
        ? `${notes} note${notes > 1 ? 's' : ''}`
        : 'Findings';
  return (
    <button
      type="button"
      className={`btn shrink-0 ${panel === 'findings' ? 'btn-main' : stops > 0 ? 'text-stop' : ''}`}
      aria-pressed={panel === 'findings'}
      aria-label={`Findings: ${words}`}
      disabled={!offers.findings}
      onClick={() => show(panel === 'findings' ? 'none' : 'findings')}
    >
      {words}
    </button>
  );
}

function WhichJob() {
  const { number } = useOpenJob();
  const title = useJob((job) => job.doc.title);
  const customer = useJob((job) => job.doc.customer);
  const ethanol = useJob((job) => job.doc.brief.fuel.ethanol);
  const style = useJob((job) => job.doc.plumbing.style);
  return (
    <div className="min-w-0 grow py-1 [overflow-wrap:anywhere]">
      <h1 className="text-lg leading-[1.1] font-bold max-md:text-base">
        {String(number).padStart(4, '0')} {title}
      </h1>
      <p className="label text-sm leading-tight text-soft">
        E{(ethanol * 100).toFixed(0)} · {PATTERNS.find((p) => p.id === style)?.name}
        {customer && <span className="max-md:hidden"> · {customer}</span>}
      </p>
    </div>
  );
}

/** What of the record only this device has: as long as there is any, not all is saved. */
function recordWaits(work: WaitingWork | undefined): string {
  const { readings = 0, photos = 0 } = work ?? {};
  const counted = (n: number, what: string) => (n > 0 ? [`${n} ${what}${n > 1 ? 's' : ''}`] : []);
  const parts = [...counted(readings, 'reading'), ...counted(photos, 'photo')];
  return parts.length === 0 ? '' : `Plan saved, ${parts.join(' and ')} still on this device`;
}

function SaveWord() {
  const { id, readOnly } = useOpenJob();
  const save = useJob((job) => job.state.save);
  const waits = recordWaits(useWaitingWork().get(id));
  const message = useJob((job) => job.state.message);
  return (
    <p
      role="status"
      className={`label max-w-[240px] text-right text-sm leading-tight ${TROUBLE.has(save) ? 'font-semibold text-stop' : 'text-good'}`}
      data-testid="save-state"
    >
      {save === 'offline' && <CloudOff size={15} className="mr-1 inline" aria-hidden />}
      {readOnly ? 'Reading only' : save === 'saved' && waits !== '' ? waits : WORDS[save]}
      {message && ` · ${message}`}
    </p>
  );
}

function StepButtons() {
  const { undo, redo } = useOpenJob();
  const back = useJob((job) => job.state.undo.length > 0);
  const forward = useJob((job) => job.state.redo.length > 0);
  return (
    <div className="flex gap-2">
      <button type="button" className="btn px-2.5" aria-label="Undo" disabled={!back} onClick={undo}>
        <Undo2 size={18} />
      </button>
      <button type="button" className="btn px-2.5" aria-label="Redo" disabled={!forward} onClick={redo}>
        <Redo2 size={18} />
      </button>
    </div>
  );
}
