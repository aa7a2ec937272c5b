import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
  type KeyObject,
} from 'node:crypto';

/** Ed25519 (RFC 8032) as the platform has it; public keys travel as their 32 bytes in base64. */
export const KEY_BYTES = 32;

/** Header of an Ed25519 public key in SubjectPublicKeyInfo (RFC 8410), ahead of its 32 bytes. */
const SPKI = Buffer.from('302a300506032b6570032100', 'hex');

const publicKeyOf = (base64: string): KeyObject =>
  createPublicKey({ key: Buffer.concat([SPKI, Buffer.from(base64, 'base64')]), format: 'der', type: 'spki' });

export interface KeyPair {
  readonly publicKey: string;
  readonly privateKey: string;
}

export function newKeyPair(): KeyPair {
  const { publicKey, privateKey } = generateKeyPairSync('ed25519');
  return {
    publicKey: publicKey.export({ format: 'der', type: 'spki' }).subarray(SPKI.length).toString('base64'),
    privateKey: privateKey.export({ format: 'pem', type: 'pkcs8' }).toString(),
  };
}

/** First half of the key’s SHA-256 in groups that are read out over the telephone: 128 bits. */
export const fingerprintOf = (publicKey: string): string =>
  createHash('sha256')
    .update(Buffer.from(publicKey, 'base64'))
    .digest('hex')
    .slice(0, 32)
    .toUpperCase()
    .match(/.{4}/g)!
    .join(' ');

export const signBytes = (bytes: Uint8Array, privateKey: string): string =>
  sign(null, bytes, createPrivateKey(privateKey)).toString('base64');

/** Whether a key signed exactly these bytes; a key or signature of the wrong shape did not. */
export function isSignedBy(bytes: Uint8Array, signature: string, publicKey: string): boolean {
  try {
    return verify(null, bytes, publicKeyOf(publicKey), Buffer.from(signature, 'base64'));
  } catch {
    return false;
  }
}
