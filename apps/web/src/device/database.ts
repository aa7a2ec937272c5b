import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { OutboxItem } from '../outbox/store.ts';
import { patiently } from './patience.ts';

/** What this device keeps: the work the server has not acknowledged, and what the server said last. */
export interface DeviceSchema extends DBSchema {
  outbox: { key: string; value: OutboxItem };
  heard: { key: string; value: unknown };
}
export type Database = IDBPDatabase<DeviceSchema>;

const NAME = 'venula';
const VERSION = 1;

let opened: Promise<Database> | undefined;

const open = (): Promise<Database> =>
  openDB<DeviceSchema>(NAME, VERSION, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'id' });
      db.createObjectStore('heard');
    },
    // A newer version of the program wants to change the store: this page lets go and opens it anew when it needs it.
    blocking: (_old, _new, event) => {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
    terminated: () => {
      opened = undefined;
    },
  });

/**
 * The one database of this device, opened once and shared by all that keep something.
 * @throws where the browser has none, refuses it or does not answer
 */
export async function database(): Promise<Database> {
  opened ??= open();
  const mine = opened;
  try {
    return await patiently(mine);
  } catch (error) {
    // The next one to ask tries anew.
    if (opened === mine) opened = undefined;
    throw error;
  }
}
