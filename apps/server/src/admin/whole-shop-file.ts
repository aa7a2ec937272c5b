import { ConflictException } from '@nestjs/common';
import Joi from 'joi';
import { ROLES } from '../accounts/user.entity.ts';
import { parsed, refused } from '../archive/archive-format.ts';
import type { LibraryRow } from '../library/library-entry.entity.ts';
import type { ShelfItem } from '../shelf/shelf-item.entity.ts';

export const FORMAT = 'venula-shop';
export const VERSION = 1;

export const README = `shop.json holds the shop's settings, its people by name, its library, shelf and prices (JSON, SI units).
jobs/ holds every job with its whole record, each as a ZIP that can be taken in by itself under Jobs, New job, From a file.
`;

/** What `shop.json` holds that is taken in; the first exports had neither names signed with before nor what is put aside. */
export interface ShopFile {
  readonly settings: unknown;
  readonly people: readonly {
    readonly login: string;
    readonly name: string;
    readonly role: (typeof ROLES)[number];
    readonly formerNames: readonly string[];
  }[];
  readonly library: readonly Pick<LibraryRow, 'id' | 'name' | 'data' | 'retired'>[];
  readonly shelf: readonly Pick<ShelfItem, 'id' | 'part' | 'unit' | 'quantity' | 'note'>[];
  readonly aside: readonly { readonly itemId: string; readonly jobId: string; readonly quantity: number }[];
  readonly prices: readonly Record<string, unknown>[];
}

const id = Joi.string().uuid().required();
const list = (item: Joi.Schema) => Joi.array().items(item).max(20_000);
const signedName = Joi.string().trim().min(2).max(80);
const shopFile = Joi.object({
  format: Joi.string().valid(FORMAT).required(),
  version: Joi.number().integer().min(1).max(VERSION).required(),
  settings: Joi.object().required(),
  people: list(
    Joi.object({
      login: Joi.string().max(40).required(),
      name: signedName.required(),
      role: Joi.string()
        .valid(...ROLES)
        .required(),
      formerNames: list(signedName).default([]),
    }).unknown(true),
  ).required(),
  library: list(
    Joi.object({
      id,
      name: Joi.string().required(),
      data: Joi.object().required(),
      retired: Joi.boolean(),
    }).unknown(true),
  ).required(),
  shelf: list(Joi.object({ id }).unknown(true)).required(),
  aside: list(
    Joi.object({ itemId: id, jobId: id, quantity: Joi.number().positive().required() }).unknown(true),
  ).default([]),
  prices: list(Joi.object().unknown(true)).required(),
}).unknown(true);

export function readShopFile(bytes: Uint8Array | undefined): ShopFile {
  const { error, value: file } = shopFile.validate(parsed(bytes, 'shop.json')) as {
    error?: Error;
    value: ShopFile;
  };
  if (error) throw refused(`This is no export of a shop: ${error.message}.`);
  return file;
}

/** As it would come in by itself. */
export function valid<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const read = schema.validate(value, { convert: true, stripUnknown: true });
  if (read.error) throw new ConflictException(read.error.message);
  return read.value;
}
