import type { PickupBare } from '../../judge/tanks/level.ts';
import type { LiftShort, SurgeClosed } from '../../judge/tanks/surge.ts';
import type { JetNowhere, JetShort, TankFills } from '../../judge/tanks/tanks.ts';
import { inState } from '../state.ts';
import { percent, type Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

const minutes = (seconds: number): string =>
  seconds < 90 ? `${seconds.toFixed(0)} s` : `${(seconds / 60).toFixed(0)} min`;

const source = 'mass balance of the joint solve; common practice';

export const liftShort: Words<LiftShort> = ({ place, figures: f }, q) => {
  const empties = f.fill < 0;
  const seconds = (-f.volume / f.fill).toFixed(0);
  const returned = f.returned > 0 ? ` + returned ${q('flow', f.returned)}` : '';
  return {
    title: empties
      ? `${place.name} empties at ${inState(f.state)}: gone in ${seconds} s.`
      : `The lift pump has only ${percent(f.fill / f.draw)} to spare at ${inState(f.state)}.`,
    text:
      f.returnsTo.length > 0
        ? `The return goes to ${withinSentence(f.returnsTo.join(' and '))}, so the lift pump has to bring all the main pump moves, not only what the engine takes.`
        : f.returned > 0
          ? 'What goes round through the return stays in the surge tank; only what the engine takes must be lifted.'
          : 'The lift pump has to bring what the main pump takes.',
    formula:
      `lift ${q('flow', f.lift)}${returned} − main pump ${q('flow', f.main)} = ${q('flow', f.fill)}` +
      (empties ? `; ${(f.volume * 1000).toFixed(1)} L lasts ${seconds} s` : ''),
    source,
  };
};

export const surgeClosed: Words<SurgeClosed> = ({ place, figures: f }) => ({
  title: `${place.name} has no overflow: ${f.lifts.length > 0 ? withinSentence(f.lifts.join(' and ')) : 'the lift pump'} pressurizes it.`,
  text: 'What it cannot hold must run back to the tank, or the tank and everything behind it stand under the lift pump’s full pressure: the rail climbs and the return with it. All other findings are for the plan with an overflow.',
  formula: 'paths that leave it as an overflow: none',
  source: 'common practice',
});

export const jetNowhere: Words<JetNowhere> = ({ place }) => ({
  title: `${place.name} draws from no other tank.`,
  text: 'A transfer jet sits in the return of one tank and carries fuel over from another one.',
  formula: 'tank it draws from and tank it ends in must be two',
  source,
});

export const jetShort: Words<JetShort> = ({ value: carried, limit: draw, place, figures: f }, q) => ({
  title: `${place.name} does not keep up at ${inState(f.state)}: the pump side falls by ${q('flow', f.falls)}.`,
  text: f.steady
    ? `${f.far} keeps its fuel while the pump side runs dry${f.lasts === null ? '' : ` in ${minutes(f.lasts)}`}. A jet lives on return flow: no return, no transfer.`
    : 'In a pull the return is small and so is what it carries over; at cruise it catches up. Long pulls want the pump side full.' +
      (f.lasts === null ? '' : ` From here it lasts ${minutes(f.lasts)}.`),
  formula: `${f.ratio} × ${q('flow', f.ratio > 0 ? carried / f.ratio : 0)} = ${q('flow', carried)} against ${q('flow', draw)}`,
  source,
});

export const tankFills: Words<TankFills> = ({ value: gain, place, figures: f }, q) => ({
  title: `${place.name} gains ${q('flow', gain)} at cruise while the other runs dry.`,
  text:
    'More comes back to it than its own pump takes: it fills over its vent. Split the return to both tanks, or join the tanks with a level line.' +
    (f.dry === null ? '' : ` ${f.dry.name} runs dry first, in ${minutes(f.dry.after)}.`),
  formula: f.tanks.map((t) => `${t.name} ${q('flow', t.gains)}`).join('; '),
  source,
});

export const pickupBare: Words<PickupBare> = ({ value: level, place, figures: f }, q) => {
  const keep = Math.min(1, f.keep);
  return {
    title:
      f.keep > 1
        ? `The pick-up of ${withinSentence(place.name)} is bare in a pull, however full it is.`
        : `In a pull the pick-up of ${withinSentence(place.name)} is bare at ${percent(level)}: keep at least ${percent(Math.ceil(keep * 20) / 20)}.`,
    text:
      'Acceleration heaps the fuel up at the rear of the tank. A pick-up low and rearmost is fed by it; baffles, a swirl pot or a surge tank hold fuel at one that is not.' +
      (f.left === null ? '' : ` ${(f.left * 1000).toFixed(0)} L stay in the tank below that.`),
    formula: `(${q('length', f.pickup)} + ${q('length', f.runsOff)} leaned away) ÷ ${q('length', f.depth)} = ${percent(f.keep)}`,
    source: 'surface of an accelerated vessel leans by a ÷ g; half of g in a pull is an estimate',
  };
};
