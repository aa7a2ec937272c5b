import { createHash, randomBytes, randomInt } from 'node:crypto';
import { ServiceUnavailableException } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import pLimit from 'p-limit';
import { BUSY } from '../common/busy.ts';

export const newToken = (): string => randomBytes(32).toString('base64url');
export const digest = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Without letters and figures that are read for one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const group = (): string => Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join('');
/** To be read out across the shop and typed once: about 59 bits. */
export const readableSecret = (): string => [group(), group(), group()].join('-');

/** So many are worked out at once: the threads they take are those that files and names are looked up with. */
const AT_ONCE = 2;
/** A shop that begins its day signs in at once, and waits its turn; more than this is no shop. */
const MOST_WAITING = 400;

const turn = pLimit(AT_ONCE);

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (turn.pendingCount >= MOST_WAITING) throw new ServiceUnavailableException(BUSY);
  return turn(work);
}

/** Argon2id, each with a salt of its own. */
export const hashSecret = async (secret: string): Promise<string> => inTurn(() => hash(secret));

/** A real hash to verify against when there is none, so that both answers take as long. */
let decoy: Promise<string> | undefined;

/** Whether a secret is the one that was hashed; against nothing it is as slow, and never right. */
export async function isSecret(hashed: string | null | undefined, secret: string): Promise<boolean> {
  decoy ??= hashSecret(newToken());
  const against = hashed ?? (await decoy);
  return (await inTurn(() => verify(against, secret))) && hashed !== null && hashed !== undefined;
}
