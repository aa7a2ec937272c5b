import { segmentPath } from '../../edit/paths.ts';
import type { Segment } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { PUMP_LAW_VOLTS } from '../../kinds/plumbing/pump/pump-model.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { segmentsOf } from '../../engine/electric/circuits.ts';
import { carriedBy, type Loaded } from '../../engine/electric/electric-load.ts';
import { both } from '../context.ts';

/** Volts over a joint that are worth knowing, and that heat it, V (common practice). */
const LOST = { note: 0.1, fix: 0.2 } as const;
/** Heat that chars a joint and what is round it, W (estimate: half a soldering iron). */
const CHARS = 15;

/** Relay contacts, plugs, switches and ground points: each joint of a circuit by the volts it loses and the heat in it. */
export const jointFindings = (loads: readonly Loaded[]): Finding[] =>
  loads.flatMap((loaded) =>
    (['feed', 'ground'] as const).flatMap((side) =>
      segmentsOf(loaded.circuit, side).flatMap(({ id, segment }) => judged(loaded, loads, id, segment)),
    ),
  );

function judged(loaded: Loaded, loads: readonly Loaded[], id: string, joint: Segment): Finding[] {
  const { circuitId, state, solution } = loaded;
  const amps = Math.max(...loads.map((l) => carriedBy(l, { id, circuitId })));
  const { meets } = segmentKind(joint);
  if (meets.as !== 'joint' || !meets.sound) return [];
  const ohms = meets.ohms(joint);
  const { ohms: sound, field, mend } = meets.sound;
  const lost = amps * ohms;
  const heat = lost * amps;
  if (lost <= LOST.note) return [];
  const starved = solution.loadVolts < PUMP_LAW_VOLTS.min && lost > LOST.fix;
  const bad = ohms > sound && (lost > LOST.fix || ohms > 2 * sound);
  const left = bad ? `; ${both('volts', solution.loadVolts)} is left at the load` : '';
  return [
    {
      code: 'JOINT_DROP',
      severity: bad && (heat > CHARS || starved) ? 'stop' : bad ? 'fix' : 'note',
      stage: 'wire',
      place: { id, name: joint.name, within: circuitId },
      stateId: state.id,
      title: `${joint.name} loses ${both('volts', lost)} and turns ${heat.toFixed(heat < 10 ? 1 : 0)} W into heat${left}.`,
      dimension: 'volts',
      value: lost,
      limit: bad ? LOST.fix : LOST.note,
      why: {
        text: bad
          ? 'A joint that loses this much heats, and heat makes it worse until it chars or melts its housing.'
          : 'A sound joint of its kind at a heavy current: it is the first to look at when volts go missing.',
        formula: `${both('amps', amps)} × ${both('resistance', ohms)} = ${both('volts', lost)}, ${both('amps', amps)}² × ${both('resistance', ohms)} = ${heat.toFixed(1)} W; sound is about ${both('resistance', sound)}`,
        source: 'Ohm and Joule; 0.1 V and 0.2 V a joint are common practice',
      },
      fixes: bad
        ? [
            {
              label: mend,
              patch: [{ op: 'replace', path: segmentPath(circuitId, id, field), value: sound }],
            },
          ]
        : [],
    },
  ];
}
