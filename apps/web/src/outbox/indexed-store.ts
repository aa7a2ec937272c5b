import type { Database } from '../device/database.ts';
import { inOrder, type Held, type OutboxItem, type OutboxStore } from './store.ts';

/** How tabs tell each other that something has changed. */
export interface Tabs {
  tell(): void;
  hear(changed: () => void): () => void;
}

/**
 * The outbox in the browser’s own database: one entry an item, every change one transaction. What a full or forbidden
 * database does not take is held by this page, offered again with the next change, and said to be so.
 */
export function indexedStore(open: () => Promise<Database>, tabs: Tabs): OutboxStore {
  const spilled = new Map<string, OutboxItem>();
  /** The newest change of each item: an older one that fails late must not bring back what is gone. */
  const newest = new Map<string, number>();
  const listeners = new Set<() => void>();
  let turn = 0;
  /** Changes under way. */
  let under = 0;
  const changed = (): void => listeners.forEach((listener) => listener());

  const stored = async (): Promise<OutboxItem[]> => {
    try {
      return await (await open()).getAll('outbox');
    } catch {
      return [];
    }
  };

  const all = async (): Promise<Held[]> => {
    const kept = (await stored()).filter((i) => !spilled.has(i.id));
    return [...kept, ...[...spilled.values()].map((i): Held => ({ ...i, unkept: true }))].sort(inOrder);
  };

  return {
    all,
    get: async (id) => (await all()).find((i) => i.id === id),
    async write(put, remove = []) {
      const mine = ++turn;
      const named = [...put.map((i) => i.id), ...remove];
      const items = [...[...spilled.values()].filter((i) => !named.includes(i.id)), ...put];
      for (const id of named) newest.set(id, mine);
      for (const id of remove) spilled.delete(id);
      under++;
      try {
        await change(await open(), items, remove);
        for (const { id } of items) if ((newest.get(id) ?? 0) <= mine) spilled.delete(id);
      } catch {
        for (const item of put) if (newest.get(item.id) === mine) spilled.set(item.id, item);
      }
      if (--under === 0) newest.clear();
      changed();
      tabs.tell();
      return spilled.size === 0;
    },
    async claim(page, free) {
      // Looked at first: asked every few seconds, and nearly always there is nothing.
      if (!(await stored()).some(free)) return [];
      try {
        const tx = (await open()).transaction('outbox', 'readwrite', { durability: 'strict' });
        const got = (await tx.store.getAll()).filter(free).map((i) => ({ ...i, owner: page }));
        await Promise.all([...got.map((i) => tx.store.put(i)), tx.done]);
        tabs.tell();
        return got.sort(inOrder);
      } catch {
        return [];
      }
    },
    watch(listener) {
      const deaf = tabs.hear(listener);
      listeners.add(listener);
      return () => {
        deaf();
        listeners.delete(listener);
      };
    },
  };
}

async function change(db: Database, put: readonly OutboxItem[], remove: readonly string[]): Promise<void> {
  const tx = db.transaction('outbox', 'readwrite', { durability: 'strict' });
  const steps: Promise<unknown>[] = [tx.done];
  try {
    for (const item of put) steps.push(tx.store.put(item));
    for (const id of remove) steps.push(tx.store.delete(id));
    // Said at once, so that a page that is killed the next moment has still left everything behind.
    tx.commit();
  } catch (error) {
    tx.abort();
    await Promise.allSettled(steps);
    throw error;
  }
  await Promise.all(steps);
}

/** Tabs of one browser, over its own channel. */
export function browserTabs(name = 'venula:outbox'): Tabs {
  const said = new BroadcastChannel(name);
  return {
    tell: () => said.postMessage('changed'),
    hear(changed) {
      said.addEventListener('message', changed);
      return () => said.removeEventListener('message', changed);
    },
  };
}
