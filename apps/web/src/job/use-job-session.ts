import { useEffect, useState, useSyncExternalStore } from 'react';
import { api } from '../api/client.ts';
import { keep } from '../api/kept.ts';
import { keys } from '../api/queries.ts';
import type { JobRecord } from '../api/types.ts';
import { deviceOutbox, onWake } from '../outbox/device.ts';
import { newId } from '../outbox/ids.ts';
import { browserClock } from '../outbox/lane.ts';
import { JobSession, type JobServer } from './job-session.ts';
import type { JobState } from './job-state.ts';

const server: JobServer = {
  change: (jobId, body) => api('POST', `/jobs/${jobId}/changes`, body),
  read: (jobId) => api('GET', `/jobs/${jobId}`),
};

/** The session of an open job, sending as long as the page stands. */
export function useJobSession(
  record: JobRecord,
  person: string,
): { readonly session: JobSession; readonly state: JobState } {
  const [session] = useState(
    () => new JobSession(record, { server, store: deviceOutbox(), clock: browserClock, newId, person }),
  );
  const state = useSyncExternalStore(session.subscribe, session.getState);
  useEffect(() => {
    const stop = session.start();
    const deaf = onWake(() => session.wake());
    return () => {
      stop();
      deaf();
    };
  }, [session]);
  // What the server has is what opens without a connection; what it has not is in the outbox.
  const { base, version } = state;
  useEffect(() => {
    void keep(keys.job(record.id), { ...record, document: base, version });
  }, [record, base, version]);
  return { session, state };
}
