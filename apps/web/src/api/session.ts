import { api, ApiError, workAs } from './client.ts';
import type { FirstStart, OwnShop, Person, PinSignIn, SignIn } from './types.ts';

/** Somebody signed out here; the server may not know it yet. */
const LEFT = 'venula:signed-out';

/** Ends the session, here at once and at the server as soon as it can be told. */
export async function signOut(): Promise<void> {
  localStorage.setItem(LEFT, '');
  workAs(undefined);
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
async function enter(path: string, body: object): Promise<Person> {
  // Whoever comes in is somebody else than the one who worked here.
  workAs(undefined);
  const person = await api<Person>('POST', path, body);
  workAs(person.id);
  localStorage.removeItem(LEFT);
  return person;
}

export const signIn = (body: SignIn): Promise<Person> => enter('/session', body);
/** On a registered device of the shop. */
export const signInByPin = (body: PinSignIn): Promise<Person> => enter('/session/pin', body);
/** Starts a shop nobody has started yet. */
export const startShop = (body: FirstStart): Promise<Person> => enter('/first-run', body);
/** Clears the demo for an own shop. */
export const clearDemo = (body: OwnShop): Promise<Person> => enter('/first-run/own', body);

/** What this device is to the shop, and who has a PIN on it. */
export interface ThisDevice {
  readonly name: string | null;
  readonly people: readonly { readonly id: string; readonly name: string }[];
}
export const thisDevice = (): Promise<ThisDevice> => api<ThisDevice>('GET', '/session/device');
