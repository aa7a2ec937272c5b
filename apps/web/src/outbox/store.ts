/** Why the server would not take an item: shown beside what was typed, until somebody drops it. */
export interface Refusal {
  readonly message: string;
  /** Field or place it is about, where the server named one. */
  readonly field: string;
}

/** One thing done on this device that the server has not acknowledged. */
export interface OutboxItem<P = unknown> {
  readonly id: string;
  readonly kind: 'edit' | 'reading';
  readonly jobId: string;
  /** Items are sent in this order within their lane. */
  readonly seq: number;
  readonly payload: P;
  /** Who did it: sent only while that person is signed in, so that nobody signs for somebody else. */
  readonly by?: string;
  /** The page that sends it; nobody's in particular where it is missing. */
  readonly owner?: string;
  readonly refused?: Refusal;
}

/**
 * What must survive a closed page. One entry an item, so that tabs that write at once cannot overwrite each other: the
 * browser's storage is shared, a list in it would not be.
 */
export interface OutboxStore {
  all(): OutboxItem[];
  get(id: string): OutboxItem | undefined;
  put(item: OutboxItem): void;
  remove(id: string): void;
  /** A page says that it is there; it says so again and again while it is. */
  seen(page: string, now: number): void;
  left(page: string): void;
  /** When a page was last there; undefined: it has left. */
  lastSeen(page: string): number | undefined;
  /** Calls back when another tab has changed something. */
  watch(changed: () => void): () => void;
}

const PREFIX = 'venula:outbox:';
const PAGE = 'venula:page:';
const DAY_MS = 86_400_000;

/** Lists and entries earlier versions kept under one key: taken over once, as items of their own. */
export type Legacy = (storage: Storage) => OutboxItem[];

/** Whether a person may send an item: one's own, or one from before items said whose they are. */
export const mine = (item: OutboxItem, person: string | undefined): boolean =>
  item.by === undefined || item.by === person;

/** The outbox in the browser's own storage. What a full storage does not take is kept in memory, as long as the page stands. */
export function deviceStore(storage: Storage, legacy: readonly Legacy[] = []): OutboxStore {
  const spilled = new Map<string, OutboxItem>();
  const read = (key: string): OutboxItem | undefined => {
    try {
      const item = JSON.parse(storage.getItem(key) ?? 'null') as OutboxItem | null;
      return item && typeof item.id === 'string' ? item : undefined;
    } catch {
      return undefined;
    }
  };
  const put = (item: OutboxItem): void => {
    try {
      storage.setItem(PREFIX + item.id, JSON.stringify(item));
      spilled.delete(item.id);
    } catch {
      spilled.set(item.id, item);
    }
  };
  for (const take of legacy) take(storage).forEach(put);
  let swept = false;
  /** Pages that were killed never said good-bye: what is left of them goes after a day. */
  const sweep = (now: number): void => {
    swept = true;
    const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '');
    for (const key of keys)
      if (key.startsWith(PAGE) && now - Number(storage.getItem(key)) > DAY_MS) storage.removeItem(key);
  };
  return {
    all() {
      const items = [...spilled.values()];
      for (let i = 0; i < storage.length; i++) {
        const key = storage.key(i);
        const item = key?.startsWith(PREFIX) ? read(key) : undefined;
        if (item && !spilled.has(item.id)) items.push(item);
      }
      return items.sort((a, b) => a.seq - b.seq || a.id.localeCompare(b.id));
    },
    get: (id) => spilled.get(id) ?? read(PREFIX + id),
    put,
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
    remove(id) {
      spilled.delete(id);
      storage.removeItem(PREFIX + id);
    },
    watch(changed) {
      const listen = (e: StorageEvent) => {
        if (e.key === null || e.key.startsWith(PREFIX)) changed();
      };
      window.addEventListener('storage', listen);
      return () => window.removeEventListener('storage', listen);
    },
  };
}

let last = 0;
/** Two hundredths of a millisecond apart, so that what is done in one moment keeps its order. */
export function nextSeq(now: number): number {
  last = Math.max(now, last + 0.02);
  return last;
}
