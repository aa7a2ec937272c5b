import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { labelled, oneOf, optional, text, type Infer } from '../../../fields/shape.ts';
import { VESSEL_K } from '../../../flow/minor-losses.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation, WALLS } from '../fields.ts';

import { junctionPort } from '../../ports/port-fields.ts';
import { PSI } from '../../../quantities/constants.ts';

const heard = (label: string, usual: number) =>
  optional(
    quantity({ label, dimension: 'pressure', unit: 'Pa', min: 0, max: 50e6, usual, absent: 'not known' }),
  );

/** The cam-driven pump of a direct-injected engine: what the low side serves. */
const shape = withSources({
  kind: oneOf(['high-pressure-pump']),
  name,
  elevationM: elevation,
  ...junctionPort,
  floorPa: quantity({
    label: 'Least inlet pressure under load',
    dimension: 'pressure',
    unit: 'Pa',
    min: 100e3,
    max: 1.2e6,
    usual: 345e3,
    why: 'about 50 psi is typical; the car’s own figure wins',
  }),
  sweptM3: quantity({
    label: 'Swept volume a stroke',
    dimension: 'smallVolume',
    unit: 'm³',
    min: 0.05e-6,
    max: 5e-6,
    usual: 0.25e-6,
    why: 'plunger area times cam lift',
  }),
  lobes: quantity({
    label: 'Lobes on its cam',
    dimension: 'count',
    unit: '',
    min: 1,
    max: 8,
    usual: 4,
    why: 'strokes for each turn of the cam',
  }),
  efficiency: quantity({
    label: 'Share of its stroke it delivers',
    dimension: 'fraction',
    unit: '',
    min: 0.3,
    max: 1,
    usual: 0.85,
    why: 'at rail pressure; 0.85 is typical',
  }),
  /** What its high side shows, entered once for the car: compared with, never computed. */
  firstKeyPa: heard('High side at the first key-on', 8 * PSI),
  primedPa: heard('High side after some key-ons', 50 * PSI),
  coldStartPa: heard('High side, cold start', 1650 * PSI),
  warmIdlePa: heard('High side, warm idle', 415 * PSI),
  figuresFrom: optional(labelled('Where these figures are from', text(120))),
});
export type HighPressurePump = Infer<typeof shape>;

/** Fuel in its inlet gallery, m³ (estimate). */
const GALLERY = 20e-6;

export const highPressurePump: JunctionKind<HighPressurePump> = {
  shape,
  held: false,
  relieves: false,
  supply: null,
  meets: () => ({ at: 'vessel', leaving: VESSEL_K.flush, entering: VESSEL_K.exit }),
  overflows: false,
  volume: () => GALLERY,
  ...BARE,
  wall: () => WALLS.aluminum,
  face: (j) => j.port ?? 'quick-3/8-m',
  feeds: 'high-pressure',
};

export const makeHighPressurePump = (called = 'High-pressure pump'): HighPressurePump => ({
  kind: 'high-pressure-pump',
  name: called,
  elevationM: 0.5,
  floorPa: 345e3,
  sweptM3: 0.25e-6,
  lobes: 4,
  efficiency: 0.85,
});

/**
 * What a high-pressure pump delivers: swept volume × lobes × cam speed (half the engine's) × efficiency.
 * @param pump swept volume m³ a stroke, lobes, efficiency 0–1
 * @param rpm engine speed, 1/min
 * @returns m³/s
 * Validity: at the rail pressure its efficiency is given for.
 * @throws nothing
 * @source geometry of a cam-driven plunger pump
 * @example highPressureCapacity({ sweptM3: 0.4e-6, lobes: 4, efficiency: 0.85 }, 6000) * 3.6e6 // => 244.8
 */
export const highPressureCapacity = (
  pump: Pick<HighPressurePump, 'sweptM3' | 'lobes' | 'efficiency'>,
  rpm: number,
): number => (pump.sweptM3 * pump.lobes * rpm * pump.efficiency) / 120;
