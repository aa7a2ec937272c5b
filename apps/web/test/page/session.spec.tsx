import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { OfflineError } from '../../src/api/client.ts';
import { signIn, signOut, whoIsSignedIn } from '../../src/api/session.ts';
import { shopSays, Trouble } from './support/shop-fetch.ts';

describe('who is signed in', () => {
  let there: string | null;
  let online: boolean;
  let shop: ReturnType<typeof shopSays>;
  const reached = <T,>(say: () => T): T => {
    if (!online) throw new TypeError('no connection');
    return say();
  };
  const nobody = () => new Trouble(401, 'NOT_SIGNED_IN');

  beforeEach(() => {
    localStorage.clear();
    there = 'tess';
    online = true;
    shop = shopSays({
      'GET /session': () => reached(() => (there === null ? nobody() : { login: there })),
      'POST /session': (body) => reached(() => ({ login: (there = (body as { login: string }).login) })),
      'DELETE /session': () =>
        reached(() => {
          if (there === null) return nobody();
          there = null;
          return null;
        }),
    });
  });
  afterEach(() => shop.end());

  test('signing out ends the session at the server', async () => {
    await signOut();
    expect(there).toBeNull();
    await expect(whoIsSignedIn()).rejects.toMatchObject({ body: { status: 401 } });
  });

  test('signed out without a connection: nobody is signed in here, and the server is told before anything else', async () => {
    online = false;
    await expect(signOut()).rejects.toBeInstanceOf(OfflineError);
    await expect(whoIsSignedIn()).rejects.toBeInstanceOf(OfflineError);
    online = true;
    shop.asked.length = 0;
    await expect(whoIsSignedIn()).rejects.toMatchObject({ body: { status: 401 } });
    expect(shop.asked).toEqual(['DELETE /session', 'GET /session']);
    expect(there).toBeNull();
  });

  test('a session that ran out meanwhile is as good as ended; the next one to sign in stays signed in', async () => {
    online = false;
    await expect(signOut()).rejects.toBeInstanceOf(OfflineError);
    online = true;
    there = null;
    await expect(whoIsSignedIn()).rejects.toMatchObject({ body: { status: 401 } });
    online = false;
    there = 'tess';
    await expect(signOut()).rejects.toBeInstanceOf(OfflineError);
    online = true;
    await signIn({ login: 'lou', password: 'x' });
    expect(await whoIsSignedIn()).toMatchObject({ login: 'lou' });
  });
});
