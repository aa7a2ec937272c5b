import { describe, expect, jest, test } from '@jest/globals';
import { ApiError, OfflineError } from '../src/api/client.ts';
import { forget, heard, keep, shelfKey, type Shelf } from '../src/api/kept.ts';

const shelf = (): Shelf & { readonly held: Map<string, unknown> } => {
  const held = new Map<string, unknown>();
  return {
    held,
    get: (key) => Promise.resolve(held.get(key)),
    set: (key, value) => Promise.resolve(void held.set(key, structuredClone(value))),
    remove: (key) => Promise.resolve(void held.delete(key)),
  };
};
const away = () => Promise.reject(new OfflineError());
const refused = (status: number) => () =>
  Promise.reject(
    new ApiError({
      status,
      code: 'NOT_SIGNED_IN',
      message: 'You are not signed in.',
      remedy: '',
      details: [],
    }),
  );

describe('what the server said last', () => {
  test('is kept, and is the answer without a connection', async () => {
    const s = shelf();
    expect(await heard(['job', '1'], () => Promise.resolve({ version: 3 }), s)).toEqual({ version: 3 });
    expect(await heard(['job', '1'], away, s)).toEqual({ version: 3 });
    // Each by what was asked.
    await expect(heard(['job', '2'], away, s)).rejects.toBeInstanceOf(OfflineError);
    await expect(heard(['job', '1', 'runs'], away, s)).rejects.toBeInstanceOf(OfflineError);
  });

  test('is not put in the place of an answer the server did give: signed out is signed out', async () => {
    const s = shelf();
    await keep(['me'], { name: 'Tess Varga' }, s);
    await expect(heard(['me'], refused(401), s)).rejects.toBeInstanceOf(ApiError);
    await expect(heard(['me'], refused(503), s)).rejects.toBeInstanceOf(ApiError);
  });

  test('is forgotten on signing out', async () => {
    const s = shelf();
    await keep(['me'], { name: 'Tess Varga' }, s);
    await forget(['me'], s);
    expect(s.held.has(shelfKey(['me']))).toBe(false);
    await expect(heard(['me'], away, s)).rejects.toBeInstanceOf(OfflineError);
  });

  test('a store that is full, broken or forbidden only means that nothing is kept', async () => {
    const broken = (): Promise<never> => Promise.reject(new Error('QuotaExceededError'));
    const s: Shelf = { get: broken, set: broken, remove: broken };
    expect(await heard(['job', '1'], () => Promise.resolve(7), s)).toBe(7);
    await expect(heard(['job', '1'], away, s)).rejects.toBeInstanceOf(OfflineError);
    await expect(forget(['me'], s)).resolves.toBeUndefined();
  });

  test('one that hangs holds nothing up: an answer comes at once, without one it is given up after three seconds', async () => {
    const never = (): Promise<never> => new Promise(() => undefined);
    const s: Shelf = { get: never, set: never, remove: never };
    expect(await heard(['job', '1'], () => Promise.resolve(7), s)).toBe(7);
    jest.useFakeTimers();
    const waits = heard(['job', '1'], away, s);
    const given = expect(waits).rejects.toBeInstanceOf(OfflineError);
    await jest.advanceTimersByTimeAsync(3000);
    await given;
    jest.useRealTimers();
  });
});
