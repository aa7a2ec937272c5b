import { jointList } from '@venula/core/supply';
import { useMemo } from 'react';
import type { RunRow } from '../../api/types.ts';
import { useDoc } from '../../job/job-context.ts';
import { Checklist } from './checklist.tsx';
import { jointResults } from '../../job/record/readings.ts';

/** Every joint of the plan: wipe, look, tick, with the pump forced and the engine off. */
export function JointWalk({ run }: { readonly run: RunRow | undefined }) {
  const doc = useDoc();
  const joints = useMemo(() => jointList(doc), [doc]);
  return (
    <Checklist
      run={run}
      kind="joint-walk"
      title="Joint by joint"
      intro={`${joints.length} joints, from the tank out and back. Pump forced, engine off: wipe each dry, look, tick.`}
      start={['Start the walk', 'Walk them again']}
      items={joints.map((j) => ({ id: j.id, what: j.where, more: j.what, group: j.line }))}
      good={{ word: 'Dry', result: 'dry' }}
      bad={{ word: 'Leak', result: 'leak' }}
      open="open"
      results={jointResults}
      reading={{ kind: 'joint', payload: (jointId, result) => ({ jointId, result, note: '' }) }}
      progress={{
        testId: 'walk-progress',
        words: (looked, leaks) =>
          `${looked} of ${joints.length} joints looked at${leaks > 0 ? `, ${leaks} leaking` : ''}`,
      }}
      hint={(left, leaks) =>
        left > 0
          ? `${left} joints not looked at yet: signing now records the walk as incomplete.`
          : leaks > 0
            ? 'Mend the leaks and tick again, or sign off as failed.'
            : 'All dry.'
      }
      rowAttribute="data-joint"
    />
  );
}
