import { fullSpeedAt, sensorVolts, speedCommand } from '@venula/core/demand';
import type { SpeedControl } from '@venula/core/document';
import { SPEED_FIELDS, USUAL_SPEED } from '@venula/core/kinds';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { FieldList, type Asked } from '../../ui/field-list.tsx';
import { KeepInJob } from './keep-in-job.tsx';
import { SumFrame } from './sum-frame.tsx';

/** In the order they are said: what the sender gives, then what the controller makes of it. */
const ASKED = (
  [
    ['sensorLowPa', 'Sender reads from'],
    ['sensorHighPa', 'to'],
    ['sensorLowV', 'and gives from'],
    ['sensorHighV', 'to'],
    ['lowV', 'Lowest speed at and below'],
    ['lowSpeed', 'which is'],
    ['fullV', 'Full speed at and above'],
  ] as const
).map(([key, label]): Asked<SpeedControl> => ({ key, label, field: SPEED_FIELDS[key] }));

/** From manifold pressure over sender volts to the speed a controller asks its pump for. */
export function SenderSum() {
  const format = useFormat();
  const [map, setMap] = useState(USUAL_SPEED);
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
      known={<FieldList asked={ASKED} values={map} onChange={setMap} />}
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
