import { randomInt } from 'node:crypto';
import { ConflictException, ForbiddenException, Injectable } from '@nestjs/common';
import type { UnitSystem } from '@venula/core/quantities';
import { DataSource, type EntityManager } from 'typeorm';
import { DoorThrottle } from '../accounts/door-throttle.ts';
import { PasswordJudge } from '../accounts/password-judge.ts';
import { digest, hashSecret } from '../accounts/secrets.ts';
import { User } from '../accounts/user.entity.ts';
import { audit } from '../audit/audit.ts';
import { emptyTables } from '../db/emptied.ts';
import { oneAtATime } from '../db/locks.ts';
import { ownKey } from './keys/shop-keys.service.ts';
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
  constructor(
    private readonly db: DataSource,
    private readonly throttle: DoorThrottle,
    private readonly passwords: PasswordJudge,
  ) {}

  /**
   * Starts a shop that has not been started yet. State and code are looked at before anything that takes work: without the code
   * a stranger makes the server do no more than that.
   * @param address where the request comes from: so many wrong codes are looked at from there
   */
  async start({ code, ...own }: FirstStart, address: string): Promise<void> {
    await refuseStarted(this.db.manager);
    const right = await this.throttle.attempt('start', 'code', address, async () =>
      (await isStartCode(this.db.manager, code)) ? true : null,
    );
    if (!right) {
      // A shop that was started in this moment has no code any more.
      await refuseStarted(this.db.manager);
      throw wrongCode();
    }
    const first = await this.firstLead(own);
    await this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'start');
      // Another start may have been first meanwhile.
      await refuseStarted(tx);
      if (!(await isStartCode(tx, code))) throw wrongCode();
      await open(tx, own, first);
    });
  }

  /** Clears the made-up shop, and everything in it, for an own one. */
  async clearDemo(own: OwnShop): Promise<void> {
    await refuseOwn(this.db.manager);
    const first = await this.firstLead(own);
    await this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'start');
      await refuseOwn(tx);
      await emptyTables(tx);
      await open(tx, own, first);
    });
  }

  private async firstLead({ login, name, password, shop }: OwnShop): Promise<Partial<User>> {
    await this.passwords.refuseWeak(password, [login, name, shop]);
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
}

async function refuseStarted(tx: EntityManager): Promise<void> {
  const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
  if (shop?.settings.name || (await tx.existsBy(User, {})))
    throw new ConflictException({
      code: 'SHOP_IS_OPEN',
      message: 'This shop has been started already.',
      remedy: 'Sign in.',
    });
}

async function refuseOwn(tx: EntityManager): Promise<void> {
  const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
  if (!shop?.demo)
    throw new ConflictException({
      code: 'NO_DEMO',
      message: 'This is no demo shop: nothing is cleared.',
      remedy: 'Start an own shop on a database of its own.',
    });
}

async function isStartCode(tx: EntityManager, code: string): Promise<boolean> {
  const shop = await tx.findOneBy(ShopRow, { id: THE_SHOP });
  return !!shop?.startCode && shop.startCode === digest(code.trim().toUpperCase());
}

const wrongCode = () =>
  new ForbiddenException({
    code: 'WRONG_CODE',
    message: 'That is not the code of this start.',
    remedy: 'It stands where Venula was started, behind “start code”.',
    details: [{ path: 'code', message: 'is not the code of this start' }],
  });

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
  await ownKey(tx, own.name);
  await audit(tx, own.name, 'shop-started', null, { shop: own.shop });
}
