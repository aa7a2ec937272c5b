import type { JetNowhere, JetShort, LiftShort, TankFills } from '../../judge/tanks/tanks.ts';
import { inState } from '../state.ts';
import { percent, type Words } from '../words.ts';

const source = 'mass balance of the joint solve; common practice';

export const liftShort: Words<LiftShort> = ({ value: lift, place, figures: f }, q) => {
  const empties = f.fill < 0;
  const seconds = (-f.volume / f.fill).toFixed(0);
  return {
    title: empties
      ? `${place.name} empties at ${inState(f.state)}: gone in ${seconds} s.`
      : `The lift pump has only ${percent(f.fill / f.draw)} in hand at ${inState(f.state)}.`,
    text: 'What goes round through the return stays in the surge tank; only what the engine takes must be lifted.',
    formula:
      `lift ${q('flow', lift)} − engine ${q('flow', f.draw)} = ${q('flow', f.fill)}` +
      (empties ? `; ${(f.volume * 1000).toFixed(1)} L lasts ${seconds} s` : ''),
    source,
  };
};

export const jetNowhere: Words<JetNowhere> = ({ place }) => ({
  title: `${place.name} draws from no other tank.`,
  text: 'A transfer jet sits in the return of one tank and carries fuel over from another one.',
  formula: 'tank it draws from and tank it ends in must be two',
  source,
});

export const jetShort: Words<JetShort> = ({ value: carried, limit: draw, place, figures: f }, q) => ({
  title: `${place.name} does not keep up at ${inState(f.state)}: the pump side falls by ${q('flow', f.falls)}.`,
  text: f.steady
    ? `${f.far} keeps its fuel while the pump side runs dry. A jet lives on return flow: no return, no transfer.`
    : 'In a pull the return is small and so is what it carries over; at cruise it catches up. Long pulls want the pump side full.',
  formula: `${f.ratio} × ${q('flow', f.ratio > 0 ? carried / f.ratio : 0)} = ${q('flow', carried)} against ${q('flow', draw)}`,
  source,
});

export const tankFills: Words<TankFills> = ({ value: gain, place, figures: f }, q) => ({
  title: `${place.name} gains ${q('flow', gain)} at cruise while the other runs dry.`,
  text: 'More comes back to it than its own pump takes: it fills over its vent. Split the return to both tanks, or join the tanks with a level line.',
  formula: f.tanks.map((t) => `${t.name} ${q('flow', t.gains)}`).join('; '),
  source,
});
