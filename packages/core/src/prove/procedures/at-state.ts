import { leastFed } from '../../engine/least-fed.ts';
import type { StateKind } from '../../engine/states.ts';
import { within } from '../bands.ts';
import type { Step } from '../contract.ts';
import { gaugeHow, HIGH_PRESSURE, LOW_PRESSURE, sideName } from './gauge-words.ts';
import { solvedAt, type Car } from '../predict.ts';
import { withinSentence } from '../../quantities/text.ts';

/** Rail, or low side, and pump volts at a state the engine itself brings about. @param before said ahead of where the gauge goes */
export function readAt(kind: StateKind, group: string, before = '') {
  return (car: Car): Step[] => {
    const at = solvedAt(car, kind);
    if (!at) return [];
    const pump = leastFed(at.v);
    return [
      {
        id: `${kind}:rail`,
        group,
        does: sideName(car.doc),
        how: `${before}${gaugeHow(car.doc)}`,
        expects: within('pressure', at.v.railGauge),
        ifLow: LOW_PRESSURE,
        ifHigh: HIGH_PRESSURE,
      },
      ...(pump
        ? [
            {
              id: `${kind}:volts`,
              group,
              does: `Volts at ${withinSentence(pump.name)}`,
              how: 'Probed from behind at the pump.',
              expects: within('volts', pump.volts),
              ifLow: 'Battery, charging, or a joint on the way: read the drops.',
              ifHigh: 'Charging above what was planned.',
            },
          ]
        : []),
    ];
  };
}
