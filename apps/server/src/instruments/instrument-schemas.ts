import { ISOLATIONS, MEASURED_IDS, type Isolation, type MeasuredId } from '@venula/core/prove';
import Joi from 'joi';
import { day } from '../common/day.ts';

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
