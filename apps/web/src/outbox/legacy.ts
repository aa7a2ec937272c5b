import type { OutboxItem, OutboxStore } from './store.ts';

const parsed = (storage: Storage, key: string): unknown => {
  try {
    return JSON.parse(storage.getItem(key) ?? 'null') as unknown;
  } catch {
    return null;
  }
};

interface Found {
  readonly keys: readonly string[];
  readonly items: readonly OutboxItem[];
}
type Legacy = (storage: Storage) => Found;

const keysFrom = (storage: Storage, prefix: string): string[] =>
  Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '').filter((k) => k.startsWith(prefix));

/** One list of readings for all tabs, as the first version kept it. */
const readings: Legacy = (storage) => {
  const key = 'venula:readings';
  const list = parsed(storage, key);
  if (!Array.isArray(list)) return { keys: [], items: [] };
  const items = (list as { jobId: string; readingId: string; refused?: string }[]).map(
    ({ jobId, refused, ...payload }, seq): OutboxItem => ({
      id: payload.readingId,
      kind: 'reading',
      jobId,
      seq,
      payload,
      ...(refused ? { refused: { message: refused, field: '' } } : {}),
    }),
  );
  return { keys: [key], items };
};

const UNSENT = 'venula:unsent:';

/** One unsent change a job, as the first version kept it. */
const changes: Legacy = (storage) => {
  const keys = keysFrom(storage, UNSENT);
  const items = keys.flatMap((key, seq): OutboxItem[] => {
    const unsent = parsed(storage, key) as { changeId: string; baseVersion: number; patch: unknown } | null;
    if (!unsent) return [];
    const { changeId, baseVersion, patch } = unsent;
    return [
      { id: changeId, kind: 'edit', jobId: key.slice(UNSENT.length), seq, payload: { baseVersion, patch } },
    ];
  });
  return { keys, items };
};

/** One entry an item, as they were kept before the database. */
const entries: Legacy = (storage) => {
  const keys = keysFrom(storage, 'venula:outbox:');
  const items = keys.flatMap((key) => {
    const item = parsed(storage, key) as OutboxItem | null;
    return typeof item?.id === 'string' ? [item] : [];
  });
  return { keys, items };
};

/** Takes over what earlier versions of the program kept; it goes from its old place once it is in the new one. */
export async function takeOver(storage: Storage, store: OutboxStore): Promise<void> {
  for (const find of [readings, changes, entries]) {
    const { keys, items } = find(storage);
    const kept = items.length === 0 || (await store.write(items));
    if (kept) for (const key of keys) storage.removeItem(key);
  }
}
