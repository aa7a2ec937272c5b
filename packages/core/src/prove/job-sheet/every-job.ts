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

export const REFIT: readonly Draft[] = [
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
