/** What the server sends to every open page. */
export type News =
  /** A job has this version now. */
  | { readonly job: string; readonly version: number }
  /** Rows were added to a job’s record. */
  | { readonly job: string; readonly record: string }
  /** Something may have been missed: look again. */
  | { readonly again: true };

const NAME = 'venula-news';
/** How often to look where the stream does not open, ms. */
const POLL_MS = 15_000;

/**
 * Hears what other devices change, while the page is looked at: nothing while it is hidden. Of several tabs one holds the stream, and
 * passes on what it hears; where the browser has no locks for that, each holds its own. Where the stream does not open, the page is told
 * to look for itself every so often.
 * @param say called with each
 * @returns what ends it
 */
export function listen(say: (news: News) => void): () => void {
  if (!('EventSource' in window)) return () => undefined;
  const tabs = new BroadcastChannel(NAME);
  tabs.onmessage = ({ data }: MessageEvent<News>) => say(data);
  const pass = (news: News): void => {
    tabs.postMessage(news);
    say(news);
  };
  let leave: (() => void) | null = null;
  let been = false;

  const enter = (): void => {
    if (leave || document.visibilityState === 'hidden') return;
    const left = new AbortController();
    leave = () => left.abort();
    // The page was hidden and heard nothing. The first time, what it shows has just been read.
    if (been) say({ again: true });
    been = true;
    const held = (): Promise<void> => stream(pass, left.signal);
    if ('locks' in navigator)
      navigator.locks.request(NAME, { signal: left.signal }, held).catch(() => undefined);
    else void held();
  };
  const seen = (): void => {
    if (document.visibilityState === 'visible') return enter();
    leave?.();
    leave = null;
  };
  document.addEventListener('visibilitychange', seen);
  enter();
  return () => {
    document.removeEventListener('visibilitychange', seen);
    leave?.();
    tabs.close();
  };
}

/** Open until the signal. */
function stream(pass: (news: News) => void, left: AbortSignal): Promise<void> {
  return new Promise((over) => {
    let source: EventSource;
    let timer = 0;
    const open = (): void => {
      source = new EventSource('/api/v1/news');
      source.onmessage = ({ data }: MessageEvent<string>) => pass(JSON.parse(data) as News);
      source.onopen = () => window.clearInterval(timer);
      source.onerror = () => {
        window.clearInterval(timer);
        // The browser comes back by itself after a lost line, not after an answer that says no.
        const closed = source.readyState === EventSource.CLOSED;
        timer = window.setInterval(() => {
          pass({ again: true });
          if (!closed) return;
          window.clearInterval(timer);
          open();
        }, POLL_MS);
      };
    };
    open();
    left.addEventListener('abort', () => {
      window.clearInterval(timer);
      source.close();
      over();
    });
  });
}
