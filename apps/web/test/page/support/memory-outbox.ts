import { inOrder, type Held, type OutboxItem, type OutboxStore } from '../../../src/outbox/store.ts';
import type { Presence } from '../../../src/outbox/presence.ts';

/** An outbox without a database under it: what is written is there a moment later. */
export function memoryOutbox(): {
  readonly store: OutboxStore;
  readonly presence: Presence;
  readonly held: () => readonly OutboxItem[];
  /** Takes nothing more from here on. */
  full: boolean;
} {
  const items = new Map<string, OutboxItem>();
  const spilled = new Map<string, OutboxItem>();
  const watchers = new Set<() => void>();
  const pages = new Map<string, number>();
  const all = (): Held[] =>
    [...items.values(), ...[...spilled.values()].map((i): Held => ({ ...i, unkept: true }))].sort(inOrder);
  const outbox = {
    full: false,
    held: () => [...items.values()].sort(inOrder),
    presence: {
      seen: (page: string, now: number) => void pages.set(page, now),
      left: (page: string) => void pages.delete(page),
      lastSeen: (page: string) => pages.get(page),
    },
    store: {
      all: () => Promise.resolve(all()),
      get: (id: string) => Promise.resolve(all().find((i) => i.id === id)),
      write: (put: readonly OutboxItem[], remove: readonly string[] = []) => {
        for (const item of put) (outbox.full ? spilled : items).set(item.id, item);
        for (const id of remove) items.delete(id);
        for (const id of remove) spilled.delete(id);
        watchers.forEach((changed) => changed());
        return Promise.resolve(spilled.size === 0);
      },
      claim: (page: string, free: (item: OutboxItem) => boolean) => {
        const got = [...items.values()].filter(free).map((i) => ({ ...i, owner: page }));
        for (const item of got) items.set(item.id, item);
        return Promise.resolve(got.sort(inOrder));
      },
      watch: (changed: () => void) => {
        watchers.add(changed);
        return () => void watchers.delete(changed);
      },
    },
  };
  return outbox;
}
