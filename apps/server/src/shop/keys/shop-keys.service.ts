import {
  BadRequestException,
  ConflictException,
  Injectable,
  NotFoundException,
  type OnApplicationBootstrap,
} from '@nestjs/common';
import { DataSource, IsNull, type EntityManager } from 'typeorm';
import type { Actor } from '../../accounts/sessions.service.ts';
import { audit } from '../../audit/audit.ts';
import { oneAtATime } from '../../db/locks.ts';
import { ShopRow, THE_SHOP } from '../shop.entity.ts';
import { keyKnown, type KnownKey } from './known-keys.ts';
import { fingerprintOf, newKeyPair } from './signing.ts';
import { ShopKey } from './shop-key.entity.ts';

export interface NewKey {
  readonly publicKey: string;
  readonly shop: string;
  /** As the other shop says it. */
  readonly fingerprint: string;
}

const asRead = (fingerprint: string): string => fingerprint.replaceAll(/[^0-9a-f]/gi, '').toUpperCase();

/** The key this shop signs its exports with, and those of other shops a lead has compared. */
@Injectable()
export class ShopKeysService implements OnApplicationBootstrap {
  constructor(private readonly db: DataSource) {}

  /** A shop from before there were keys gets its own when it is next started. */
  async onApplicationBootstrap(): Promise<void> {
    await this.db.transaction(async (tx) => {
      if ((await tx.findOneBy(ShopRow, { id: THE_SHOP }))?.settings.name) await ownKey(tx, 'Start');
    });
  }

  /** Both halves of the key in use. */
  own(): Promise<ShopKey> {
    return this.db.transaction((tx) => ownKey(tx, 'First export'));
  }

  list(): Promise<ShopKey[]> {
    return this.db.getRepository(ShopKey).find({ order: { own: 'DESC', retiredAt: 'DESC', at: 'ASC' } });
  }

  known(publicKey: string): Promise<KnownKey> {
    return keyKnown(this.db.manager, publicKey);
  }

  /** Another shop’s key, with the fingerprint that shop read out: only where the two are of one key is it added. */
  async add({ publicKey, shop, fingerprint: heard }: NewKey, actor: Actor): Promise<ShopKey> {
    const fingerprint = fingerprintOf(publicKey);
    if (asRead(heard) !== asRead(fingerprint))
      throw new BadRequestException({
        code: 'KEY_DIFFERS',
        message: 'That is not the fingerprint of this key.',
        remedy: 'Ask the other shop to read theirs once more. If it stays so, the file is not from them.',
        details: [{ path: 'fingerprint', message: 'is not that of this key' }],
      });
    return this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'keys');
      const here = await tx.findOneBy(ShopKey, { fingerprint });
      if (here && (here.own || here.retiredAt === null))
        throw new ConflictException({
          code: 'KEY_IS_KNOWN',
          message: here.own ? 'That is a key of this shop.' : `That key is known as ${here.shop}’s.`,
          remedy: 'Nothing needs to be added.',
        });
      const row = { fingerprint, publicKey, privateKey: null, shop, own: false, retiredAt: null };
      await tx.upsert(ShopKey, { ...row, author: actor.name, at: new Date() }, ['fingerprint']);
      await audit(tx, actor.name, 'key-added', null, { fingerprint, shop });
      return tx.findOneByOrFail(ShopKey, { fingerprint });
    });
  }

  /** What was signed with it reads as signed with an unknown key from then on. */
  async distrust(fingerprint: string, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      const done = await tx.update(
        ShopKey,
        { fingerprint, own: false, retiredAt: IsNull() },
        { retiredAt: new Date() },
      );
      if (!done.affected)
        throw new NotFoundException({
          code: 'NO_SUCH_KEY',
          message: 'The shop knows no other shop’s key of that fingerprint.',
          remedy: 'Load the list again.',
        });
      await audit(tx, actor.name, 'key-distrusted', null, { fingerprint });
    });
  }

  /** A new own key; what the old one signed still verifies. */
  async replace(actor: Actor): Promise<ShopKey> {
    return this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'keys');
      const row = await tx.findOneBy(ShopKey, { own: true, retiredAt: IsNull() });
      if (row)
        await tx.update(
          ShopKey,
          { fingerprint: row.fingerprint },
          { retiredAt: new Date(), privateKey: null },
        );
      const fresh = await ownKey(tx, actor.name);
      await audit(tx, actor.name, 'key-replaced', null, { fingerprint: fresh.fingerprint });
      return tx.findOneByOrFail(ShopKey, { fingerprint: fresh.fingerprint });
    });
  }
}

/** The own key in use, made where there is none. */
export async function ownKey(tx: EntityManager, author: string): Promise<ShopKey> {
  await oneAtATime(tx, 'keys');
  const found = await tx
    .createQueryBuilder(ShopKey, 'k')
    .addSelect('k.privateKey')
    .where('k.own AND k.retiredAt IS NULL')
    .getOne();
  if (found) return found;
  const pair = newKeyPair();
  const shop = (await tx.findOneBy(ShopRow, { id: THE_SHOP }))?.settings.name || 'This shop';
  const row = tx.create(ShopKey, {
    ...pair,
    fingerprint: fingerprintOf(pair.publicKey),
    shop,
    own: true,
    retiredAt: null,
    author,
  });
  await tx.insert(ShopKey, row);
  return row;
}
