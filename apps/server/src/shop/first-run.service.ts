import { randomInt } from 'node:crypto';
import { ConflictException, ForbiddenException, Injectable } from '@nestjs/common';
import type { UnitSystem } from '@venula/core/quantities';
import { DataSource, type EntityManager } from 'typeorm';
import { refuseWeakPassword } from '../accounts/password-rule.ts';
import { digest, hashSecret } from '../accounts/secrets.ts';
import { User } from '../accounts/user.entity.ts';
import { audit } from '../audit/audit.ts';
import { oneAtATime } from '../db/locks.ts';
import { DEFAULT_SETTINGS } from './settings.ts';
import { ShopRow, THE_SHOP } from './shop.entity.ts';

export interface OwnShop {
  readonly shop: string;
  readonly units: UnitSystem;
  readonly login: string;
  readonly name: string;
  readonly password: string;
}
export interface FirstStart extends OwnShop {
  readonly code: string;
}

const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/** @returns the code that whoever starts the shop has to know; the one before it opens nothing more */
export async function newStartCode(tx: EntityManager): Promise<string> {
  const code = Array.from({ length: 10 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');
  await tx.upsert(
    ShopRow,
    {
      id: THE_SHOP,
      demo: false,
      settings: { ...DEFAULT_SETTINGS, name: '' } as never,
      startCode: digest(code),
      author: 'First start',
    },
    ['id'],
  );
  return code;
}

/** An own shop: empty, with its first lead. */
@Injectable()
export class FirstRunService {
  constructor(private readonly db: DataSource) {}

  /** Starts a shop nobody has started yet. */
  async start({ code, ...own }: FirstStart): Promise<void> {
    const first = await firstLead(own);
    await this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'start');
      const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
      if ((await tx.count(User)) > 0 || shop?.settings.name)
        throw new ConflictException({
          code: 'SHOP_IS_OPEN',
          message: 'This shop has been started already.',
          remedy: 'Sign in.',
        });
      if (shop?.startCode !== digest(code.trim().toUpperCase()))
        throw new ForbiddenException({
          code: 'WRONG_CODE',
          message: 'That is not the code of this start.',
          remedy: 'It stands where Venula was started, behind “start code”.',
          details: [{ path: 'code', message: 'is not the code of this start' }],
        });
      await open(tx, own, first);
    });
  }

  /** Clears the made-up shop, and everything in it, for an own one. */
  async clearDemo(own: OwnShop): Promise<void> {
    const first = await firstLead(own);
    await this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'start');
      const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
      if (!shop?.demo)
        throw new ConflictException({
          code: 'NO_DEMO',
          message: 'This is no demo shop: nothing is cleared.',
          remedy: 'Start an own shop on a database of its own.',
        });
      const tables = tx.connection.entityMetadatas.map((m) => `"${m.tableName}"`);
      await tx.query(`TRUNCATE ${tables.join(', ')} RESTART IDENTITY CASCADE`);
      await open(tx, own, first);
    });
  }
}

async function firstLead({ login, name, password, shop }: OwnShop): Promise<Partial<User>> {
  refuseWeakPassword(password, [login, name, shop]);
  return {
    login,
    name,
    role: 'lead',
    passwordHash: await hashSecret(password),
    passwordForOnceUntil: null,
    pinHash: null,
    formerNames: [],
    active: true,
  };
}

async function open(tx: EntityManager, own: OwnShop, first: Partial<User>): Promise<void> {
  await tx.upsert(
    ShopRow,
    {
      id: THE_SHOP,
      demo: false,
      settings: { ...DEFAULT_SETTINGS, name: own.shop, units: own.units } as never,
      startCode: null,
      logo: null,
      logoSum: null,
      author: own.name,
    },
    ['id'],
  );
  await tx.insert(User, first);
  await audit(tx, own.name, 'shop-started', null, { shop: own.shop });
}
