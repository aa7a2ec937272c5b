import { figureOfSource } from '@venula/core/edit';
import { diffDocuments, valueAt } from '@venula/core/formats';
import type { PatchOperation } from '@venula/core/outcome';
import { useMemo } from 'react';
import { useRevisions } from '../../api/queries.ts';
import { useFormat } from '../../app/settings.ts';
import { ChangeList } from '../../job/change-list.tsx';
import { changeWords, placeName } from '../../job/field-words.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LaneFaultNote } from '../../ui/lane-fault-note.tsx';
import { JUDGE, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';
import { Choice } from '../../ui/choice.tsx';
import { HELD, type Variant } from './use-variant.ts';

/** Two variants of the plan side by side: A held or frozen, B on the screen. The line of A stays drawn behind. */
export function Compare({ variant }: { readonly variant: Variant }) {
  const doc = useDoc();
  const { id, edit, readOnly } = useOpenJob();
  const revisions = useRevisions(id).data ?? [];
  const { doc: a } = variant;
  const about = useMemo(() => a && { a, doc }, [a, doc]);
  const {
    answer: comparison,
    fault,
    again,
  } = useAnswer(JUDGE, 'compare with A', about, (api, pair) => api.compare(pair.a, pair.doc), RANK.compare);
  const changed = useMemo(
    // Where a figure comes from changes nothing of the plan.
    () => (a ? diffDocuments(a, doc).filter((op) => figureOfSource(doc, op.path) === undefined) : []),
    [a, doc],
  );
  return (
    <div className="grid grid-cols-[250px_1fr_1fr] gap-5 max-lg:grid-cols-1">
      {fault !== null && (
        <div className="col-span-full">
          <LaneFaultNote what="The two could not be compared" why={fault} again={again} />
        </div>
      )}
      <div className="flex flex-col gap-2">
        <p className="text-sm text-soft">
          Hold this plan as A, change what you like, and read here what it changed. A is drawn behind as a
          thin dotted line.
        </p>
        <button type="button" className="btn" onClick={() => variant.hold(doc)}>
          Hold this plan as A
        </button>
        <Choice
          label="Plan A"
          value={variant.key}
          options={[
            { value: '', label: 'none' },
            ...(variant.held ? [{ value: HELD, label: 'held on this device' }] : []),
            ...revisions.map((r) => ({ value: r.id, label: `${r.name}, version ${r.version}` })),
          ]}
          onChoose={variant.choose}
        />
        {a && changed.length > 0 && (
          <button
            type="button"
            className="btn"
            disabled={readOnly}
            onClick={() => {
              variant.hold(doc);
              edit(...diffDocuments(doc, a));
            }}
          >
            Swap A and B
          </button>
        )}
      </div>
      {a ? (
        <>
          <div>{comparison && <ChangeList comparison={comparison} />}</div>
          <Differences changed={changed} before={a} />
        </>
      ) : (
        <p className="col-span-full text-soft">No plan A chosen.</p>
      )}
    </div>
  );
}

function Differences({
  changed,
  before,
}: {
  readonly changed: readonly PatchOperation[];
  readonly before: object;
}) {
  const doc = useDoc();
  const format = useFormat();
  return (
    <div>
      <h4 className="label text-sm text-soft">What was changed, A to B</h4>
      {changed.length === 0 && <p className="text-sm">Nothing: the two are the same.</p>}
      <ul data-testid="differences">
        {changed.map((op) => {
          const was = valueAt(before, op.path);
          const is = op.op === 'remove' ? undefined : op.value;
          return (
            <li key={op.path} className="border-b border-rule py-1 text-sm leading-tight">
              <strong>{placeName(op.op === 'remove' ? before : doc, op.path)}</strong>
              <span className="block text-soft">
                {changeWords({ doc: before, value: was }, { doc, value: is }, op.path, format)}
              </span>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
