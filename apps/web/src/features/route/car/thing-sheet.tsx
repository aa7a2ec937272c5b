import { Trash2 } from 'lucide-react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';

/** Something in the car: what it is, how hot, where and how large. */
export function ThingSheet({ id, onClose }: { readonly id: string; readonly onClose: () => void }) {
  const thing = useDoc().routing?.keepOuts[id];
  const { edit, readOnly } = useOpenJob();
  if (!thing) return null;
  const at = `/routing/keepOuts/${id}`;
  const parts: readonly (readonly [string, string])[] =
    thing.kind === 'box'
      ? [
          ['at', 'Its middle'],
          ['size', 'Its size'],
        ]
      : thing.kind === 'cylinder'
        ? [
            ['from', 'From'],
            ['to', 'To'],
          ]
        : [['at', 'Its middle']];
  return (
    <div className="grid gap-3">
      {thing.assumed && (
        <div>
          <p className="text-soft">It stands where it usually does in such a car. Measure it, then say so.</p>
          <button
            type="button"
            className="btn btn-main mt-1 w-full"
            disabled={readOnly}
            onClick={() => edit({ op: 'replace', path: `${at}/assumed`, value: false })}
          >
            It is measured
          </button>
        </div>
      )}
      <div className="form-grid">
        <PlanForm owner={at} own={{ kind: null, assumed: null }} />
      </div>
      {parts.map(([key, name]) => (
        <section key={key} aria-label={name}>
          <h3 className="headline text-base">{name}</h3>
          <div className="form-grid">
            <PlanForm owner={`${at}/${key}`} />
          </div>
        </section>
      ))}
      <button
        type="button"
        className="btn btn-small justify-self-start"
        disabled={readOnly}
        onClick={() => {
          edit({ op: 'remove', path: at });
          onClose();
        }}
      >
        <Trash2 size={16} aria-hidden /> It is not there
      </button>
    </div>
  );
}
