import { api, ApiError } from './client.ts';
import type { Person } from './types.ts';

/** Somebody signed out here; the server may not know it yet. */
const LEFT = 'venula:signed-out';

/** Ends the session, here at once and at the server as soon as it can be told. */
export async function signOut(): Promise<void> {
  localStorage.setItem(LEFT, '');
  try {
    await api<void>('DELETE', '/session');
  } catch (error) {
    // It knows of no session: that is what was wanted.
    if (!(error instanceof ApiError) || error.body.status !== 401) throw error;
  }
  localStorage.removeItem(LEFT);
}

/**
 * Who is signed in. A session that was ended here without a connection is ended at the server first: whoever takes the
 * tablet next is not signed in as the one before.
 */
export async function whoIsSignedIn(): Promise<Person> {
  if (localStorage.getItem(LEFT) !== null) await signOut();
  return api<Person>('GET', '/session');
}

/** A new session takes the place of whatever was there. */
export async function signIn(body: { readonly login: string; readonly password: string }): Promise<Person> {
  const person = await api<Person>('POST', '/session', body);
  localStorage.removeItem(LEFT);
  return person;
}
