import { fullSpeedAt, sensorVolts, speedCommand } from '@venula/core/demand';
import type { SpeedControl } from '@venula/core/document';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { KeepInJob } from './keep-in-job.tsx';
import { SumFrame } from './sum-frame.tsx';

const PSI = 6894.757293168;
const START: SpeedControl = {
  sensorLowPa: 0,
  sensorHighPa: 15 * PSI,
  sensorLowV: 0.5,
  sensorHighV: 4.5,
  lowV: 0.5,
  lowSpeed: 0.3,
  fullV: 3.7,
};
const FIELDS = [
  ['sensorLowPa', 'Sender reads from', 'pressure', -100e3, 200e3],
  ['sensorHighPa', 'to', 'pressure', -50e3, 700e3],
  ['sensorLowV', 'and gives from', 'volts', 0, 5],
  ['sensorHighV', 'to', 'volts', 0, 5],
  ['lowV', 'Lowest speed at and below', 'volts', 0, 5],
  ['lowSpeed', 'which is', 'fraction', 0.05, 1],
  ['fullV', 'Full speed at and above', 'volts', 0, 5],
] as const;

/** From manifold pressure over sender volts to the speed a controller asks its pump for. */
export function SenderSum() {
  const format = useFormat();
  const [map, setMap] = useState(START);
  const sound =
    map.sensorHighPa > map.sensorLowPa && map.fullV > map.lowV && map.sensorHighV > map.sensorLowV;
  const full = sound ? fullSpeedAt(map) : NaN;
  const steps = Array.from(
    { length: 9 },
    (_, i) => map.sensorLowPa + (i / 8) * (map.sensorHighPa - map.sensorLowPa),
  );
  return (
    <SumFrame
      tone={sound && Number.isFinite(full) ? 'good' : 'fix'}
      sentence={
        !sound
          ? 'Upper values must lie above the lower ones.'
          : Number.isFinite(full)
            ? `Full speed at ${format('pressure', full)}.`
            : 'Full speed is never asked for: the sender does not reach those volts.'
      }
      second="Straight between the points, held at both ends."
      known={FIELDS.map(([key, label, dimension, min, max]) => (
        <QuantityField
          key={key}
          label={label}
          dimension={dimension}
          value={map[key]}
          range={{ min, max }}
          onCommit={(v) => setMap({ ...map, [key]: v })}
        />
      ))}
    >
      {sound && (
        <table className="w-full max-w-[480px] text-sm">
          <caption className="sr-only">Speed by pressure</caption>
          <thead>
            <tr className="label border-b-2 border-ink text-soft">
              {['Manifold', 'Sender', 'Pump speed'].map((h) => (
                <th key={h} scope="col" className="num py-1 font-semibold">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {steps.map((p) => (
              <tr key={p} className="border-b border-rule">
                <td className="num py-0.5">{format('pressure', p)}</td>
                <td className="num">{format('volts', sensorVolts(map, p))}</td>
                <td className="num font-semibold">{format('fraction', speedCommand(map, p))}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {sound && <KeepInJob kept={{ kind: 'speed', map }} />}
    </SumFrame>
  );
}
