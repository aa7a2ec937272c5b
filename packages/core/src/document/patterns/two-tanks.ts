import {
  bypassRegulator,
  checkValve,
  filter,
  jobWith,
  pumpCircuit,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
  yFitting,
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** A pump in each of two tanks, joined at a Y; the return is split to both alike. */
export const twinTanks: Pattern = {
  id: 'twin-tanks',
  name: 'Twin tanks with a pump in each',
  when: 'two separate tanks, or a tank each side of the car',
  watch: 'the return must go back to both, or one fills over while the other runs dry',
  job: (title) =>
    jobWith(
      title,
      {
        style: 'twin-tanks',
        junctions: {
          tank: { ...tank(), name: 'Left tank' },
          'right-tank': { ...tank(), name: 'Right tank' },
          join: yFitting('Y', 0.1),
          rail: rail(),
          split: yFitting('Return Y', 0.1),
        },
        elements: {
          strainer: { ...strainer(), name: 'Left strainer' },
          pump: { ...pumpElement('T255', -0.1), name: 'Left pump' },
          check: { ...checkValve(), name: 'Left check valve', boreM: 0.0079 },
          'left-hose': run('Left tank to Y', 8, 0.8, 'under-body', 90),
          'right-strainer': { ...strainer(), name: 'Right strainer' },
          'right-pump': { ...pumpElement('T255', -0.1), name: 'Right pump' },
          'right-check': { ...checkValve(), name: 'Right check valve', boreM: 0.0079 },
          'right-hose': run('Right tank to Y', 8, 0.8, 'under-body', 90),
          filter: filter(),
          feed: run('Feed hose', 8, 3.6, 'under-body'),
          regulator: bypassRegulator(),
          return: run('Return hose', 10, 3.6, 'under-body'),
          'left-return': run('Return to left tank', 8, 0.8, 'under-body', 90),
          'right-return': run('Return to right tank', 8, 0.8, 'under-body', 90),
        },
        paths: {
          left: {
            name: 'Left pump',
            role: 'feed',
            from: 'tank',
            to: 'join',
            order: ['strainer', 'pump', 'check', 'left-hose'],
          },
          right: {
            name: 'Right pump',
            role: 'feed',
            from: 'right-tank',
            to: 'join',
            order: ['right-strainer', 'right-pump', 'right-check', 'right-hose'],
          },
          feed: { name: 'Feed', role: 'feed', from: 'join', to: 'rail', order: ['filter', 'feed'] },
          return: {
            name: 'Return',
            role: 'return',
            from: 'rail',
            to: 'split',
            order: ['regulator', 'return'],
          },
          'left-back': {
            name: 'Left return',
            role: 'return',
            from: 'split',
            to: 'tank',
            order: ['left-return'],
          },
          'right-back': {
            name: 'Right return',
            role: 'return',
            from: 'split',
            to: 'right-tank',
            order: ['right-return'],
          },
        },
      },
      {
        'circuit-left': { ...pumpCircuit('pump'), name: 'Left pump feed' },
        'circuit-right': { ...pumpCircuit('right-pump'), name: 'Right pump feed' },
      },
    ),
};

/** One tank in two halves over the drive shaft: a jet in the return carries the far half's fuel to the pump. */
export const saddleTanks: Pattern = {
  id: 'saddle-tanks',
  name: 'Saddle tank with a jet transfer',
  when: 'one tank in two halves, the pump in one of them',
  watch: 'no return flow, no transfer; keep at least half a tank when the auxiliary pick-up is low',
  job: (title) =>
    jobWith(title, {
      style: 'saddle-tanks',
      junctions: {
        tank: { ...tank(), name: 'Pump side' },
        far: { ...tank(), name: 'Far side' },
        rail: rail(),
      },
      elements: {
        strainer: strainer(),
        pump: pumpElement('T470', -0.1),
        check: checkValve(),
        filter: filter(),
        feed: run('Feed hose', 8, 4.5, 'under-body'),
        regulator: bypassRegulator(),
        return: run('Return hose', 10, 4.5, 'under-body'),
        jet: { kind: 'jet', name: 'Transfer jet', k: 1.2, boreM: 0.0055, transferRatio: 0.6, fromId: 'far' },
      },
      paths: {
        feed: {
          name: 'Feed',
          role: 'feed',
          from: 'tank',
          to: 'rail',
          order: ['strainer', 'pump', 'check', 'filter', 'feed'],
        },
        return: {
          name: 'Return',
          role: 'return',
          from: 'rail',
          to: 'tank',
          order: ['regulator', 'return', 'jet'],
        },
      },
    }),
};
