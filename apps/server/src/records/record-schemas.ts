import { FOUND_KINDS, MOST_LOG_ROWS, NEEDED_CHANNELS, RUN_KINDS, type RunKind } from '@venula/core/prove';
import { DIMENSIONS } from '@venula/core/quantities';
import Joi from 'joi';
import { day } from '../common/day.ts';
import { FUEL_GAUGE_MOST_PA, isolation, setUpOfKind } from './run-kinds.ts';
import { READING_KINDS, type ReadingKind } from './test-reading.entity.ts';

export interface NewRun {
  runId: string;
  kind: RunKind;
  setup: Record<string, unknown> & { pressurePa?: number; lines?: readonly string[] };
}

export const newRun = Joi.object<NewRun>({
  runId: Joi.string().uuid().required(),
  kind: Joi.string()
    .valid(...RUN_KINDS)
    .required(),
  setup: setUpOfKind,
});

export interface NewReading {
  readingId: string;
  kind: ReadingKind;
  payload: Record<string, unknown>;
  corrects: string | null;
  /** By the device's clock. */
  takenAt: Date;
  /** When it says that it sends it: how far its clock is off. */
  sentAt?: Date;
}

/** A file's clock may have been off; what is further ahead than a day would lead every list for good. */
export const AHEAD_MS = 24 * 3600_000;
const ISO = /^(\d{4})-(\d{2})-(\d{2})T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/;

/** An ISO 8601 date and time that is on the calendar: 31 February is not carried over into March. */
function moment(value: string, helpers: Joi.CustomHelpers): Date | Joi.ErrorReport {
  const parts = ISO.exec(value);
  const at = new Date(value);
  if (!parts || Number.isNaN(at.getTime()))
    return helpers.message({ custom: '"takenAt" must be a date and time, as in 2026-11-27T09:30:00Z' });
  const [, year, month, day] = parts.map(Number) as [number, number, number, number];
  if (day > new Date(Date.UTC(year, month, 0)).getUTCDate())
    return helpers.message({ custom: `"takenAt" names day ${day} of a month that has fewer` });
  if (at.getTime() < 0)
    return helpers.message({ custom: '"takenAt" is before 1970: set the clock of the device' });
  return at;
}

/** The instrument it was read from, as it was then: which, its steps, and when it was last calibrated. */
const instrument = Joi.object({
  id: Joi.string().uuid().required(),
  name: Joi.string().trim().min(1).max(80).required(),
  resolution: Joi.number().min(0).max(1e6).required(),
  calibratedOn: Joi.string().custom(day).allow(null).required(),
});

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
/** A gauge on a line under test shows nothing below 0; how far up it goes the run says. */
const gaugePa = Joi.number().min(0).max(FUEL_GAUGE_MOST_PA).required();
const pressure = Joi.object({
  pressurePa: gaugePa,
  kelvin: Joi.number().min(233).max(353).required(),
  /** What is capped in a hold with fuel. */
  isolation,
  by: instrument,
});
/** A little fuel drawn off with a syringe, to see how soft the line is. */
const drawOff = Joi.object({
  drawnM3: Joi.number().min(1e-8).max(1e-4).required(),
  beforePa: gaugePa,
  afterPa: gaugePa,
});
const channel = Joi.array().items(Joi.number().min(-1e7).max(1e7)).min(2).max(MOST_LOG_ROWS);
/** A drive or dyno log, SI; every channel as long as its time. */
const log = Joi.object({
  file: Joi.string().trim().max(120).required(),
  series: Joi.object({
    ...Object.fromEntries(NEEDED_CHANNELS.map((c) => [c, channel.required()])),
    volts: channel,
    lambda: channel,
    ethanol: channel,
  })
    .custom((value: Record<string, readonly number[]>, helpers) =>
      Object.values(value).every((v) => v.length === value['timeS']!.length)
        ? value
        : helpers.message({ custom: '"series" needs as many figures in each channel as in timeS' }),
    )
    .required(),
});
/** What an instrument showed at a step, SI: how far it may lie is the instrument’s, not the plan’s, to say. */
const measured = Joi.object({
  stepId: Joi.string().max(140).required(),
  value: Joi.number().min(-1e9).max(1e9).required(),
  note: Joi.string().trim().allow('').max(300).default(''),
  by: instrument,
});
/** A step of the job sheet; left out only with a reason. */
const step = Joi.object({
  stepId: Joi.string().max(140).required(),
  result: Joi.string().valid('done', 'skipped', 'open').required(),
  note: Joi.when('result', {
    is: 'skipped',
    then: Joi.string().trim().min(3).max(300).required(),
    otherwise: Joi.string().trim().allow('').max(300).default(''),
  }),
  /** As it was made, m. */
  lengthM: Joi.number().min(0.01).max(30),
});
/** Something taken off the car, and whether it is back on. */
const removed = Joi.object({
  itemId: Joi.string().uuid().required(),
  what: Joi.string().trim().min(1).max(120).required(),
  off: Joi.boolean().required(),
});
/** Something found on the car, and whether it is verified, checked, refilled. */
const found = Joi.object({
  itemId: Joi.string().uuid().required(),
  of: Joi.string()
    .valid(...FOUND_KINDS)
    .required(),
  what: Joi.string().trim().min(1).max(160).required(),
  detail: Joi.string().trim().allow('').max(300).required(),
  closed: Joi.boolean().required(),
});
/** Somebody else has looked at a step where the sheet says to hold. */
const secondLook = Joi.object({ stepId: Joi.string().max(140).required() });
const signOff = Joi.object({ note: Joi.string().trim().allow('').max(500).default('') });

/** What a verdict is made of: names and counts, and the misses of a list. */
const words = Joi.array().max(2000).items(Joi.string().max(1000));
const signedOff = Joi.object({
  note: Joi.string().allow('').max(500).default(''),
  verdict: Joi.string().max(40),
  proves: Joi.string().max(40),
  planVersion: Joi.number().integer(),
  leaking: words,
  differing: words,
  mended: words,
  unseen: words,
  skipped: words,
  off: words,
  unclosed: words,
  misses: Joi.array()
    .max(2000)
    .items(
      Joi.object({
        does: Joi.string().max(1000).required(),
        value: Joi.number().required(),
        low: Joi.number().required(),
        high: Joi.number().required(),
        dimension: Joi.string()
          .valid(...Object.keys(DIMENSIONS))
          .required(),
        usually: Joi.string().max(2000),
      }).unknown(true),
    ),
}).unknown(true);
/** Confirms a test that came in with a file as this shop's. */
const confirm = signOff;

const payloads = [
  { is: 'joint', then: joint },
  { is: 'dry-row', then: dryRow },
  { is: 'pressure', then: pressure },
  { is: 'draw-off', then: drawOff },
  { is: 'log', then: log },
  { is: 'measured', then: measured },
  { is: 'step', then: step },
  { is: 'removed', then: removed },
  { is: 'found', then: found },
  { is: 'second-look', then: secondLook },
  { is: 'confirm', then: confirm },
];
/** In an archive a sign-off carries what the server found then. */
export const archivedPayload = Joi.when('kind', {
  switch: payloads,
  otherwise: signedOff,
}).required();

export const newReading = Joi.object<NewReading>({
  readingId: Joi.string().uuid().required(),
  kind: Joi.string()
    .valid(...READING_KINDS)
    .required(),
  payload: Joi.when('kind', { switch: payloads, otherwise: signOff }).required(),
  corrects: Joi.string().uuid().allow(null).default(null),
  takenAt: Joi.string().custom(moment).required(),
  sentAt: Joi.string().custom(moment),
});
