import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef } from 'react';
import { photoKeys } from '../api/photos.ts';
import { keys } from '../api/queries.ts';
import type { News } from '../news/listen.ts';
import { useNews } from '../news/use-news.ts';
import type { JobSession } from './job-session.ts';

/** Readings come several a second: read once they pause, ms. */
const PAUSE_MS = 400;

/** What to read again when rows are added to a table. */
const READ_AGAIN: Readonly<Record<string, (id: string) => readonly string[]>> = {
  test_run: keys.runs,
  test_reading: keys.runs,
  acceptance: keys.acceptances,
  photo: photoKeys,
};

/** An open job hears what other devices do to it: its record is read again, and a newer plan is offered. */
export function useJobNews(session: JobSession, id: string): void {
  const client = useQueryClient();
  const due = useRef(new Map<string, number>());
  useEffect(() => {
    const timers = due.current;
    return () => timers.forEach((timer) => window.clearTimeout(timer));
  }, []);
  useNews(
    useCallback(
      (news: News) => {
        const readAgain = (record: string): void => {
          window.clearTimeout(due.current.get(record));
          const queryKey = READ_AGAIN[record]?.(id);
          if (!queryKey) return;
          due.current.set(
            record,
            window.setTimeout(() => void client.invalidateQueries({ queryKey, exact: true }), PAUSE_MS),
          );
        };
        if ('again' in news) {
          Object.keys(READ_AGAIN).forEach(readAgain);
          return void session.look();
        }
        if (news.job !== id) return;
        if ('version' in news) session.heard(news.version);
        else readAgain(news.record);
      },
      [client, id, session],
    ),
  );
}
