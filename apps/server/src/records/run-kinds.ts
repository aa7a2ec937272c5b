import { GAS_LIMITS, GAUGE_MOST_PA, ISOLATIONS, type RunKind } from '@venula/core/prove';
import Joi from 'joi';
import type { ReadingKind } from './test-reading.entity.ts';

/** What a kind of run takes besides its sign-off, and what it is started with. */
export interface RunSpec {
  readonly takes: readonly ReadingKind[];
  readonly setup: Joi.ObjectSchema;
  /** Judged against steps made from the plan by some work. */
  readonly steps: boolean;
}

/** The cautions must have been acknowledged: once a run. */
const cautionsRead = Joi.boolean().valid(true).required();
const plain = Joi.object({ cautionsRead });

/** SI. */
const gasSetup = Joi.object({
  cautionsRead,
  pressurePa: Joi.number().min(5e3).max(GAS_LIMITS.lead).required(),
  volumeM3: Joi.number().min(1e-6).max(0.05).required(),
  resolutionPa: Joi.number().min(1).max(50e3).required(),
  limitM3s: Joi.number().min(1e-11).max(1e-4).required(),
  barometricPa: Joi.number().min(55e3).max(110e3).required(),
  /** What it fills; absent: every line of the plan. */
  lines: Joi.array().items(Joi.string().max(80)).min(1).max(500).unique(),
  /** Full scale of the gauge; what is applied must be on it. */
  gaugeMaxPa: Joi.number().min(Joi.ref('pressurePa')).max(GAUGE_MOST_PA),
});
/** Fuel at working pressure, so a fuel gauge: up to 300 psi. */
export const FUEL_GAUGE_MOST_PA = 2.1e6;
const liquidSetup = Joi.object({
  cautionsRead,
  resolutionPa: Joi.number().min(1).max(50e3).required(),
  limitM3s: Joi.number().min(1e-11).max(1e-6).required(),
  gaugeMaxPa: Joi.number().min(20e3).max(FUEL_GAUGE_MOST_PA).required(),
  /** As much as the largest plan the format takes holds. */
  volumeM3: Joi.number().min(1e-7).max(5).required(),
  swellsM3K: Joi.number().min(0).max(1e-2).required(),
});

const LISTED: RunSpec = { takes: ['measured'], setup: plain, steps: true };

const OTHERS = {
  'dry-test': { takes: ['dry-row'], setup: plain, steps: true },
  'joint-walk': { takes: ['joint'], setup: plain, steps: false },
  'gas-hold': { takes: ['pressure'], setup: gasSetup, steps: false },
  'liquid-hold': { takes: ['pressure', 'draw-off'], setup: liquidSetup, steps: false },
  'drive-log': { takes: ['log'], setup: plain, steps: false },
  build: { takes: ['step', 'removed', 'found', 'second-look'], setup: plain, steps: true },
} as const satisfies Partial<Record<RunKind, RunSpec>>;

/** All others are lists of readings. */
export const runSpec = (kind: RunKind): RunSpec =>
  (OTHERS as Partial<Record<RunKind, RunSpec>>)[kind] ?? LISTED;

/** What a run is started with: the cautions read, and for some kinds more. */
export const setUpOfKind = Joi.when('kind', {
  switch: Object.entries(OTHERS).flatMap(([is, { setup }]) => (setup === plain ? [] : [{ is, then: setup }])),
  otherwise: plain,
}).required();

export const isolation = Joi.string().valid(...ISOLATIONS);
