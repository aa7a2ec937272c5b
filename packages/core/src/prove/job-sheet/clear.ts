import type { JobDocument } from '../../document/job-document.ts';
import { jointList } from '../../supply/joints.ts';
import type { Draft } from './step.ts';

/** @param wired whether this job makes a loom */
export function clearSteps(doc: JobDocument, wired: boolean): Draft[] {
  const joints = jointList(doc).some((j) => j.care);
  const needs = wired ? ['loom'] : ['safe'];
  return [
    {
      id: 'clear-hood',
      does: 'Clay or grease under the hood, closed once, looked at',
      how: 'Static parts clear each other by 0.08 in (2 mm) or more, moving ones by much more.',
      needs,
      makes: ['clear'],
    },
    {
      id: 'clear-moving',
      does: 'Belts, shafts and suspension through their travel; exhaust distances with a tape',
      needs,
    },
    {
      id: 'clear-access',
      does: 'Plugs, coils, filter and dipstick still come out',
      needs,
    },
    ...(joints
      ? [
          {
            id: 'marks',
            does: 'A paint mark on every joint, counted by somebody else',
            hold: 'marks' as const,
            needs: ['clear'],
          },
        ]
      : []),
  ];
}
