import type { OnePumpDead } from '../../judge/supply/redundancy.ts';
import type { SpeedLags } from '../../judge/supply/speed.ts';
import type { StagingLate } from '../../judge/supply/staging.ts';
import { percent, type Words } from '../words.ts';

export const speedLags: Words<SpeedLags> = ({ value: margin, place, figures: f }, q) => ({
  title: `${place.name} is asked for only ${percent(f.command)} speed at ${f.rpm.toFixed(0)} rpm; ${percent(margin)} in hand there.`,
  text: 'The controller must ask for full speed before the demand peaks.',
  formula:
    f.fullAt === null
      ? `the sender never reaches the ${f.fullVolts} V that full speed asks for`
      : `full speed at ${f.fullVolts} V is ${q('pressure', f.fullAt)}; the pull is at ${q('pressure', f.boost)} here`,
  source: 'controller map and joint solve at the speed it asks for',
});

export const stagingLate: Words<StagingLate> = ({ code, value: above, place, figures: f }, q) => ({
  title: f.tooLate
    ? `${place.name} comes in at ${q('pressure', above)}; it must be on before ${q('pressure', f.needed)}.`
    : `${place.name} is set to ${q('pressure', above)}, on full only after ${q('pressure', f.needed)}.`,
  text: f.heldBack
    ? 'Boost alone would bring it in early enough; another condition of its rule (engine speed, throttle, a switch) holds it back. Loosen that one.'
    : code === 'STAGING_LATE'
      ? 'Without it the others fall below their 10% staging margin there. A mixture that goes lean just before the second pump starts means its threshold is too high.'
      : 'The others run out before boost leaves the range of cruise, so a boost switch cannot tell the two apart. Use engine speed.',
  formula: `available without it ÷ demand − 1 = ${percent(f.short)} at ${q('pressure', f.shortAt)}; ${q('pressure', f.needed)} − ${q('pressure', f.tolerance)} switch − ${q('pressure', f.needed - f.tolerance - f.latest)} while it starts = ${q('pressure', f.latest)}`,
  source: 'joint solve with that pump off; 10% staging margin and 0.2 s of start are common practice',
});

export const onePumpDead: Words<OnePumpDead> = ({ value: power, limit, place }, q) => {
  const pump = place.name.split(',')[0]!.toLowerCase();
  return {
    title:
      power > 0
        ? `With ${pump} dead the rest still feeds ${q('power', power)}.`
        : `With ${pump} dead nothing feeds the engine: the others wait for their trigger.`,
    text: 'At the pressure of the tightest point of the pull, with no margin left. The tuner should know it.',
    formula: `${q('power', limit)} × available ÷ demand`,
    source: 'joint solve with that pump off',
  };
};
