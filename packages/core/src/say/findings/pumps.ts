import { atPlace } from '../../quantities/power-place.ts';
import type { DriverFought, DriverLimit } from '../../judge/supply/driver.ts';
import type { OnePumpDead } from '../../judge/supply/redundancy.ts';
import type { SpeedLags } from '../../judge/supply/speed.ts';
import type { StagingLate } from '../../judge/supply/staging.ts';
import { inState } from '../state.ts';
import { percent, type Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

export const speedLags: Words<SpeedLags> = ({ value: margin, place, figures: f }, q) => ({
  title: `${place.name} is asked for only ${percent(f.command)} speed at ${f.rpm.toFixed(0)} rpm; ${percent(margin)} to spare there.`,
  text: 'The controller must ask for full speed before the demand peaks.',
  formula:
    f.fullAt === null
      ? `the sender never reaches the ${f.fullVolts} V that full speed asks for`
      : `full speed at ${f.fullVolts} V is ${q('manifold', f.fullAt)}; the pull is at ${q('manifold', f.boost)} here`,
  source: 'controller map and joint solve at the speed it asks for',
});

export const stagingLate: Words<StagingLate> = ({ code, value, place, figures: f }, q) => {
  const by = `${q('manifold', f.needed)} (${f.neededRpm.toFixed(0)} rpm)`;
  const cameIn = f.missed.cameIn;
  const comes = cameIn
    ? `comes in at ${cameIn.rpm.toFixed(0)} rpm and ${q('manifold', cameIn.boost)}`
    : 'does not come in along the pull';
  const title = {
    'never reached': `${place.name} waits for ${q('manifold', value)}; the pull reaches ${q('manifold', f.most)}.`,
    'needed at cruise': `${place.name} is needed at cruise already; its rule keeps it off there.`,
    'another condition': `${place.name} ${comes}; it must be on before ${by}.`,
    'no boost condition': `${place.name} ${comes}; it must be on before ${by}.`,
    threshold: f.tooLate
      ? `${place.name} comes in at ${q('manifold', value)}; it must be on before ${by}.`
      : `${place.name} is set to ${q('manifold', value)}; with the switch’s tolerance and its start it is on full only after ${by}.`,
  }[f.blames];
  const text = {
    'needed at cruise':
      'The others alone do not carry the engine at cruise, so no boost and no engine speed brings it in early enough. It has to run with the key, or the others have to give more.',
    'never reached':
      'It never runs in the pull, and the others run out without it. The pumps are enough; the setting is what to change.',
    'another condition':
      'Boost alone would bring it in early enough; another condition of its rule (engine speed, throttle, a switch) holds it back. The pumps are enough; loosen the rule.',
    'no boost condition':
      'Its rule brings it in too late, and the others run out before. The pumps are not what to change; the rule is.',
    threshold:
      code === 'STAGING_LATE'
        ? 'Without it the others fall below their 10% staging margin there. A mixture that goes lean just before the second pump starts means its threshold is too high.'
        : 'The others run out before boost leaves the range of cruise, so a boost switch cannot tell the two apart. Use engine speed.',
  }[f.blames];
  const start = f.needed - f.tolerance - f.latest;
  return {
    title,
    text,
    formula:
      f.blames === 'needed at cruise'
        ? `available without it ÷ demand − 1 = ${percent(f.missed.least)} at the least, under 10% from cruise on`
        : `available without it ÷ demand − 1 falls to ${percent(f.missed.least)} before it is on; latest setting ${q('pressure', f.needed)} − ${q('pressure', f.tolerance)} switch − ${q('pressure', start)} while it starts = ${q('pressure', f.latest)}`,
    source: 'joint solve with that pump off; 10% staging margin and 0.2 s of start are common practice',
  };
};

export const driverLimit: Words<DriverLimit> = ({ value, limit, place, figures: f }, q) => ({
  title: f.byAmps
    ? `${place.name} is held back by its driver: ${q('amps', limit)} is all it gives.`
    : `${place.name} is held back by its driver at ${percent(f.duty)} of the volts.`,
  text: `The pump could do more than the factory driver lets it at ${inState(f.state)}. A driver of its own, or a relay that bypasses it, would fix that; a larger pump on the same driver would not.`,
  formula: `${q('amps', value)} of ${q('amps', limit)} at ${percent(f.duty)} duty`,
  source: 'joint solve with the driver’s limits; the driver’s own figures win',
});

export const driverFought: Words<DriverFought> = ({ place }) => ({
  title: `${place.name} works against the controller that holds the rail.`,
  text: 'The controller speeds the pump up until its sensor shows the pressure it wants; a bypass regulator bleeds that off again. One of the two holds the pressure, not both.',
  formula: 'a driven pump and a bypass regulator on one rail',
  source: 'common practice',
});

export const onePumpDead: Words<OnePumpDead> = ({ value: power, limit, place, figures: f }, q) => {
  const pump = withinSentence(place.name.split(',')[0]!);
  if (!f.starts)
    return {
      title: `With ${pump} dead the engine does not start: the others wait for their trigger.`,
      text: 'A second pump that comes in by boost is no spare. A switch or a rule that brings it in while cranking makes it one.',
      formula: 'pumps that run while cranking and at idle, this one left out: none',
      source: 'trigger rules at cranking and idle',
    };
  return {
    title:
      power > 0
        ? `With ${pump} dead the rest still feeds ${q('power', power)} ${atPlace(f.basis)}.`
        : `With ${pump} dead nothing feeds the engine in the pull: the others wait for their trigger.`,
    text: 'At the pressure of the tightest point of the pull, with no margin left. The tuner should know it.',
    formula: `${q('power', limit)} ${atPlace(f.basis)} × available ÷ demand`,
    source: 'joint solve with that pump off',
  };
};
