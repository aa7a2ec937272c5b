import type { Segment } from '../../document/job-document.ts';
import { segmentsOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { PUMP_LAW_VOLTS } from '../../kinds/plumbing/pump/pump-model.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { loadedCircuits } from './loads.ts';

export type JointDrop = Found<
  'JOINT_DROP',
  {
    readonly amps: number;
    readonly ohms: number;
    readonly sound: number;
    readonly heat: number;
    readonly bad: boolean;
    /** Volts left at the load. */
    readonly left: number;
  }
>;

/** Volts over a joint that are worth knowing, and that heat it, V (common practice). */
const LOST = { note: 0.1, fix: 0.2 } as const;
/** Heat that chars a joint and what is round it, W (estimate: half a soldering iron). */
const CHARS = 15;

/** Relay contacts, plugs, switches and ground points: each joint of a circuit by the volts it loses and the heat in it. */
export const jointRule: FindingRule<JointDrop> = (context) => {
  const loads = loadedCircuits(context);
  return loads.flatMap((loaded) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(loaded.circuit, side).flatMap(({ id, segment }) => judged(loaded, loads, id, segment)),
    ),
  );
};

function judged(loaded: Loaded, loads: readonly Loaded[], id: string, joint: Segment): JointDrop[] {
  const { circuitId, state, solution } = loaded;
  const { meets } = segmentKind(joint);
  if (meets.as !== 'joint' || !meets.sound) return [];
  const ohms = meets.ohms(joint);
  const sound = meets.sound.ohms;
  const amps = Math.max(...loads.map((l) => carriedBy(l, { id, circuitId })));
  const lost = amps * ohms;
  const heat = lost * amps;
  if (lost <= LOST.note) return [];
  const starved = solution.loadVolts < PUMP_LAW_VOLTS.min && lost > LOST.fix;
  const bad = ohms > sound && (lost > LOST.fix || ohms > 2 * sound);
  return [
    {
      code: 'JOINT_DROP',
      severity: bad && (heat > CHARS || starved) ? 'stop' : bad ? 'fix' : 'note',
      stage: 'wire',
      place: { of: 'piece', id, name: joint.name, within: circuitId },
      stateId: state.id,
      dimension: 'volts',
      value: lost,
      limit: bad ? LOST.fix : LOST.note,
      figures: { amps, ohms, sound, heat, bad, left: solution.loadVolts },
    },
  ];
}
