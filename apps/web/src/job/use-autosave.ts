import { applyPatch, diffDocuments, type JobDocument, type PatchOperation } from '@venula/core';
import { useEffect, useRef, type Dispatch } from 'react';
import { api, ApiError, tell } from '../api/client.ts';
import type { ConflictDetail, JobRecord } from '../api/types.ts';
import type { JobAction, JobState } from './job-state.ts';

/** Gathers a burst of edits into one change. */
const PAUSE_MS = 300;
const RETRY_MS = 3000;

interface Unsent {
  readonly changeId: string;
  readonly baseVersion: number;
  readonly patch: readonly PatchOperation[];
}

const key = (jobId: string) => `venula:unsent:${jobId}`;

/** What a closed or crashed page had not yet got an acknowledgement for. */
export function readUnsent(jobId: string): Unsent | null {
  try {
    return JSON.parse(localStorage.getItem(key(jobId)) ?? 'null') as Unsent | null;
  } catch {
    return null;
  }
}

export interface Opened {
  readonly record: JobRecord;
  /** The record with the unsent changes on it, when the server would not take them as they were. */
  readonly mine: JobDocument | null;
  readonly conflict: ConflictDetail | null;
}

/** Sends what a previous page left behind before the job is opened, so that leaving never loses work. */
export async function sendUnsent(record: JobRecord): Promise<Opened> {
  const unsent = readUnsent(record.id);
  if (!unsent) return { record, mine: null, conflict: null };
  try {
    await api('POST', `/jobs/${record.id}/changes`, unsent);
    localStorage.removeItem(key(record.id));
    return { record: await api<JobRecord>('GET', `/jobs/${record.id}`), mine: null, conflict: null };
  } catch (error) {
    const mine = applyPatch(record.document, unsent.patch);
    const conflict =
      error instanceof ApiError && error.body.code === 'EDIT_CONFLICT'
        ? (error.body.details[0] as ConflictDetail)
        : null;
    return { record, mine: mine.ok ? mine.value : null, conflict };
  }
}

function remember(jobId: string, baseVersion: number, patch: readonly PatchOperation[]): void {
  const before = readUnsent(jobId);
  // The same change keeps its id: sent twice, it counts once.
  const same = before?.baseVersion === baseVersion && JSON.stringify(before.patch) === JSON.stringify(patch);
  const changeId = same ? before.changeId : crypto.randomUUID();
  localStorage.setItem(key(jobId), JSON.stringify({ changeId, baseVersion, patch } satisfies Unsent));
}

/** Keeps the server's copy up with the page's: one change under way at a time, retried when the connection is back. */
export function useAutosave(jobId: string, state: JobState, dispatch: Dispatch<JobAction>): void {
  const busy = useRef(false);
  const latest = useRef(state);
  useEffect(() => {
    latest.current = state;
    const patch = diffDocuments(state.base, state.doc);
    if (patch.length === 0) localStorage.removeItem(key(jobId));
    else remember(jobId, state.version, patch);
  }, [jobId, state]);

  useEffect(() => {
    if (state.conflict || busy.current || (state.save !== 'waiting' && state.save !== 'offline')) return;
    const timer = setTimeout(
      () => {
        const { base, doc, version } = latest.current;
        const patch = diffDocuments(base, doc);
        if (patch.length === 0) return;
        busy.current = true;
        dispatch({ type: 'sending' });
        // The same id as on the device: if this page dies now, the next one sends the same change, not a second one.
        const changeId = readUnsent(jobId)?.changeId ?? crypto.randomUUID();
        api<{ version: number; document?: JobState['doc'] }>('POST', `/jobs/${jobId}/changes`, {
          changeId,
          baseVersion: version,
          patch,
        })
          .then((ack) => {
            busy.current = false;
            dispatch({ type: 'acknowledged', sent: doc, ...ack });
          })
          .catch((error: unknown) => {
            busy.current = false;
            if (error instanceof ApiError && error.body.code === 'EDIT_CONFLICT') {
              dispatch({ type: 'conflict', detail: error.body.details[0] as ConflictDetail });
            } else if (error instanceof ApiError && error.body.status < 500 && error.body.status !== 401) {
              dispatch({ type: 'refused', message: tell(error) });
            } else dispatch({ type: 'offline' });
          });
      },
      state.save === 'offline' ? RETRY_MS : PAUSE_MS,
    );
    return () => clearTimeout(timer);
  }, [jobId, state.save, state.doc, state.version, state.conflict, dispatch]);
}
