import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { openDB } from 'idb';
import type { Database, DeviceSchema } from '../src/device/database.ts';
import { indexedStore, type Tabs } from '../src/outbox/indexed-store.ts';
import { takeOver } from '../src/outbox/legacy.ts';
import { browserPresence } from '../src/outbox/presence.ts';
import type { OutboxItem } from '../src/outbox/store.ts';

const item = (id: string, more: Partial<OutboxItem> = {}): OutboxItem => ({
  id,
  kind: 'edit',
  jobId: 'job',
  seq: Number(id.charCodeAt(0)),
  payload: { patch: [] },
  ...more,
});

/** Tabs that hear each other at once. */
function channel(): () => Tabs {
  const all = new Map<object, Set<() => void>>();
  return () => {
    const me = {};
    all.set(me, new Set());
    return {
      tell: () => {
        for (const [tab, listeners] of all) if (tab !== me) listeners.forEach((l) => l());
      },
      hear: (changed) => {
        all.get(me)!.add(changed);
        return () => void all.get(me)!.delete(changed);
      },
    };
  };
}

class MemoryStorage implements Storage {
  private readonly map = new Map<string, string>();
  get length(): number {
    return this.map.size;
  }
  clear = () => this.map.clear();
  key = (i: number) => [...this.map.keys()][i] ?? null;
  getItem = (key: string) => this.map.get(key) ?? null;
  setItem = (key: string, value: string) => void this.map.set(key, value);
  removeItem = (key: string) => void this.map.delete(key);
}

describe('the outbox in the browser’s database', () => {
  let db: Database;
  let made = 0;
  let broken: boolean;
  const open = (): Promise<Database> =>
    broken ? Promise.reject(new Error('no room on this disk')) : Promise.resolve(db);
  const ids = (items: readonly OutboxItem[]) => items.map((i) => i.id);

  beforeEach(async () => {
    broken = false;
    db = await openDB<DeviceSchema>(`outbox-${++made}`, 1, {
      upgrade: (fresh) => void fresh.createObjectStore('outbox', { keyPath: 'id' }),
    });
  });
  afterEach(() => db.close());

  test('what one tab writes every tab finds, in the order it was done, and hears of', async () => {
    const tabs = channel();
    const [a, b] = [indexedStore(open, tabs()), indexedStore(open, tabs())];
    let told = 0;
    const deaf = b.watch(() => told++);
    expect(await a.write([item('b'), item('a')])).toBe(true);
    expect(ids(await b.all())).toEqual(['a', 'b']);
    expect(await b.get('a')).toEqual(item('a'));
    expect(told).toBe(1);
    await b.write([item('c')], ['a']);
    expect(told).toBe(2);
    expect(ids(await a.all())).toEqual(['b', 'c']);
    deaf();
    await a.write([], ['b', 'c']);
    expect([told, await b.all()]).toEqual([2, []]);
  });

  test('of two pages that claim the same work at once, one gets it', async () => {
    const tabs = channel();
    const [a, b] = [indexedStore(open, tabs()), indexedStore(open, tabs())];
    await a.write([item('1', { owner: 'gone' }), item('2', { owner: 'gone' }), item('3', { owner: 'here' })]);
    const free = (i: OutboxItem) => i.owner === 'gone';
    const [one, two] = await Promise.all([a.claim('page a', free), b.claim('page b', free)]);
    expect([...ids(one), ...ids(two)].sort()).toEqual(['1', '2']);
    expect([one.length, two.length].sort()).toEqual([0, 2]);
    const owners = (await a.all()).map((i) => i.owner);
    expect(owners[2]).toBe('here');
    expect(new Set(owners.slice(0, 2)).size).toBe(1);
  });

  test('a database that takes nothing: the page holds it, says so, and hands it over with the next change', async () => {
    const store = indexedStore(open, channel()());
    broken = true;
    expect(await store.write([item('a'), item('b')])).toBe(false);
    expect(await store.all()).toEqual([
      { ...item('a'), unkept: true },
      { ...item('b'), unkept: true },
    ]);
    expect(await store.claim('page', () => true)).toEqual([]);
    await store.write([], ['b']);
    expect(ids(await store.all())).toEqual(['a']);
    broken = false;
    expect(await store.write([item('c')])).toBe(true);
    expect(await store.all()).toEqual([item('a'), item('c')]);
    expect(ids(await db.getAll('outbox'))).toEqual(['a', 'c']);
  });

  test('a change that fails late does not bring back what has gone since', async () => {
    let fail = (): void => undefined;
    const late = new Promise<Database>((_, reject) => (fail = () => reject(new Error('too late'))));
    let first = true;
    const store = indexedStore(() => {
      if (!first) return open();
      first = false;
      return late;
    }, channel()());
    const writing = store.write([item('a')]);
    const removing = store.write([], ['a']);
    await removing;
    fail();
    await writing;
    expect(await store.all()).toEqual([]);
  });

  test('all of a change or nothing: what cannot be stored takes the rest of its change along', async () => {
    const store = indexedStore(open, channel()());
    await store.write([item('old')]);
    expect(await store.write([item('a'), item('b', { payload: () => undefined })], ['old'])).toBe(false);
    expect(ids(await db.getAll('outbox'))).toEqual(['old']);
  });
});

describe('what earlier versions kept', () => {
  test('is taken over once, and leaves its old place only when it is in the new one', async () => {
    const db = await openDB<DeviceSchema>('legacy', 1, {
      upgrade: (fresh) => void fresh.createObjectStore('outbox', { keyPath: 'id' }),
    });
    const storage = new MemoryStorage();
    const list = { runId: 'run', readingId: 'r', kind: 'joint', jobId: 'j', refused: 'Too late.' };
    storage.setItem('venula:readings', JSON.stringify([list]));
    const change = { changeId: 'c', baseVersion: 3, patch: [{ op: 'replace', path: '/title', value: 'x' }] };
    storage.setItem('venula:unsent:j', JSON.stringify(change));
    storage.setItem('venula:unsent:broken', '{');
    storage.setItem('venula:outbox:e', JSON.stringify(item('e')));
    storage.setItem('venula:settings', '{}');
    await takeOver(
      storage,
      indexedStore(() => Promise.reject(new Error('no room')), channel()()),
    );
    expect(storage.getItem('venula:unsent:j')).not.toBeNull();
    await takeOver(
      storage,
      indexedStore(() => Promise.resolve(db), channel()()),
    );
    const found = await db.getAll('outbox');
    expect(found.map((i) => [i.id, i.kind, i.jobId])).toEqual([
      ['c', 'edit', 'j'],
      ['e', 'edit', 'job'],
      ['r', 'reading', 'j'],
    ]);
    expect(found[2]!.refused).toEqual({ message: 'Too late.', field: '' });
    expect([storage.length, storage.getItem('venula:settings')]).toEqual([1, '{}']);
    db.close();
  });
});

describe('which pages are there', () => {
  test('each as it last said; one that said good-bye is gone, and what killed ones left is swept after a day', () => {
    const storage = new MemoryStorage();
    const day = 86_400_000;
    browserPresence(storage).seen('killed', 1000);
    const presence = browserPresence(storage);
    presence.seen('a', day + 2000);
    presence.seen('b', day + 2000);
    presence.left('b');
    expect(['killed', 'a', 'b'].map((p) => presence.lastSeen(p))).toEqual([undefined, day + 2000, undefined]);
  });

  test('a full storage is no trouble: the page counts as gone', () => {
    const storage = new MemoryStorage();
    storage.setItem = () => {
      throw new Error('quota');
    };
    const presence = browserPresence(storage);
    presence.seen('a', 5);
    expect(presence.lastSeen('a')).toBeUndefined();
  });
});
