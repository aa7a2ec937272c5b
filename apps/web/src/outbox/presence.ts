/** Which pages are there: each says so again and again while it is. */
export interface Presence {
  seen(page: string, now: number): void;
  left(page: string): void;
  /** When a page was last there; undefined: it has left, or was never there. */
  lastSeen(page: string): number | undefined;
}

const PAGE = 'venula:page:';
const DAY_MS = 86_400_000;

/** Kept where every tab reads it without waiting; nothing is lost with it. */
export function browserPresence(storage: Storage): Presence {
  let swept = false;
  /** Pages that were killed never said good-bye: what is left of them goes after a day. */
  const sweep = (now: number): void => {
    swept = true;
    const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '');
    for (const key of keys)
      if (key.startsWith(PAGE) && now - Number(storage.getItem(key)) > DAY_MS) storage.removeItem(key);
  };
  return {
    seen(page, now) {
      if (!swept) sweep(now);
      try {
        storage.setItem(PAGE + page, String(now));
      } catch {
        // A full storage: the page counts as gone, and another may send for it what it has kept.
      }
    },
    left: (page) => storage.removeItem(PAGE + page),
    lastSeen(page) {
      const at = storage.getItem(PAGE + page);
      return at === null ? undefined : Number(at);
    },
  };
}
