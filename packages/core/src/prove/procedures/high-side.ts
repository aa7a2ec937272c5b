import { highPressurePumps } from '../../document/consumers.ts';
import type { Expectation, MeasuredProcedure, Step } from '../contract.ts';
import type { Car } from '../predict.ts';

export const highSide: MeasuredProcedure = {
  id: 'high-side',
  name: 'High side, warming up',
  intro:
    'Direct injection: read with the scan tool, never by opening a line. 1,600 psi and more goes through skin; it bleeds down over hours.',
  cautions: ['fuel', 'running'],
  steps,
};

/** A car’s own figures are rounded, and its sensor has its own error (estimate); never less than 3 psi. */
const OPEN = { share: 0.15, least: 20.7e3 } as const;

const around = (value: number): Expectation => {
  const open = Math.max(value * OPEN.share, OPEN.least);
  return { dimension: 'pressure', value, low: Math.max(0, value - open), high: value + open };
};

const MOMENTS = [
  {
    of: 'firstKeyPa',
    does: 'First key-on',
    how: 'Key on, engine off, after the work: the rail is nearly empty.',
    ifLow: 'Low side not up: read it at the gauge. Air in the line.',
    ifHigh: 'Not the first key-on, or pressure left from before.',
  },
  {
    of: 'primedPa',
    does: 'After some key-ons',
    how: 'Three to five key cycles, a few seconds each: it comes up to what the low side gives.',
    ifLow: 'Air still in the line; inlet valve or low side short.',
    ifHigh: 'Low side set high.',
  },
  {
    of: 'coldStartPa',
    does: 'Cold start',
    how: 'In the first seconds of a cold start.',
    ifLow: 'Follower or lobe worn, valve plug not seated, low side under its floor, inlet screen blocked.',
    ifHigh: 'Pressure sensor or its ground; pressure-limiting valve stuck.',
  },
  {
    of: 'warmIdlePa',
    does: 'Warm idle',
    how: 'Warm, idling, nothing switched on. Ticking is normal.',
    ifLow: 'Control valve, leaking injector, low side short: read it at the gauge.',
    ifHigh: 'Control valve unplugged or stuck: it delivers all it can.',
  },
] as const;

/** Each of the car’s own figures that is known: entered once, compared with here. Nothing of the high side is computed. */
function steps({ doc }: Car): Step[] {
  return highPressurePumps(doc).flatMap(([id, pump]) =>
    MOMENTS.flatMap(({ of, does, how, ifLow, ifHigh }): Step[] => {
      const value = pump[of];
      return value === undefined
        ? []
        : [
            {
              id: `${id}:${of}`,
              group: pump.name,
              does: `${does}, high side of ${pump.name}`,
              how,
              expects: around(value),
              ifLow,
              ifHigh,
            },
          ];
    }),
  );
}
