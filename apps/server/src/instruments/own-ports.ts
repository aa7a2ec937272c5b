import { lookup } from 'node:dns/promises';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { BadRequestException } from '@nestjs/common';
import { readConfig } from '../config.ts';
import type { Address } from './gateway.ts';

const POSTGRES = 5432;

const addressesOf = async (host: string): Promise<string[]> => {
  if (isIP(host)) return [host];
  const found = await lookup(host, { all: true }).catch(() => []);
  return found.map((a) => a.address);
};

/** Written in full, so that ::ffff:127.0.0.1 is 127.0.0.1. */
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '').toLowerCase();

function ofThisMachine(address: string): boolean {
  const own = Object.values(networkInterfaces()).flatMap((list) => list?.map((i) => i.address) ?? []);
  return /^(?:127\.|0\.0\.0\.0$|::1?$)/.test(address) || own.map(plain).includes(address);
}

/**
 * Where an instrument is, by number: what was looked at is what is connected to, whatever its name means a moment later.
 * @throws BadRequestException where that is the shop’s own database or server: nothing typed by anybody is sent there
 */
export async function addressOfInstrument({ host, port }: Address): Promise<Address> {
  const { databaseUrl, port: serverPort } = readConfig();
  const url = new URL(databaseUrl);
  const databaseHost = decodeURIComponent(url.searchParams.get('host') ?? url.hostname);
  const databasePort = Number(url.port || POSTGRES);
  const database = (await addressesOf(databaseHost)).map(plain);
  const addresses = (await addressesOf(host)).map(plain);
  const isOwn = (address: string): boolean =>
    (port === databasePort &&
      (database.includes(address) || (ofThisMachine(address) && database.some(ofThisMachine)))) ||
    (port === serverPort && ofThisMachine(address));
  if (addresses.some(isOwn))
    throw new BadRequestException({
      code: 'OWN_PORT',
      message: `Port ${port} there is the shop’s own server or database, not an instrument.`,
      remedy: 'Enter the address and port of the instrument.',
      details: [{ path: 'port', message: 'is not an instrument’s' }],
    });
  return { host: addresses[0] ?? host, port };
}
