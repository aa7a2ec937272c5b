import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef } from 'react';
import { keys } from '../../api/queries.ts';
import { useNews } from '../../news/use-news.ts';

/** In a busy shop something changes every second: the list is read again no more often than this, ms. */
const PAUSE_MS = 5_000;

/** The list of jobs follows what other devices change. */
export function useJobListNews(): void {
  const client = useQueryClient();
  const due = useRef(0);
  useEffect(() => () => window.clearTimeout(due.current), []);
  useNews(
    useCallback(() => {
      if (due.current !== 0) return;
      due.current = window.setTimeout(() => {
        due.current = 0;
        void client.invalidateQueries({ queryKey: keys.jobs });
      }, PAUSE_MS);
    }, [client]),
  );
}
