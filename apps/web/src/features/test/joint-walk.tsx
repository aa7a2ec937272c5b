import { jointList } from '@venula/core';
import { useMemo } from 'react';
import { useReadingQueue } from '../../api/reading-queue.ts';
import { useStartRun } from '../../api/queries.ts';
import type { RunRow } from '../../api/types.ts';
import { useJob } from '../../job/job-context.ts';
import { jointResults, readingsOf, signedOff, type JointResult } from './readings.ts';
import { CautionedStart } from './cautioned-start.tsx';
import { SignOff } from './sign-off.tsx';
import { Verdict } from './verdict.tsx';

/** Every joint of the plan: wipe, look, tick, with the pump forced and the engine off. */
export function JointWalk({ run }: { readonly run: RunRow | undefined }) {
  const { id, doc, readOnly } = useJob();
  const joints = useMemo(() => jointList(doc), [doc]);
  const queue = useReadingQueue(id);
  const start = useStartRun(id);
  const readings = run ? readingsOf(run, queue.waiting) : [];
  const results = jointResults(readings, joints);
  const done = run && signedOff(readings);
  const looked = joints.filter((j) => results.get(j.id) !== 'open').length;
  const leaks = joints.filter((j) => results.get(j.id) === 'leak').length;

  if (!run || done) {
    return (
      <section className="mt-4" aria-label="Joint by joint">
        <h3 className="headline text-xl">Joint by joint</h3>
        <p className="text-soft">
          {joints.length} joints, from the tank out and back. Pump forced by the service override, engine off:
          wipe each dry, look, tick.
        </p>
        {done && <Verdict payload={done.payload} author={done.author} at={done.takenAt} />}
        {!readOnly && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              start.mutate({ runId: crypto.randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } });
            }}
          >
            <CautionedStart
              label={done ? 'Walk them again' : 'Start the walk'}
              pending={start.isPending}
              error={start.error}
            />
          </form>
        )}
      </section>
    );
  }

  const mark = (jointId: string, result: JointResult) =>
    queue.add({
      runId: run.id,
      readingId: crypto.randomUUID(),
      kind: 'joint',
      payload: { jointId, result, note: '' },
      corrects: null,
      takenAt: new Date().toISOString(),
    });

  return (
    <section className="mt-4" aria-label="Joint by joint">
      <h3 className="headline text-xl" data-testid="walk-progress">
        {looked} of {joints.length} joints looked at{leaks > 0 ? `, ${leaks} leaking` : ''}
      </h3>
      <ol className="mt-2">
        {joints.map((j) => {
          const result = results.get(j.id);
          return (
            <li
              key={j.id}
              className={`flex min-h-[56px] items-center gap-3 border-t border-rule ${result === 'leak' ? 'bg-stop/10' : ''}`}
              data-joint={j.id}
            >
              <span className="min-w-0 grow leading-tight">
                <span className="font-medium">{j.where}</span>
                <span className="label block text-sm text-soft">{j.what}</span>
              </span>
              <button
                type="button"
                className={`btn w-24 ${result === 'dry' ? 'btn-main' : ''}`}
                aria-pressed={result === 'dry'}
                disabled={readOnly}
                onClick={() => mark(j.id, result === 'dry' ? 'open' : 'dry')}
              >
                Dry
              </button>
              <button
                type="button"
                className="btn w-24"
                style={
                  result === 'leak'
                    ? { background: 'var(--stop)', color: 'var(--paper)', borderColor: 'var(--stop)' }
                    : {}
                }
                aria-pressed={result === 'leak'}
                disabled={readOnly}
                onClick={() => mark(j.id, result === 'leak' ? 'open' : 'leak')}
              >
                Leak
              </button>
            </li>
          );
        })}
      </ol>
      <SignOff
        run={run}
        hint={
          looked < joints.length
            ? `${joints.length - looked} joints not looked at yet: signing now records the walk as incomplete.`
            : leaks > 0
              ? 'Mend the leaks and tick again, or sign off as failed.'
              : 'All dry.'
        }
      />
    </section>
  );
}
