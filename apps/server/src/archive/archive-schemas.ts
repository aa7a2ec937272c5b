import Joi from 'joi';
import { patchOperations } from '../jobs/job-schemas.ts';
import { AHEAD_MS, archivedPayload } from '../records/record-schemas.ts';
import { setUpOfKind } from '../records/run-kinds.ts';
import { READING_KINDS } from '../records/test-reading.entity.ts';
import { RUN_KINDS } from '@venula/core/prove';

/** Rows of a record as an archive holds them: what the tables take, no more. */
/** A record is of the past: a day ahead is a clock that is off, more would lead every list for good. */
const at = Joi.date()
  .iso()
  .min('1970-01-01')
  .custom((value: Date, helpers) =>
    value.getTime() > Date.now() + AHEAD_MS
      ? helpers.message({ custom: '{{#label}} is in the future' })
      : value,
  )
  .required();
const author = Joi.string().min(1).max(80).required();
const id = Joi.string().uuid().required();
const document = Joi.object().unknown(true).required();

export const archivedJob = Joi.object({
  id,
  version: Joi.number().integer().min(1).max(1e7).required(),
  createdAt: at,
  updatedAt: at,
  updatedBy: author,
  archived: Joi.boolean().required(),
});

export const archivedRecord = Joi.object({
  revisions: Joi.array()
    .max(1000)
    .items(
      Joi.object({
        id,
        name: Joi.string().min(1).max(60).required(),
        document,
        version: Joi.number().integer().required(),
        author,
        at,
      }),
    ),
  acceptances: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id,
        findingKey: Joi.string().max(140).required(),
        fingerprint: Joi.string().max(80).required(),
        severity: Joi.string().valid('stop', 'fix', 'note').required(),
        title: Joi.string().max(400).required(),
        reason: Joi.string().max(500).required(),
        role: Joi.string().valid('technician', 'lead', 'viewer').required(),
        author,
        at,
      }),
    ),
  runs: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id,
        kind: Joi.string()
          .valid(...RUN_KINDS)
          .required(),
        setup: setUpOfKind,
        jobVersion: Joi.number().integer().required(),
        author,
        at,
      }),
    ),
  readings: Joi.array()
    .max(200_000)
    .items(
      Joi.object({
        id,
        runId: id,
        kind: Joi.string()
          .valid(...READING_KINDS)
          .required(),
        payload: archivedPayload,
        corrects: Joi.string().uuid().allow(null).required(),
        lines: Joi.array().items(Joi.string().max(80)).allow(null).default(null),
        takenAt: at,
        deviceAt: Joi.date().iso().allow(null).default(null),
        author,
        at,
      }),
    ),
  photos: Joi.array()
    .max(400)
    .items(
      Joi.object({
        id,
        caption: Joi.string().allow('').max(200).required(),
        about: Joi.string().allow('').max(120).required(),
        author,
        at,
      }),
    ),
  changes: Joi.array()
    .max(200_000)
    .items(
      Joi.object({
        id,
        clientId: Joi.string().uuid().allow(null).required(),
        baseVersion: Joi.number().integer().required(),
        version: Joi.number().integer().required(),
        patch: patchOperations,
        author,
        at,
      }),
    ),
  audit: Joi.array()
    .max(400_000)
    .items(
      Joi.object({
        at,
        actor: author,
        action: Joi.string().max(40).required(),
        detail: Joi.object().unknown(true).required(),
      }),
    ),
}).fork(['revisions', 'acceptances', 'runs', 'readings', 'photos', 'changes', 'audit'], (s) => s.required());
