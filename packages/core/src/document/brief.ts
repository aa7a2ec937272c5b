import { count, quantity } from '../fields/field.ts';
import { fromLibrary } from '../fields/from-library.ts';
import { withSources } from '../fields/provenance.ts';
import { choice, flag, labelled, list, object, oneOf, optional, type Infer } from '../fields/shape.ts';
import { WIRE_SIZES, wireSizeName } from '../kinds/wiring/wire/wire.ts';
import { LPH } from '../quantities/constants.ts';

/** What the engine takes and what the plan is held against. */

const fuel = withSources({
  ethanol: quantity({
    label: 'Ethanol content',
    dimension: 'fraction',
    unit: '',
    min: 0,
    max: 1,
    usual: 0.1,
    why: 'by volume',
  }),
  gasolineDensity15: quantity({
    label: 'Density of its gasoline at 59 °F',
    dimension: 'density',
    unit: 'kg/m³',
    min: 700,
    max: 800,
    usual: 745,
  }),
  rvpPa: quantity({
    label: 'Vapor pressure (RVP)',
    dimension: 'pressure',
    unit: 'Pa',
    min: 20e3,
    max: 110e3,
    usual: 62e3,
  }),
});

const pullPoint = object({
  rpm: quantity({ label: 'Engine speed', dimension: 'engineSpeed', unit: 'rpm', min: 500, max: 20_000 }),
  powerW: quantity({ label: 'Power', dimension: 'power', unit: 'W', min: 0, max: 3e6 }),
  boostPa: quantity({ label: 'Boost', dimension: 'manifold', unit: 'Pa gauge', min: -100e3, max: 500e3 }),
});

const idle = withSources({
  rpm: quantity({ label: 'Idle', dimension: 'engineSpeed', unit: 'rpm', min: 300, max: 3000, usual: 850 }),
  manifoldPa: quantity({
    label: 'Manifold at idle',
    dimension: 'manifold',
    unit: 'Pa gauge',
    min: -95e3,
    max: 0,
    why: 'such as 20 inHg vacuum',
  }),
  drawM3s: quantity({ label: 'Fuel at idle', dimension: 'flow', unit: 'm³/s', min: 0, max: 100 * LPH }),
});

const cruise = withSources({
  rpm: quantity({ label: 'Cruise', dimension: 'engineSpeed', unit: 'rpm', min: 500, max: 8000, usual: 2500 }),
  manifoldPa: quantity({
    label: 'Manifold at cruise',
    dimension: 'manifold',
    unit: 'Pa gauge',
    min: -95e3,
    max: 100e3,
  }),
  drawM3s: quantity({ label: 'Fuel at cruise', dimension: 'flow', unit: 'm³/s', min: 0, max: 300 * LPH }),
});

const injectors = withSources({
  fromLibrary,
  count: count({ label: 'Injectors', min: 1, max: 32 }),
  existing: optional(
    labelled('The injectors are', flag({ true: 'already in the car', false: 'new, to be ordered' })),
    'new, to be ordered',
  ),
  staticFlowM3s: quantity({
    label: 'Flow of one, static',
    dimension: 'injectorFlow',
    unit: 'm³/s',
    min: 5e-7,
    max: 1e-4,
  }),
  ratedPa: quantity({
    label: 'Flow is rated at',
    dimension: 'pressure',
    unit: 'Pa',
    min: 100e3,
    max: 1.5e6,
    usual: 300e3,
  }),
  dutyLimit: quantity({
    label: 'Duty limit',
    dimension: 'fraction',
    unit: '',
    min: 0.3,
    max: 1,
    usual: 0.85,
  }),
  maxDifferentialPa: quantity({
    label: 'Opens against at most',
    dimension: 'pressure',
    unit: 'Pa',
    min: 100e3,
    max: 2e6,
  }),
});

const amps = (label: string, min: number, max: number, usual: number, absent: string) =>
  optional(quantity({ label, dimension: 'amps', unit: 'A', min, max, usual, absent }));
const air = (label: string, max: number) =>
  quantity({ label, dimension: 'temperature', unit: 'K', min: 253, max });

/** Usual resistance of a battery and its cables, where it was not measured, Ω. */
export const USUAL_SOURCE_OHMS = 0.01;

const electrical = withSources({
  batteryV: quantity({
    label: 'Battery, engine off',
    dimension: 'volts',
    unit: 'V',
    min: 9,
    // A 16 V battery of eight cells, full.
    max: 17,
    usual: 12.4,
  }),
  chargingV: quantity({ label: 'Charging', dimension: 'volts', unit: 'V', min: 11, max: 18, usual: 14.2 }),
  sourceOhms: quantity({
    label: 'Battery and its cables',
    dimension: 'resistance',
    unit: 'Ω',
    min: 0,
    max: 0.2,
    usual: USUAL_SOURCE_OHMS,
  }),
  engineBayK: air('Engine bay air', 423),
  underBodyK: air('Air under the body', 393),
  cabinK: air('Cabin air', 353),
  /** Hot. */
  alternatorIdleA: amps('Alternator gives at idle', 5, 400, 60, 'not known'),
  /** Ignition, controller, injectors, lamps, blower. */
  carLoadA: amps('The car itself takes at idle', 0, 300, 30, 'not counted'),
  crankingA: amps('Starter takes', 20, 2000, 200, 'usual for its cylinders'),
  crankingOhms: optional(
    quantity({
      label: 'Battery while it cranks',
      dimension: 'resistance',
      unit: 'Ω',
      min: 0.001,
      max: 0.05,
      usual: 0.006,
      absent: 'as entered for the battery, else 6 mΩ',
    }),
  ),
  /** Many feeds that are live with the key go dead while the starter turns. */
  ignitionInCrank: optional(
    labelled(
      'The ignition feed, while the starter turns,',
      choice({ holds: 'stays live', drops: 'goes dead' }),
    ),
    'not looked up',
  ),
  starterCable: optional(labelled('Starter cable', oneOf(WIRE_SIZES, wireSizeName)), 'not known'),
  starterCableM: optional(
    quantity({
      label: 'Starter cable, out and back',
      dimension: 'length',
      unit: 'm',
      min: 0.1,
      max: 20,
      usual: 2,
      absent: 'not known',
      why: 'both cables; where the chassis is the return, the one from the battery',
    }),
  ),
});

const basePressure = { dimension: 'pressure', unit: 'Pa', min: 50e3, max: 800e3, usual: 300e3 } as const;

export const briefShape = withSources({
  fuel,
  /** Of every tank whose depth is known. */
  fuelLevel: optional(
    quantity({
      label: 'Fuel level',
      dimension: 'fraction',
      unit: '',
      min: 0.02,
      max: 1,
      usual: 0.5,
      absent: 'half full',
      why: 'what the pick-ups stand in; tanks whose depth is known',
    }),
  ),
  fuelK: quantity({ label: 'Fuel in the tank', dimension: 'temperature', unit: 'K', min: 243, max: 343 }),
  barometricPa: quantity({
    label: 'Barometer',
    dimension: 'pressure',
    unit: 'Pa absolute',
    min: 55e3,
    max: 110e3,
    usual: 101_325,
  }),
  powerBasis: labelled('Power is given at the', choice({ crank: 'crank', wheels: 'wheels' })),
  drivetrainLoss: quantity({
    label: 'Lost in the drivetrain',
    dimension: 'fraction',
    unit: '',
    min: 0,
    max: 0.4,
    usual: 0.15,
  }),
  bsfc: quantity({
    label: 'BSFC on gasoline',
    dimension: 'fuelRate',
    unit: 'kg/J',
    min: 5e-8,
    max: 3e-7,
    why: '0.50 / 0.60 / 0.65 lb/hp·h',
  }),
  pull: labelled('The pull', list(pullPoint, 1, 60)),
  basePressurePa: quantity({
    ...basePressure,
    label: 'Base pressure',
    why: 'reference line off and plugged',
  }),
  /** Where the engine’s controller cannot be changed. */
  controllerBasePa: optional(
    quantity({ ...basePressure, label: 'Controller tuned for a base of', absent: 'the same' }),
  ),
  /** Peak power wanted later, on the same basis as the pull: would the plan still do? */
  laterPowerW: optional(
    quantity({ label: 'Power goal later', dimension: 'power', unit: 'W', min: 0, max: 3e6, absent: 'none' }),
  ),
  designMargin: quantity({
    label: 'Margin wanted',
    dimension: 'fraction',
    unit: '',
    min: 0,
    max: 1,
    usual: 0.15,
  }),
  stagingMargin: optional(
    quantity({
      label: 'Margin when the next pump starts',
      dimension: 'fraction',
      unit: '',
      min: 0.02,
      max: 0.5,
      usual: 0.1,
      absent: '10%, usual',
    }),
  ),
  pumpDropV: optional(
    quantity({
      label: 'A pump’s wiring may lose',
      dimension: 'volts',
      unit: 'V',
      min: 0.2,
      max: 1,
      usual: 0.5,
      absent: '0.5 V, usual',
      why: 'from the battery to the pump and back, joints included',
    }),
  ),
  rubberYears: optional(
    count({
      label: 'Rubber hose is replaced after, years',
      min: 1,
      max: 20,
      usual: 6,
      absent: '6, usual',
    }),
  ),
  injectionHoseYears: optional(
    count({
      label: 'Injection hose is replaced after, years',
      min: 1,
      max: 20,
      usual: 10,
      absent: '10, usual',
    }),
  ),
  idle,
  cruise,
  injectors,
  electrical,
});
export type Brief = Infer<typeof briefShape>;

/** What the columns of a pull sheet and of an injector sheet hold. */
export const PULL_FIELDS = pullPoint.fields;
export const INJECTOR_FIELDS = injectors.fields;
