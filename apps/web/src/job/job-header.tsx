import { PATTERNS } from '@venula/core/document';
import { CloudOff, Redo2, Undo2 } from 'lucide-react';
import { SettingsSwitches } from '../app/settings-switches.tsx';
import { useJob } from './job-context.ts';
import type { SaveState } from './job-state.ts';

const WORDS: Record<SaveState, string> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  offline: 'No connection: kept on this device',
  busy: 'The shop’s server is busy: kept on this device, sent again by itself',
  'signed-out': 'Signed out: kept on this device, sign in to send it',
  refused: 'Not taken',
};

const TROUBLE: ReadonlySet<SaveState> = new Set(['offline', 'busy', 'signed-out', 'refused']);

export function JobHeader() {
  const { doc, number, state, undo, redo, readOnly } = useJob();
  return (
    <header className="no-print col-start-2 flex items-center gap-4 border-b-2 border-ink px-5">
      <div className="min-w-0 grow">
        <h1 className="truncate text-lg leading-tight font-bold">
          {String(number).padStart(4, '0')} {doc.title}
        </h1>
        <p className="label truncate text-sm text-soft">
          E{(doc.brief.fuel.ethanol * 100).toFixed(0)} ·{' '}
          {PATTERNS.find((p) => p.id === doc.plumbing.style)?.name}
          {doc.customer ? ` · ${doc.customer}` : ''}
        </p>
      </div>
      <p
        role="status"
        className={`label max-w-[240px] text-right text-sm leading-tight ${TROUBLE.has(state.save) ? 'font-semibold text-stop' : 'text-good'}`}
        data-testid="save-state"
      >
        {state.save === 'offline' && <CloudOff size={15} className="mr-1 inline" aria-hidden />}
        {readOnly ? 'Reading only' : WORDS[state.save]}
        {state.message && ` · ${state.message}`}
      </p>
      {!readOnly && (
        <div className="flex gap-1">
          <button
            type="button"
            className="btn btn-small px-2"
            aria-label="Undo"
            disabled={state.undo.length === 0}
            onClick={undo}
          >
            <Undo2 size={18} />
          </button>
          <button
            type="button"
            className="btn btn-small px-2"
            aria-label="Redo"
            disabled={state.redo.length === 0}
            onClick={redo}
          >
            <Redo2 size={18} />
          </button>
        </div>
      )}
      <SettingsSwitches />
    </header>
  );
}
