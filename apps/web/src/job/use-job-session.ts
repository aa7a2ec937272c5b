import { useEffect, useState, useSyncExternalStore } from 'react';
import { api } from '../api/client.ts';
import { keep } from '../api/kept.ts';
import { keys } from '../api/queries.ts';
import type { JobRecord } from '../api/types.ts';
import { deviceOutbox, onWake } from '../outbox/device.ts';
import { newId } from '../outbox/ids.ts';
import { browserClock } from '../outbox/lane.ts';
import { JobSession, type JobServer } from './job-session.ts';

const server: JobServer = {
  change: (jobId, body) => api('POST', `/jobs/${jobId}/changes`, body),
  read: (jobId) => api('GET', `/jobs/${jobId}`),
};

/** A job opened with what this device holds of it; nothing as long as that is being looked up. */
export function useOpenedSession(record: JobRecord, person: string): JobSession | null {
  const [session, setSession] = useState<JobSession | null>(null);
  useEffect(() => {
    let current = true;
    const { store, presence, ready } = deviceOutbox();
    void ready
      .then(() => JobSession.open(record, { server, store, presence, clock: browserClock, newId, person }))
      .then((opened) => {
        if (current) setSession(opened);
      });
    return () => {
      current = false;
    };
  }, [record, person]);
  return session;
}

/** Sends as long as the page stands. */
export function useJobSession(session: JobSession, record: JobRecord): void {
  useEffect(() => {
    const stop = session.start();
    const deaf = onWake(() => session.wake());
    const putAway = () => session.putAway();
    window.addEventListener('pagehide', putAway);
    return () => {
      stop();
      deaf();
      window.removeEventListener('pagehide', putAway);
    };
  }, [session]);
  // What the server has is what opens without a connection; what it has not is in the outbox.
  const base = useSyncExternalStore(session.subscribe, () => session.getState().base);
  const version = useSyncExternalStore(session.subscribe, () => session.getState().version);
  useEffect(() => {
    if (version !== record.version) void keep(keys.job(record.id), { ...record, document: base, version });
  }, [record, base, version]);
  // The browser asks before it closes a page that holds what nobody else has.
  const save = useSyncExternalStore(session.subscribe, () => session.getState().save);
  useEffect(() => {
    if (save !== 'unkept') return;
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [save]);
}
