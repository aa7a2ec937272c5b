import { STYLES, type Style } from '@venula/core/document';
import type { PatchOperation } from '@venula/core/outcome';
import Joi from 'joi';

/** What a job can wait for. */
export type Waits = 'plan' | 'car';

export interface ListQuery {
  search: string;
  page: number;
  size: number;
  archived: boolean;
  waits?: Waits;
}
export const listQuery = Joi.object<ListQuery>({
  search: Joi.string().trim().allow('').max(80).default(''),
  page: Joi.number().integer().min(1).max(100_000).default(1),
  size: Joi.number().integer().min(1).max(100).default(25),
  archived: Joi.boolean().default(false),
  waits: Joi.string().valid('plan', 'car'),
});

export interface NewJob {
  title?: string;
  pattern?: Style;
  document?: unknown;
  copyOf?: string;
  /** A pattern’s figures are round in these. */
  units: 'us' | 'metric';
}
/** From a pattern, from a job file, or as a copy. */
export const newJob = Joi.object<NewJob>({
  title: Joi.string().trim().min(1).max(120),
  pattern: Joi.string().valid(...STYLES),
  document: Joi.object().unknown(true),
  copyOf: Joi.string().uuid(),
  units: Joi.string().valid('us', 'metric').default('metric'),
})
  .xor('pattern', 'document', 'copyOf')
  .with('pattern', 'title');

export interface ChangeBody {
  changeId: string;
  /** The page that sends it; its own earlier changes are no conflict. */
  clientId?: string;
  baseVersion: number;
  /** Which count of versions that is; absent: a page from before there was more than one. */
  lineage?: string;
  patch: PatchOperation[];
}
/** What a change of a plan is made of. */
export const patchOperations = Joi.array()
  .items(
    Joi.object({
      op: Joi.string().valid('add', 'remove', 'replace').required(),
      path: Joi.string().pattern(/^\//).max(400).required(),
      value: Joi.any(),
    }),
  )
  .min(1)
  .max(500)
  .required();

export const changeBody = Joi.object<ChangeBody>({
  changeId: Joi.string().uuid().required(),
  clientId: Joi.string().uuid(),
  baseVersion: Joi.number().integer().min(1).required(),
  lineage: Joi.string().uuid(),
  patch: patchOperations,
});

export interface RevisionBody {
  name: string;
}
export const revisionBody = Joi.object<RevisionBody>({ name: Joi.string().trim().min(1).max(60).required() });

export interface AcceptBody {
  acceptanceId: string;
  findingKey: string;
  reason: string;
}
export const acceptBody = Joi.object<AcceptBody>({
  acceptanceId: Joi.string().uuid().required(),
  findingKey: Joi.string().max(140).required(),
  reason: Joi.string().trim().min(3).max(500).required(),
});

export const archiveBody = Joi.object<{ archived: boolean }>({ archived: Joi.boolean().required() });
