import { database } from '../device/database.ts';
import { patiently } from '../device/patience.ts';
import { OfflineError } from './client.ts';

/**
 * Who is signed in, jobs that were opened and their records: as the server last told them, for when it cannot be reached.
 * What of a shop’s answers a browser can keep; anything that goes wrong here only means that nothing is kept.
 */
export interface Shelf {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  remove(key: string): Promise<void>;
}

const device: Shelf = {
  get: async (key) => (await database()).get('heard', key),
  set: async (key, value) => void (await (await database()).put('heard', value, key)),
  remove: async (key) => (await database()).delete('heard', key),
};

export const shelfKey = (key: readonly unknown[]): string => JSON.stringify(key);

/** Keeps an answer for when there is no connection. */
export async function keep(key: readonly unknown[], answer: unknown, shelf: Shelf = device): Promise<void> {
  try {
    await shelf.set(shelfKey(key), answer);
  } catch {
    // A full or forbidden store: the page works as long as the connection does.
  }
}

/** Forgets an answer: nobody is signed in any more. */
export async function forget(key: readonly unknown[], shelf: Shelf = device): Promise<void> {
  try {
    await shelf.remove(shelfKey(key));
  } catch {
    // As above.
  }
}

/**
 * Asks the server, and keeps what it says. Without a connection it is what the server said last; any other trouble is told
 * as it is, for then the server has spoken.
 */
export async function heard<T>(
  key: readonly unknown[],
  ask: () => Promise<T>,
  shelf: Shelf = device,
): Promise<T> {
  try {
    const answer = await ask();
    // Not waited for: a store that hangs must not hold up an answer that is there.
    void keep(key, answer, shelf);
    return answer;
  } catch (error) {
    if (!(error instanceof OfflineError)) throw error;
    let last: unknown;
    try {
      last = await patiently(shelf.get(shelfKey(key)));
    } catch {
      throw error;
    }
    if (last === undefined) throw error;
    return last as T;
  }
}
