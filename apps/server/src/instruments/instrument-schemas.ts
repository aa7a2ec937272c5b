import { ISOLATIONS, MEASURED_IDS, type Isolation, type MeasuredId } from '@venula/core/prove';
import Joi from 'joi';
import { day } from '../common/day.ts';
import type { InstrumentReads } from './instrument.entity.ts';

/** What somebody is about to read, told to the simulated bench. */
export type BenchSetting =
  | { readonly doing: 'reading'; readonly jobId: string; readonly kind: MeasuredId; readonly stepId: string }
  | { readonly doing: 'fuel-hold'; readonly jobId: string; readonly isolation: Isolation }
  | { readonly doing: 'gas-hold'; readonly pressurePa: number; readonly volumeM3: number }
  | { readonly doing: 'draw-off'; readonly drawnM3: number };

const only = (doing: string, schema: Joi.Schema) =>
  Joi.when('doing', { is: doing, then: schema.required(), otherwise: Joi.forbidden() });
const needsJob = Joi.when('doing', {
  is: Joi.valid('reading', 'fuel-hold'),
  then: Joi.string().uuid().required(),
  otherwise: Joi.forbidden(),
});

export const benchSetting = Joi.object<BenchSetting>({
  doing: Joi.string().valid('reading', 'fuel-hold', 'gas-hold', 'draw-off').required(),
  jobId: needsJob,
  kind: only('reading', Joi.string().valid(...MEASURED_IDS)),
  stepId: only('reading', Joi.string().max(140)),
  isolation: only('fuel-hold', Joi.string().valid(...ISOLATIONS)),
  pressurePa: only('gas-hold', Joi.number().min(5e3).max(2e5)),
  volumeM3: only('gas-hold', Joi.number().min(1e-6).max(0.05)),
  drawnM3: only('draw-off', Joi.number().min(1e-8).max(1e-4)),
});

export interface BenchFault {
  readonly fault: string;
}
export const benchFault = Joi.object<BenchFault>({ fault: Joi.string().max(40).required() });

export interface Calibration {
  readonly calibratedOn: string | null;
}
export const calibration = Joi.object<Calibration>({
  calibratedOn: Joi.string().custom(day).allow(null).required(),
});

/** What instruments of a shop read. */
export const READS = ['pressure', 'temperature', 'volts', 'amps', 'resistance', 'flow'] as const;

export interface NewInstrument {
  readonly name: string;
  readonly host: string;
  readonly port: number;
  readonly calibratedOn: string | null;
  readonly reads: readonly InstrumentReads[];
}
const reads = Joi.object<InstrumentReads>({
  dimension: Joi.string()
    .valid(...READS)
    .required(),
  query: Joi.string()
    .trim()
    .pattern(/^[*:A-Za-z0-9? ,.]{2,60}$/)
    .required()
    .messages({
      'string.pattern.base': '"query" must be one line the instrument is asked, as in MEAS:PRES?',
    }),
  low: Joi.number().min(-1e7).max(1e7).required(),
  high: Joi.number().greater(Joi.ref('low')).max(1e7).required(),
  resolution: Joi.number().greater(0).max(1e6).required(),
});
export const newInstrument = Joi.object<NewInstrument>({
  name: Joi.string().trim().min(2).max(80).required(),
  host: Joi.alternatives(Joi.string().ip({ cidr: 'forbidden' }), Joi.string().hostname())
    .required()
    .messages({ 'alternatives.match': '"host" must be a name or address on the shop’s network' }),
  port: Joi.number().port().min(1).required(),
  calibratedOn: Joi.string().custom(day).allow(null).required(),
  reads: Joi.array().items(reads).min(1).max(READS.length).unique('dimension').required(),
});
