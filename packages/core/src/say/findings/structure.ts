import type { NotConverged } from '../../judge/structure/converged.ts';
import type { Broken, BrokenCode } from '../../judge/structure/structure.ts';
import type { PumpUnusable } from '../../judge/structure/unusable.ts';
import { sayEnding } from '../ending.ts';
import { sayPumpFault } from '../pump-fault.ts';
import { inState } from '../state.ts';
import { sentence, type Words } from '../words.ts';

const CLOSED = { formula: 'the plan must form one closed circuit', source: 'common practice' } as const;

const TROUBLE: Readonly<Record<BrokenCode, (f: Broken) => readonly [title: string, text: string]>> = {
  OPEN_PATH: ({ place, figures }) => [
    `${place.name} ends in the air.`,
    `There is no "${figures.missing}" to join it to.`,
  ],
  EMPTY_PATH: ({ place }) => [`${place.name} has nothing in it.`, 'Add a run or a component.'],
  MISSING_PART: ({ place, figures }) => [
    `${place.name} names a part that is not there.`,
    `Part "${figures.missing}" is missing.`,
  ],
  UNCONNECTED: ({ place, figures }) => [
    figures.times === 0
      ? `${place.name} is not connected.`
      : `${place.name} is in ${figures.times} places at once.`,
    'Each part belongs in exactly one path.',
  ],
  NO_PUMP: () => ['The loop has no pump.', 'Nothing moves the fuel.'],
  NO_REGULATOR: () => ['The system has no regulator.', 'Nothing sets the rail pressure.'],
  NO_RAIL: () => ['The plan has no rail.', 'Nothing is fed: add a branch to a rail.'],
  NO_CIRCUIT: ({ figures }) => [
    `${figures.part} has no feed.`,
    'It is computed as if it got the full supply volts.',
  ],
  NO_GROUND: ({ figures }) => [
    `${figures.part} has no ground.`,
    'No current flows without a return path; computed as if it had one.',
  ],
};

export const brokenWords: Words<Broken> = (found) => {
  const [title, text] = TROUBLE[found.code](found);
  return { title, text, ...CLOSED };
};

export const pumpUnusable: Words<PumpUnusable> = ({ place, figures: f }) => ({
  title: `${place.name} cannot be computed: ${sayPumpFault(f.fault).message}.`,
  text: `Nothing in the plan can be solved with it. Allowed: ${sayPumpFault(f.fault).limit}. ${sentence(sayPumpFault(f.fault).remedy)}`,
  formula: 'volts = back EMF + armature × current; flow and pressure scale with speed and its square',
  source: 'permanent-magnet DC motor equations and affinity laws (standard texts)',
});

export const notConverged: Words<NotConverged> = ({ figures: f }) => ({
  title: `No steady state found at ${inState(f.state)}.`,
  text: `${sayEnding(f.ending)}; worst at "${f.worst}".`,
  ...CLOSED,
});
