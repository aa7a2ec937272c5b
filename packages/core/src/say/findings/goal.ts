import type { LaterGoal, MixtureShift } from '../../judge/goal/goal.ts';
import { atPlace } from '../../quantities/power-place.ts';
import { percent, percentShort, type Words } from '../words.ts';

export const laterGoal: Words<LaterGoal> = ({ value: margin, figures: f }, q) => ({
  title: `For ${q('power', f.power)} ${atPlace(f.basis)} later this plan has ${margin < 0 ? `${percentShort(-margin)} short` : `${percent(margin)} to spare`}, ${f.duty === null ? 'and the injectors pass nothing' : `injectors at ${percent(f.duty)}`}.`,
  text: f.enough
    ? 'Nothing need change for it, at the same boost.'
    : 'Choose hose, pump and wire with it in mind now, or set the goal in the pull and see what changes in Parts.',
  formula: `${q('flow', f.available)} ÷ (${q('flow', f.draw)} × ${f.growth.toFixed(2)}) − 1 = ${percent(margin)}`,
  source: 'same boost and mixture, demand in proportion to power',
});

export const mixtureShift: Words<MixtureShift> = ({ value: change, figures: f }, q) => ({
  title: `The controller was tuned for ${q('pressure', f.tuned)}: injectors now give ${percent(Math.abs(change))} ${change > 0 ? 'more' : 'less'} fuel.`,
  text:
    change > 0
      ? 'The same pulse passes more fuel at a higher pressure: the mixture turns rich by that much until the controller is told.'
      : 'The same pulse passes less fuel at a lower pressure: the mixture turns lean by that much.',
  formula: `√(${q('pressure', f.base)} ÷ ${q('pressure', f.tuned)}) − 1 = ${percent(change, 1)}; the other way round, 3% leaner than tuned is ${q('pressure', f.tuned * 0.97 ** 2)}, 3% richer ${q('pressure', f.tuned * 1.03 ** 2)}`,
  source: 'orifice law: flow follows the square root of the differential',
});
