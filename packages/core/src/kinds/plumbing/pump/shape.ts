import { quantity, type FieldInfo } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import {
  choice,
  flag,
  labelled,
  list,
  object,
  oneOf,
  optional,
  text,
  type Infer,
} from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { PUMPS } from './generic-pumps.ts';
import type { PumpCurve, PumpModel } from './pump-figures.ts';

const volts = (label: string, usual: number) =>
  quantity({ label, dimension: 'volts', unit: 'V', min: 0, max: 5, usual });

/** A pump controller: sensor volts by manifold pressure, speed by volts, both straight and held at the ends. */
const SPEED = {
  sensorLowPa: quantity({
    label: 'Sender from',
    dimension: 'pressure',
    unit: 'Pa gauge',
    min: -100e3,
    max: 200e3,
    usual: 0,
  }),
  sensorHighPa: quantity({
    label: 'Sender to',
    dimension: 'pressure',
    unit: 'Pa gauge',
    min: -50e3,
    max: 700e3,
    usual: 103_421,
  }),
  sensorLowV: volts('Sender gives from', 0.5),
  sensorHighV: volts('Sender gives to', 4.5),
  lowV: volts('Least speed at or below', 0.5),
  lowSpeed: quantity({
    label: 'Least speed',
    dimension: 'fraction',
    unit: '',
    min: 0.05,
    max: 1,
    usual: 0.3,
  }),
  fullV: volts('Full speed at or above', 3.7),
};
export const speedControlShape = object({
  ...SPEED,
  sensorProofPa: optional(
    quantity({
      label: 'Sender good to',
      dimension: 'pressure',
      unit: 'Pa gauge',
      min: 0,
      max: 5e6,
      absent: 'not looked up',
      why: 'proof pressure: beyond it the sender is damaged',
    }),
  ),
});
export type SpeedControl = Infer<typeof speedControlShape>;

type SpeedField = keyof typeof SPEED;
const each = <T>(of: (key: SpeedField) => T): Record<SpeedField, T> =>
  Object.fromEntries(Object.keys(SPEED).map((key) => [key, of(key as SpeedField)])) as Record<SpeedField, T>;

/** What a controller's map is made of, described. */
export const SPEED_FIELDS: Readonly<Record<SpeedField, FieldInfo>> = each((key) => SPEED[key].field);
/** A controller as it comes: a sender of one atmosphere, full speed a little below its end. */
export const USUAL_SPEED: SpeedControl = each((key) => SPEED[key].field.usual!);

/** The engine's controller runs the pump so that the rail holds its pressure: no regulator, no return. */
const DRIVER = {
  setPa: optional(
    quantity({
      label: 'Holds the rail at',
      dimension: 'pressure',
      unit: 'Pa',
      min: 100e3,
      max: 1.2e6,
      absent: 'the base pressure',
    }),
  ),
  follows: labelled('Pressure it holds', flag({ true: 'over the manifold', false: 'over the air outside' })),
  mostDuty: quantity({
    label: 'Drives it at most',
    dimension: 'fraction',
    unit: '',
    min: 0.3,
    max: 1,
    usual: 1,
    why: 'share of the supply’s volts its driver passes on',
  }),
  mostA: quantity({
    label: 'Driver gives at most',
    dimension: 'amps',
    unit: 'A',
    min: 3,
    max: 80,
    usual: 15,
    why: 'typical of a factory driver; its own figure wins',
  }),
  reliefPa: quantity({
    label: 'Line relief opens at',
    dimension: 'pressure',
    unit: 'Pa',
    min: 300e3,
    max: 1.2e6,
    usual: 650e3,
    why: 'the valve in the tank module that lets swelling fuel back; typical',
  }),
};
const driverShape = object(DRIVER);
export type PumpDriver = Infer<typeof driverShape>;
/** A factory driver as it comes. */
export const USUAL_DRIVER: PumpDriver = { follows: true, mostDuty: 1, mostA: 15, reliefPa: 650e3 };

/** One point of a curve. */
export const CURVE_FIELDS = {
  pressure: quantity({ label: 'Pressure', dimension: 'pressure', unit: 'Pa', min: 0, max: 3e6 }),
  flow: quantity({ label: 'Flow', dimension: 'flow', unit: 'm³/s', min: 0, max: 2e-3 }),
  current: quantity({ label: 'Current', dimension: 'amps', unit: 'A', min: 0.05, max: 200 }),
};

const curveShape = object({
  volts: quantity({
    label: 'Volts of the curve',
    dimension: 'volts',
    unit: 'V',
    min: 6,
    max: 30,
    usual: 13.5,
  }),
  pressures: list(CURVE_FIELDS.pressure, 2, 60),
  flows: list(CURVE_FIELDS.flow, 2, 60),
  currents: list(CURVE_FIELDS.current, 2, 60),
});

export const pumpShape = withSources({
  kind: oneOf(['pump']),
  name,
  ...fitted,
  catalogueId: optional(text(40)),
  elevationM: quantity({
    label: 'Height, tank floor is 0',
    dimension: 'length',
    unit: 'm',
    min: -3,
    max: 5,
    usual: 0,
  }),
  type: labelled(
    'Type',
    choice({
      turbine: 'turbine, brushed',
      'positive-displacement': 'gerotor, gear or roller, brushed',
      brushless: 'brushless',
    }),
  ),
  curve: labelled('Curve', curveShape),
  /** Further curves at other volts. */
  moreCurves: optional(list(curveShape, 1, 5)),
  /** 'point': only one point of it is known, the rest is the usual curve of its type. */
  known: optional(oneOf(['curve', 'point'])),
  /** Speed follows a 0–5 V signal; absent: full speed. */
  speed: optional(labelled('Speed control', speedControlShape)),
  /** Driven by the engine's controller from a rail-pressure sensor; absent: it runs on what its circuit gives. */
  driver: optional(labelled('Driven by the controller', driverShape)),
  armatureOhms: quantity({
    label: 'Armature resistance, running',
    dimension: 'winding',
    unit: 'Ω',
    min: 0.001,
    max: 1,
    why: 'not what a meter reads on a stopped motor',
  }),
  frictionAmps: quantity({
    label: 'Friction current',
    dimension: 'amps',
    unit: 'A',
    min: 0,
    max: 50,
    why: 'half of the current at no pressure is usual',
  }),
  reliefPa: quantity({
    label: 'Relief opens at',
    dimension: 'pressure',
    unit: 'Pa',
    min: 100e3,
    max: 3e6,
  }),
  outletCheck: labelled('Check valve in its outlet', flag()),
});
export type Pump = Infer<typeof pumpShape>;

const curveCopy = (c: PumpCurve) => ({
  volts: c.volts,
  pressures: [...c.pressures],
  flows: [...c.flows],
  currents: [...c.currents],
});

/**
 * A pump’s figures as a plan holds them, its own copy: the record must not change when a catalogue does.
 * @param model Pa, m³/s, A, V, Ω
 * @returns figures, SI
 * Validity: any pump.
 * @throws nothing
 * @source own convention
 * @example pumpFigures(PUMPS.T340.model).type // => 'turbine'
 */
export const pumpFigures = (model: PumpModel) => ({
  type: model.type,
  curve: curveCopy(model.curve),
  ...(model.moreCurves ? { moreCurves: model.moreCurves.map(curveCopy) } : {}),
  armatureOhms: model.armatureOhms,
  frictionAmps: model.frictionAmps,
  reliefPa: model.reliefPa,
  outletCheck: model.outletCheck,
});

export const makePump = (catalogueId: keyof typeof PUMPS, elevationM: number): Pump => ({
  kind: 'pump',
  name: PUMPS[catalogueId].name,
  catalogueId,
  elevationM,
  ...pumpFigures(PUMPS[catalogueId].model),
});

/**
 * Another pump in the same place: keeps where it sits, a name of its own, and its controller where the new one takes it.
 * @param old pump in the plan
 * @param catalogueId pump to fit
 * @returns the new element
 * Validity: pumps of the catalogue.
 * @throws nothing
 * @source own convention
 * @example swapPump(fullReturnJob('x').plumbing.elements.pump, 'T470').catalogueId // => 'T470'
 */
export function swapPump(old: Pump, catalogueId: keyof typeof PUMPS): Pump {
  const fitted = makePump(catalogueId, old.elevationM);
  const called =
    old.catalogueId !== undefined &&
    // A number added to keep two pumps of one class apart is not part of the class name.
    old.name.replace(/ \d+$/, '') === PUMPS[old.catalogueId as keyof typeof PUMPS]?.name;
  return {
    ...fitted,
    // A name of its own stays; that of its class follows the class.
    ...(called || old.catalogueId === undefined ? {} : { name: old.name }),
    ...(old.speed && fitted.type === 'brushless' ? { speed: old.speed } : {}),
    ...(old.driver ? { driver: old.driver } : {}),
  };
}
