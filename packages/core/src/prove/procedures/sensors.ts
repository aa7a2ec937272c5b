import { SENSOR_VOLTS } from '../../document/reader-fed.ts';
import type { JobDocument } from '../../document/job-document.ts';
import type { Expectation, MeasuredProcedure, Step } from '../contract.ts';
import { solvedAt, type Car } from '../predict.ts';

export const sensors: MeasuredProcedure = {
  id: 'sensors',
  name: 'Sensors, one by one',
  intro:
    'Each on its plug and its input: supply, zero, and one known pressure. Wiggle the plug while reading: nothing may move.',
  cautions: ['wiring', 'fuel'],
  steps,
};

type Sender = Extract<NonNullable<JobDocument['wiring']['loads']>[string], { kind: 'sender' }>;

/** What a hand pump puts on a boost sensor, Pa: 10 psi, or what the sensor reads to. */
const TEN_PSI = 68_947.57;
/** A sensor of one percent, its supply and the meter, as a share of the span; never less than the meter's own. */
const OPEN = { share: 0.025, least: 0.03 } as const;

const signalAt = (s: Sender, pa: number): number =>
  s.lowV + ((pa - s.lowPa) / (s.highPa - s.lowPa)) * (s.highV - s.lowV);

const signal = (s: Sender, pa: number): Expectation => {
  const value = signalAt(s, pa);
  const open = Math.max(OPEN.least, Math.abs(s.highV - s.lowV) * OPEN.share);
  return { dimension: 'volts', value, low: Math.max(0, value - open), high: value + open };
};

function steps(car: Car): Step[] {
  const rail = solvedAt(car, 'forced')?.v.railGauge;
  return Object.entries(car.doc.wiring.loads ?? {}).flatMap(([id, s]): Step[] => {
    // By one wire the gauge itself is the reading: it is checked against the shop's own.
    if (s.kind !== 'sender' || s.fed === 'one-wire' || s.highPa <= s.lowPa) return [];
    const covers = (pa: number) => pa >= s.lowPa && pa <= s.highPa;
    const tried = s.reads === 'fuel' ? rail : s.reads === 'boost' ? Math.min(TEN_PSI, s.highPa) : undefined;
    const fed = s.fed === '5V' ? SENSOR_VOLTS : car.doc.brief.electrical.batteryV;
    const group = s.name;
    return [
      {
        id: `${id}:supply`,
        group,
        does: `Supply at the plug of ${s.name}`,
        how: 'Plug on, probed from behind: supply pin to sensor ground, key on.',
        expects: { dimension: 'volts', value: fed, low: fed * 0.95, high: fed * 1.05 },
        ifLow: 'Feed or sensor ground open, or shared with something heavy; fuse.',
        ifHigh: 'On the wrong feed: a 5 V sensor on 12 V is scrap.',
      },
      ...(covers(0)
        ? [
            {
              id: `${id}:zero`,
              group,
              does: `Signal of ${s.name}, nothing on it`,
              how: `${s.reads === 'brake' ? 'Pedal up.' : 'Line open to air.'} ${
                s.input
                  ? `The controller shows zero at “${s.input}”.`
                  : 'Write down in the plan which input it is on; the controller shows zero there.'
              }`,
              expects: signal(s, 0),
              ifLow: 'Signal wire open or grounded; supply low; another range than planned.',
              ifHigh: 'Pressure left in the line; ground of the sensor lifted; another range than planned.',
            },
          ]
        : []),
      ...(tried !== undefined && covers(tried)
        ? [
            {
              id: `${id}:loaded`,
              group,
              does:
                s.reads === 'fuel'
                  ? `Signal of ${s.name}, pump forced, at`
                  : `Signal of ${s.name}, hand pump at`,
              at: { dimension: 'pressure' as const, value: tried },
              how: 'The controller must show the gauge’s pressure: if it does not, its scaling is another sensor’s.',
              expects: signal(s, tried),
              ifLow: 'Another range than planned; port blocked; pressure not there: read the gauge.',
              ifHigh: 'Another range than planned; pressure above what was planned: read the gauge.',
            },
          ]
        : []),
    ];
  });
}
