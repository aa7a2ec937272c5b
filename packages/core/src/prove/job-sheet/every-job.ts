import type { JobDocument } from '../../document/job-document.ts';
import type { Draft } from './step.ts';

export const FIRST: readonly Draft[] = [
  {
    id: 'photo',
    does: 'Photograph everything that will come apart',
    how: 'Lines, clips, plugs, the tank’s hat and its clocking, the old loom where it branches.',
    makes: ['photos'],
  },
  {
    id: 'label',
    does: 'Label both ends of every line and plug',
    how: 'Feed, return and vapor verified, not by color: colors differ by market and year.',
    needs: ['photos'],
    makes: ['labels'],
  },
];

export const SAFE: readonly Draft[] = [
  {
    id: 'ventilate',
    does: 'Ventilate; class B extinguisher within reach; no flame, no spark, no trouble light',
    caution: 'fuel',
    makes: ['ventilated'],
  },
  {
    id: 'depressurize',
    does: 'Take the pressure off, cover the joint, then open it',
    how: 'Pump fuse or plug out, engine run until it stops or the service port bled into a rag. Eye protection and gloves rated for the fuel. Then wait: what is left comes out of the hose walls.',
    timerS: 300,
    caution: 'fuel',
    needs: ['ventilated', 'labels'],
    makes: ['no-pressure'],
  },
  {
    id: 'battery-off',
    does: 'Battery − off and tied back',
    caution: 'wiring',
    needs: ['no-pressure'],
    makes: ['safe'],
  },
];

const REFIT: readonly Draft[] = [
  {
    id: 'refit',
    does: 'Everything that came off is back on: against the photos',
    needs: ['photos', 'clear'],
    makes: ['refitted'],
  },
  {
    id: 'fluids',
    does: 'What was drained is filled again and bled: coolant, brakes before the car moves',
    needs: ['refitted'],
  },
  {
    id: 'battery-on',
    does: 'Battery on, pump fuse still out: the dry test comes first',
    caution: 'wiring',
    needs: ['refitted'],
  },
];

/** A sensor screwed into a brake line: opened once, it is bled before anything moves. */
function brakeSteps({ wiring }: JobDocument): Draft[] {
  const taps = Object.values(wiring.loads ?? {}).flatMap((load) =>
    load.kind === 'sender' && load.reads === 'brake' ? [load.name] : [],
  );
  if (taps.length === 0) return [];
  return [
    {
      id: 'brakes',
      does: `Bleed the brakes before the car moves: ${taps.join(' and ')} ${taps.length > 1 ? 'sit' : 'sits'} in a brake line`,
      how: 'Fluid of the grade on the cap, from a sealed can, wheel by wheel in the maker’s order until no air comes. Some cars need the ABS unit bled with a scan tool. Pedal held hard for a minute: it does not sink, every joint stays dry. Where brakes are licensed work, that trade does it.',
      caution: 'brakes',
      hold: 'brakes',
      timerS: 60,
      needs: ['refitted'],
      makes: ['brakes-bled'],
    },
  ];
}

export const refitSteps = (doc: JobDocument): readonly Draft[] => [...REFIT, ...brakeSteps(doc)];
