import { fullSpeedAt } from '../../demand/speed-map.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type MapSensor = Found<
  'MAP_SENSOR_PROOF' | 'MAP_SENSOR_SPAN',
  {
    readonly state: StateName;
    /** Its proof pressure was not looked up: the least that is usual for its range. */
    readonly usual: boolean;
  }
>;
export type MapNeverFull = Found<'MAP_NEVER_FULL', Record<string, never>>;

/** The least proof pressure senders come with, as a share of their range (typical: 1.5 to 3, by the data sheet). */
const LEAST_PROOF = 1.5;

/** The sender in a pump's speed map: is it good for the boost, does it reach the volts for full speed, does it follow to the top? */
export const mapSensorRule: FindingRule<MapSensor | MapNeverFull> = (context) => {
  const most = settled(context).sort((a, b) => b.state.manifold - a.state.manifold)[0];
  if (!most) return [];
  const { state } = most;
  return Object.entries(context.doc.plumbing.elements).flatMap(([id, e]): (MapSensor | MapNeverFull)[] => {
    if (e.kind !== 'pump' || !e.speed) return [];
    const map = e.speed;
    const place = { of: 'part', id, name: e.name } as const;
    const proof = map.sensorProofPa ?? LEAST_PROOF * map.sensorHighPa;
    const usual = map.sensorProofPa === undefined;
    const found = (code: MapSensor['code'], severity: MapSensor['severity'], limit: number): MapSensor => ({
      code,
      severity,
      stage: 'plumb',
      place,
      stateId: state.id,
      dimension: 'pressure',
      value: state.manifold,
      limit,
      figures: { state, usual },
    });
    const never: MapNeverFull = {
      code: 'MAP_NEVER_FULL',
      severity: 'fix',
      stage: 'plumb',
      place,
      dimension: 'volts',
      value: map.sensorHighV,
      limit: map.fullV,
      figures: {},
    };
    return [
      ...(state.manifold > proof ? [found('MAP_SENSOR_PROOF', usual ? 'fix' : 'stop', proof)] : []),
      ...(Number.isFinite(fullSpeedAt(map)) ? [] : [never]),
      ...(state.manifold > map.sensorHighPa && state.manifold <= proof
        ? [found('MAP_SENSOR_SPAN', 'note', map.sensorHighPa)]
        : []),
    ];
  });
};
