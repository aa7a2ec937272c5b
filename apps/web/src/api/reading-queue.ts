import { useEffect, useSyncExternalStore } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { api, ApiError } from './client.ts';
import { keys, type NewReading } from './queries.ts';

/**
 * Readings taken without a connection wait on the device and are sent, in order, when it is back. Each carries its own
 * id, so one that was sent but not acknowledged is not doubled.
 */
interface Waiting extends NewReading {
  readonly jobId: string;
  /** Set when the server refused it: shown, not sent again. */
  readonly refused?: string;
}

const STORE = 'venula:readings';
const listeners = new Set<() => void>();
let cache: readonly Waiting[] = load();
let sending = false;

function load(): readonly Waiting[] {
  try {
    const stored = JSON.parse(localStorage.getItem(STORE) ?? '[]') as unknown;
    return Array.isArray(stored) ? (stored as Waiting[]) : [];
  } catch {
    return [];
  }
}

function set(next: readonly Waiting[]): void {
  cache = next;
  localStorage.setItem(STORE, JSON.stringify(next));
  listeners.forEach((l) => l());
}

async function flush(sent: (jobId: string) => void): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (let next = cache.find((w) => !w.refused); next; next = cache.find((w) => !w.refused)) {
      const { jobId, runId, refused: _refused, ...body } = next;
      const id = next.readingId;
      try {
        await api('POST', `/jobs/${jobId}/runs/${runId}/readings`, body);
        sent(jobId);
        set(cache.filter((w) => w.readingId !== id));
      } catch (error) {
        if (!(error instanceof ApiError) || error.body.status >= 500 || error.body.status === 401) return;
        set(cache.map((w) => (w.readingId === id ? { ...w, refused: error.message } : w)));
      }
    }
  } finally {
    sending = false;
  }
}

export function useReadingQueue(jobId: string) {
  const client = useQueryClient();
  const all = useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => cache,
  );
  useEffect(() => {
    const send = () => void flush((id) => void client.invalidateQueries({ queryKey: keys.runs(id) }));
    send();
    const timer = setInterval(send, 3000);
    window.addEventListener('online', send);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', send);
    };
  }, [client]);
  return {
    waiting: all.filter((w) => w.jobId === jobId),
    add(reading: NewReading) {
      set([...cache, { ...reading, jobId }]);
      void flush((id) => void client.invalidateQueries({ queryKey: keys.runs(id) }));
    },
    discard(readingId: string) {
      set(cache.filter((w) => w.readingId !== readingId));
    },
  };
}
