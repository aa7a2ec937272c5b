import type { Presence } from '../../src/outbox/presence.ts';
import { inOrder, type Held, type OutboxItem, type OutboxStore } from '../../src/outbox/store.ts';

/** A tablet: one outbox that its tabs share, one connection. */
export class Device {
  private readonly items = new Map<string, OutboxItem>();
  private readonly pages = new Map<string, number>();
  private readonly watchers = new Set<() => void>();
  online = true;
  /** Nothing more is kept, as on a device whose disk is full. */
  full = false;

  held(): OutboxItem[] {
    return [...this.items.values()].sort(inOrder);
  }

  /** The outbox as one tab has it: a database that answers a moment later. What a tab that is killed has begun is done. */
  storeFor(dead = { is: false }): OutboxStore {
    const spilled = new Map<string, OutboxItem>();
    const tell = (): void => this.watchers.forEach((changed) => changed());
    const all = (): Held[] =>
      [...this.held(), ...[...spilled.values()].map((i): Held => ({ ...i, unkept: true }))].sort(inOrder);
    return {
      all: () => Promise.resolve(all()),
      get: (id) => Promise.resolve(all().find((i) => i.id === id)),
      write: (put, remove = []) => {
        if (dead.is) return Promise.resolve(true);
        for (const item of put) (this.full ? spilled : this.items).set(item.id, structuredClone(item));
        for (const id of remove) this.items.delete(id);
        for (const id of remove) spilled.delete(id);
        tell();
        return Promise.resolve(spilled.size === 0);
      },
      claim: (page, free) => {
        if (dead.is) return Promise.resolve([]);
        const got = this.held()
          .filter(free)
          .map((i) => ({ ...i, owner: page }));
        for (const item of got) this.items.set(item.id, item);
        return Promise.resolve(got);
      },
      watch: (changed) => {
        this.watchers.add(changed);
        return () => this.watchers.delete(changed);
      },
    };
  }

  presenceFor(dead = { is: false }): Presence {
    return {
      seen: (page, now) => void (dead.is || this.pages.set(page, now)),
      left: (page) => void (dead.is || this.pages.delete(page)),
      lastSeen: (page) => this.pages.get(page),
    };
  }
}
