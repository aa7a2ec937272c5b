import type { DryRow } from '@venula/core/harness';
import { sayInputs } from '@venula/core/say';
import type { RunRow } from '../../api/types.ts';
import { useFormat } from '../../app/settings.ts';
import { useDoc } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { BENCH, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { useRun } from '../../job/record/use-run.ts';
import { Checklist } from './checklist.tsx';
import { dryResults } from '../../job/record/readings.ts';

/** The truth table tried on the car: key, crash switch and every signal by hand, and what must happen. */
export function DryTest({ run }: { readonly run: RunRow | undefined }) {
  const doc = useDoc();
  const format = useFormat();
  const { begun } = useRun(run);
  const { answer, fault, again } = useAnswer(BENCH, 'dry test', doc, (api, d) => api.dryTest(d), RANK.plan);
  if (fault !== null)
    return <LaneFaultNote what="The dry test could not be made from the wiring" why={fault} again={again} />;
  // A test that is not begun stands there at once: what came in above it would push away what is being touched.
  if (!answer && begun) return <p className="mt-4 text-soft">Making the dry test from the wiring…</p>;
  const rows = answer ?? [];
  return (
    <Checklist
      run={run}
      kind="dry-test"
      title="Wiring, dry"
      intro={`${answer ? rows.length : 'Some'} things to try with the engine off and no fuel in the lines: set the key, the crash switch and each signal by hand, and see that the right pump runs.`}
      start={['Start the dry test', 'Try it again']}
      items={rows.map((r) => ({ id: r.id, what: sayInputs(r.inputs, format), more: <Expected row={r} /> }))}
      good={{ word: 'OK', result: 'as-said' }}
      bad={{ word: 'Not OK', result: 'differs' }}
      open="open"
      results={dryResults}
      reading={{ kind: 'dry-row', payload: (rowId, result) => ({ rowId, result, note: '' }) }}
      progress={{
        testId: 'dry-progress',
        words: (tried, differs) =>
          `${tried} of ${rows.length} tried${differs > 0 ? `, ${differs} not OK` : ''}`,
      }}
      hint={(left, differs) =>
        left > 0
          ? `${left} not tried yet: signing now records the test as incomplete.`
          : differs > 0
            ? 'Find the wire, mend it and try again, or sign off as failed. The Wiring page names the likely place.'
            : 'The wiring does what the rules say.'
      }
      rowAttribute="data-row"
    />
  );
}

function Expected({ row }: { readonly row: DryRow }) {
  const format = useFormat();
  const loads = row.loads.map(
    (l) => `${l.name} ${l.wanted ? `runs, ${format('volts', l.volts, 1)} at it` : 'off'}`,
  );
  const coils = row.coils.map((c) => `${c.name} coil ${format('volts', c.volts, 1)}`);
  return [...loads, coils.join(', ')].join(' · ');
}
