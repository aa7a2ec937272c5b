import { allTerminals, terminalName } from '@venula/core/edit';
import type { WiringSheet } from '@venula/core/harness';
import { terminalKey, wireSizeName } from '@venula/core/kinds';
import { Trash2 } from 'lucide-react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { WireSwatch } from '../../../ui/wire-colors.tsx';

/** One wire: where it runs, what it is, and, once drawn by hand, each end to be put elsewhere. */
export function WireTray({
  id,
  sheet,
  onCircuit,
  onGone,
}: {
  readonly id: string;
  readonly sheet: WiringSheet;
  readonly onCircuit: (circuitId: string) => void;
  readonly onGone: () => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const row = sheet.wires.find((w) => w.id === id);
  const wire = sheet.harness.wires[id];
  if (!row || !wire) return null;
  const drawn = doc.wiring.harness !== undefined;
  const owner = `/wiring/harness/wires/${id}`;
  const circuitId = wire.of?.circuitId;
  const terminals = allTerminals(sheet.harness);
  const end = (which: 'from' | 'to', label: string) => (
    <Choice
      label={`${row.label} ${label}`}
      value={terminalKey(row[which])}
      disabled={readOnly}
      options={terminals.map((t) => ({ value: terminalKey(t), label: terminalName(sheet.harness, t) }))}
      onChoose={(key) =>
        edit({
          op: 'replace',
          path: `${owner}/${which}`,
          value: terminals.find((t) => terminalKey(t) === key),
        })
      }
    />
  );
  return (
    <section aria-label={`Wire ${row.label}`}>
      <p className="headline text-lg">
        <WireSwatch color={row.color} /> {row.label}, {row.name}
      </p>
      <p className="mt-1 leading-snug">
        From <strong>{row.fromName}</strong> to <strong>{row.toName}</strong>: {wireSizeName(row.size)}{' '}
        {row.color || 'any color'}, {format('length', row.lengthM)}.
      </p>
      {drawn ? (
        <div className="form-grid mt-3">
          <PlanForm
            owner={owner}
            own={{
              from: end('from', 'from'),
              to: end('to', 'to'),
              // Sizes and lengths of what a circuit is made of are typed there.
              ...(circuitId === undefined ? {} : { size: null, lengthM: null }),
            }}
          />
        </div>
      ) : (
        <p className="mt-2 text-sm text-soft">
          Made from the rules. Draw it by hand to put an end elsewhere.
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {circuitId !== undefined && doc.wiring.circuits[circuitId] && (
          <button type="button" className="btn btn-small" onClick={() => onCircuit(circuitId)}>
            Change it in {doc.wiring.circuits[circuitId].name}
          </button>
        )}
        {drawn && !readOnly && (
          <button
            type="button"
            className="btn btn-small"
            onClick={() => {
              edit({ op: 'remove', path: owner });
              onGone();
            }}
          >
            <Trash2 size={16} aria-hidden /> Remove {row.label}
          </button>
        )}
      </div>
    </section>
  );
}
