import type { FieldInfo } from '../../../fields/field.ts';
import { PUMPS } from './generic-pumps.ts';
import { pumpLaw, type PumpModel, type PumpType } from './pump-model.ts';

/** The one line of a label or a shop talk: "340 L/h at 40 psi, 13.5 V". */
export interface KnownPoint {
  readonly type: PumpType;
  /** m³/s. */
  readonly flow: number;
  /** Pressure rise, Pa. */
  readonly pressure: number;
  readonly volts: number;
  /** A at that point, where known. */
  readonly amps?: number;
}

/** What is asked of one known point: described as the numbers of a plan are. */
export const POINT_FIELDS = {
  flow: { label: 'Flow', dimension: 'flow', min: 1e-6, max: 2e-3, usual: 9.44e-5 },
  pressure: { label: 'at a pressure of', dimension: 'pressure', min: 0, max: 1.5e6, usual: 275_790 },
  volts: { label: 'and volts at the pump', dimension: 'volts', min: 8, max: 30, usual: 13.5 },
} as const satisfies Record<string, FieldInfo>;

const TYPICAL: Readonly<Record<PumpType, keyof typeof PUMPS>> = {
  turbine: 'T340',
  'positive-displacement': 'G700',
  brushless: 'B1100',
};

/**
 * A pump known by one point and its type: the usual curve of that type with its flow scaled through the point, and its
 * current with it (or through the current given). A wide band: the shape is borrowed.
 * @param point type, flow m³/s, pressure Pa, volts V, amps A where known
 * @returns pump model, or null when the usual curve has no flow at that pressure and volts
 * Validity: near the point; ±15 % elsewhere (estimate).
 * @throws nothing
 * @source similarity: equal shape at equal pressure
 * @example pumpFromPoint({ type: 'turbine', flow: 1e-4, pressure: 400000, volts: 13.5 }).curve.flows[3] * 3.6e6 // => 360
 */
export function pumpFromPoint(point: KnownPoint): PumpModel | null {
  const { model } = PUMPS[TYPICAL[point.type]];
  const usual = pumpLaw(model)(point.pressure, point.volts);
  if (!(usual.flow > 0) || !(point.flow > 0)) return null;
  const k = point.flow / usual.flow;
  const i = point.amps === undefined ? k : point.amps / usual.current;
  return {
    ...model,
    armatureOhms: model.armatureOhms / i,
    frictionAmps: model.frictionAmps * i,
    curve: {
      ...model.curve,
      flows: model.curve.flows.map((q) => q * k),
      currents: model.curve.currents.map((a) => a * i),
    },
  };
}
