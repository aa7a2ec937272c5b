import type { Legacy, OutboxItem } from './store.ts';

const parsed = (storage: Storage, key: string): unknown => {
  try {
    return JSON.parse(storage.getItem(key) ?? 'null') as unknown;
  } catch {
    return null;
  }
};

/** One list of readings for all tabs, as the first version kept it. */
const readings: Legacy = (storage) => {
  const list = parsed(storage, 'venula:readings');
  storage.removeItem('venula:readings');
  if (!Array.isArray(list)) return [];
  return (list as { jobId: string; readingId: string; refused?: string }[]).map(
    ({ jobId, refused, ...payload }, seq): OutboxItem => ({
      id: payload.readingId,
      kind: 'reading',
      jobId,
      seq,
      payload,
      ...(refused ? { refused: { message: refused, field: '' } } : {}),
    }),
  );
};

const UNSENT = 'venula:unsent:';

/** One unsent change a job, as the first version kept it. */
const changes: Legacy = (storage) => {
  const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i)).filter((k) =>
    k?.startsWith(UNSENT),
  );
  return keys.flatMap((key, seq): OutboxItem[] => {
    const unsent = parsed(storage, key!) as { changeId: string; baseVersion: number; patch: unknown } | null;
    storage.removeItem(key!);
    if (!unsent) return [];
    const { changeId, baseVersion, patch } = unsent;
    return [
      { id: changeId, kind: 'edit', jobId: key!.slice(UNSENT.length), seq, payload: { baseVersion, patch } },
    ];
  });
};

export const LEGACY: readonly Legacy[] = [readings, changes];
