import Joi from 'joi';
import type { AuditQuery } from './audit.service.ts';

export const auditQuery = Joi.object<AuditQuery>({
  search: Joi.string().trim().allow('').max(80).default(''),
  action: Joi.string().trim().allow('').max(40).default(''),
  before: Joi.number().integer().min(0).max(2_147_483_647).default(0),
});
export interface ImportQuery {
  /** Whether the other shop's name, settings and logo take the place of those here. */
  readonly settings: boolean;
}
export const importQuery = Joi.object<ImportQuery>({ settings: Joi.boolean().default(false) });
export interface Restore {
  /** Its name, typed: what is put back takes the place of everything. */
  readonly shop: string;
}
export const restoreBody = Joi.object<Restore>({ shop: Joi.string().max(80).required() });
