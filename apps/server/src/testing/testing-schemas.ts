import { GAS_LIMITS } from '@venula/core';
import Joi from 'joi';
import { READING_KINDS, type ReadingKind } from './test-reading.entity.ts';
import { RUN_KINDS, type RunKind } from './test-run.entity.ts';

export interface NewRun {
  runId: string;
  kind: RunKind;
  setup: Record<string, unknown> & { pressurePa?: number };
}

/** SI. The cautions must have been acknowledged: once per run. */
const gasSetup = Joi.object({
  cautionsRead: Joi.boolean().valid(true).required(),
  pressurePa: Joi.number().min(5e3).max(GAS_LIMITS.lead).required(),
  volumeM3: Joi.number().min(1e-6).max(0.05).required(),
  resolutionPa: Joi.number().min(1).max(50e3).required(),
  limitM3s: Joi.number().min(1e-11).max(1e-4).required(),
  barometricPa: Joi.number().min(55e3).max(110e3).required(),
});
const walkSetup = Joi.object({ cautionsRead: Joi.boolean().valid(true).required() });

export const newRun = Joi.object<NewRun>({
  runId: Joi.string().uuid().required(),
  kind: Joi.string()
    .valid(...RUN_KINDS)
    .required(),
  setup: Joi.when('kind', { is: 'gas-hold', then: gasSetup, otherwise: walkSetup }).required(),
});

export interface NewReading {
  readingId: string;
  kind: ReadingKind;
  payload: Record<string, unknown>;
  corrects: string | null;
  takenAt: Date;
}

const joint = Joi.object({
  jointId: Joi.string().max(140).required(),
  result: Joi.string().valid('dry', 'leak', 'open').required(),
  note: Joi.string().trim().allow('').max(300).default(''),
});
const dryRow = Joi.object({
  rowId: Joi.string().max(400).required(),
  result: Joi.string().valid('as-said', 'differs', 'open').required(),
  note: Joi.string().trim().allow('').max(300).default(''),
});
const pressure = Joi.object({
  pressurePa: Joi.number().min(-100e3).max(2e6).required(),
  kelvin: Joi.number().min(233).max(353).required(),
});
const signOff = Joi.object({ note: Joi.string().trim().allow('').max(500).default('') });

export const newReading = Joi.object<NewReading>({
  readingId: Joi.string().uuid().required(),
  kind: Joi.string()
    .valid(...READING_KINDS)
    .required(),
  payload: Joi.when('kind', {
    switch: [
      { is: 'joint', then: joint },
      { is: 'dry-row', then: dryRow },
      { is: 'pressure', then: pressure },
    ],
    otherwise: signOff,
  }).required(),
  corrects: Joi.string().uuid().allow(null).default(null),
  takenAt: Joi.date().iso().required(),
});
