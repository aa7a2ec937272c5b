import type { Segment } from '../../document/job-document.ts';
import { isStartingFigure } from '../../fields/provenance.ts';
import { segmentsOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { PUMP_LAW_VOLTS } from '../../kinds/plumbing/pump/pump-model.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { steadyCircuits } from './loads.ts';

export type JointDrop = Found<
  'JOINT_DROP',
  {
    readonly amps: number;
    readonly ohms: number;
    readonly sound: number;
    readonly heat: number;
    /** What is worse than it may be; null: a sound joint of its kind. */
    readonly by: 'volts' | 'ohms' | 'heat' | null;
    /** Its resistance is the usual one of its kind: not entered, not measured. */
    readonly usual: boolean;
    /** Volts left at the load. */
    readonly left: number;
  }
>;

/** Volts over a joint that are worth knowing, and that heat it, V (common practice). */
const LOST = { note: 0.1, fix: 0.2 } as const;
/** Heat that ages a joint, and that chars it and what is round it, W (estimates: the latter is half a soldering iron). */
const HEAT = { fix: 3, stop: 15 } as const;

/**
 * Relay contacts, plugs, switches and ground points: each joint of a circuit by the volts it loses and the heat in it, at the
 * current it carries for good.
 */
export const jointRule: FindingRule<JointDrop> = (context) => {
  const loads = steadyCircuits(context);
  return loads.flatMap((loaded) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(loaded.circuit, side).flatMap(({ id, segment }) => judged(loaded, loads, id, segment)),
    ),
  );
};

function judged(loaded: Loaded, loads: readonly Loaded[], id: string, joint: Segment): JointDrop[] {
  const { circuitId, state, solution } = loaded;
  const { meets } = segmentKind(joint);
  // A fuse has the resistance of its rating, and is judged by that.
  if (meets.as !== 'joint' || !meets.sound) return [];
  const ohms = meets.ohms(joint);
  const sound = meets.sound.ohms;
  const usual = ohms <= sound && isStartingFigure(joint, meets.sound.field);
  const amps = Math.max(...loads.map((l) => carriedBy(l, { id, circuitId })));
  const lost = amps * ohms;
  const heat = lost * amps;
  const starved = solution.loadVolts < PUMP_LAW_VOLTS.min && lost > LOST.fix;
  const by = usual
    ? null
    : heat > HEAT.fix
      ? 'heat'
      : lost > LOST.fix
        ? 'volts'
        : lost > LOST.note && ohms > 2 * sound
          ? 'ohms'
          : null;
  if (by === null && lost <= LOST.note) return [];
  const stop = by !== null && (heat > HEAT.stop || starved);
  return [
    {
      code: 'JOINT_DROP',
      severity: stop ? 'stop' : by ? 'fix' : 'note',
      stage: 'wire',
      place: { of: 'piece', id, name: joint.name, within: circuitId },
      stateId: state.id,
      dimension: 'volts',
      value: lost,
      limit: {
        heat: (heat > HEAT.stop ? HEAT.stop : HEAT.fix) / amps,
        volts: LOST.fix,
        ohms: 2 * sound * amps,
        none: LOST.note,
      }[by ?? 'none'],
      figures: { amps, ohms, sound, heat, by, usual, left: solution.loadVolts },
    },
  ];
}
