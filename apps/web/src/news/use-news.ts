import { useEffect } from 'react';
import { listen, type News } from './listen.ts';

/** Who wants to hear on this page: one ear for all. */
const wanting = new Set<(news: News) => void>();
let deaf: (() => void) | null = null;

/** Calls with what other devices change, as long as the component is there. @param hear the same function from one render to the next */
export function useNews(hear: (news: News) => void): void {
  useEffect(() => {
    wanting.add(hear);
    deaf ??= listen((news) => wanting.forEach((wants) => wants(news)));
    return () => {
      wanting.delete(hear);
      if (wanting.size > 0) return;
      deaf?.();
      deaf = null;
    };
  }, [hear]);
}
