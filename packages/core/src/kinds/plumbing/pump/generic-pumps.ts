import type { PumpModel, PumpType } from './pump-model.ts';
import { LPH } from '../../../quantities/constants.ts';

export interface CataloguePump {
  readonly id: string;
  readonly name: string;
  readonly model: PumpModel;
  readonly source: string;
}

const PRESSURES = [0, 200, 300, 400, 500, 600, 700].map((kpa) => kpa * 1e3);

const pump = (
  id: string,
  name: string,
  type: PumpType,
  flowsLph: number[],
  currents: number[],
  armatureOhms: number,
  frictionAmps: number,
  reliefKpa: number,
): CataloguePump => ({
  id,
  name,
  source: 'invented curve of this class of pump: put the maker’s curve in its place',
  model: {
    type,
    armatureOhms,
    frictionAmps,
    reliefPa: reliefKpa * 1e3,
    outletCheck: type === 'turbine',
    // Carried on to 800 kPa along the last stretch, so that a spike past 700 is answered and not refused.
    curve: {
      volts: 13.5,
      pressures: [...PRESSURES, 800e3],
      flows: extend(flowsLph).map((q) => q * LPH),
      currents: extend(currents),
    },
  },
});

const extend = (ys: number[]): number[] => [...ys, 2 * ys.at(-1)! - ys.at(-2)!];

/** Generic pumps for the demo. No maker's curve: a datasheet takes their place. */
export const PUMPS = {
  T255: pump(
    'T255',
    'In-tank turbine, 255 class',
    'turbine',
    [310, 275, 250, 222, 190, 152, 108],
    [5.2, 6.6, 7.5, 8.4, 9.4, 10.5, 11.7],
    0.25,
    2.5,
    850,
  ),
  T340: pump(
    'T340',
    'In-tank turbine, 340 class',
    'turbine',
    [400, 358, 332, 302, 268, 228, 182],
    [7.5, 9.6, 10.8, 12, 13.3, 14.7, 16.2],
    0.18,
    3.5,
    850,
  ),
  T470: pump(
    'T470',
    'In-tank turbine for ethanol, 470 class',
    'turbine',
    [530, 488, 462, 430, 392, 346, 290],
    [9.5, 12, 13.4, 14.9, 16.5, 18.2, 20],
    0.14,
    4.5,
    850,
  ),
  V300: pump(
    'V300',
    'In-line roller vane, 300 class',
    'positive-displacement',
    [318, 306, 300, 293, 286, 278, 269],
    [5, 8.2, 9.8, 11.4, 13, 14.6, 16.2],
    0.08,
    0,
    900,
  ),
  G700: pump(
    'G700',
    'In-line gerotor, 700 class',
    'positive-displacement',
    [740, 712, 700, 686, 670, 652, 632],
    [8, 13.5, 16.2, 19, 21.8, 24.6, 27.5],
    0.05,
    0,
    1000,
  ),
  B1100: pump(
    'B1100',
    'Brushless gear with controller, 1100 class',
    'brushless',
    [1190, 1165, 1150, 1136, 1120, 1103, 1085],
    [8, 14, 17.5, 21, 24.5, 28, 31.5],
    0.02,
    0,
    1000,
  ),
} as const satisfies Record<string, CataloguePump>;
