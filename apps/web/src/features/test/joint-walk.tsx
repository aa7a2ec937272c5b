import { jointList } from '@venula/core/supply';
import { useMemo } from 'react';
import { useRuns } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Checklist } from './checklist.tsx';
import { jointNotes, jointResults, readingsOf, signedOff } from '../../job/record/readings.ts';

/** The usual ways to mend one. */
const DONE = ['Tightened', 'New seal', 'End remade', 'Part replaced'] as const;

/** Joints that leaked when the walk before this one was signed, with what was done about each. */
function lastLeaks(runs: readonly RunRow[], now: RunRow | undefined): ReadonlyMap<string, string> {
  const before = runs
    .filter((r) => r.kind === 'joint-walk' && r.id !== now?.id && signedOff(readingsOf(r, [])))
    .at(-1);
  if (!before) return new Map();
  const readings = readingsOf(before, []);
  const notes = jointNotes(readings);
  return new Map(
    [...jointResults(readings)].flatMap(([id, result]) =>
      result === 'leak' ? [[id, notes.get(id) ?? ''] as const] : [],
    ),
  );
}

/** Every joint of the plan: wipe, look, tick, with the pump forced and the engine off. */
export function JointWalk({ run }: { readonly run: RunRow | undefined }) {
  const doc = useDoc();
  const { id } = useOpenJob();
  const runs = useRuns(id).data;
  const leaked = useMemo(() => lastLeaks(runs ?? [], run), [runs, run]);
  const joints = useMemo(() => {
    const all = jointList(doc);
    const before = all.filter((j) => leaked.has(j.id));
    // What leaked last time is looked at first; the rest in its order.
    return [...before, ...all.filter((j) => !leaked.has(j.id))];
  }, [doc, leaked]);
  return (
    <Checklist
      run={run}
      kind="joint-walk"
      title="Joint by joint"
      intro={`${joints.length} joints, from the tank out and back. Pump forced, engine off: wipe each dry, look, tick.`}
      start={['Start the walk', 'Walk them again']}
      items={joints.map((j) => ({
        id: j.id,
        what: j.where,
        more: leaked.has(j.id) ? [j.what, leaked.get(j.id)].filter(Boolean).join(' · ') : j.what,
        group: leaked.has(j.id) ? 'Leaked last time' : j.line,
      }))}
      asks={{ label: 'What was done', usual: DONE, notes: jointNotes }}
      good={{ word: 'Dry', result: 'dry' }}
      bad={{ word: 'Leak', result: 'leak' }}
      open="open"
      results={jointResults}
      reading={{ kind: 'joint', payload: (jointId, result, note) => ({ jointId, result, note }) }}
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
