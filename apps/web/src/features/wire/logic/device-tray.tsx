import { wiredRulesOf, type Harness } from '@venula/core/document';
import { removeDevice } from '@venula/core/edit';
import { tableSignals } from '@venula/core/harness';
import { signalKey, type Signal } from '@venula/core/trigger';
import { Trash2 } from 'lucide-react';
import { useSettings } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { signalWords } from '../../../ui/signal-words.ts';

/** The part of the drawing that was touched: its figures, or where they come from. */
export function DeviceTray({
  id,
  harness,
  onCircuit,
  onGone,
}: {
  readonly id: string;
  readonly harness: Harness;
  readonly onCircuit: (circuitId: string) => void;
  readonly onGone: () => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const device = harness.devices[id];
  if (!device) return null;
  const drawn = doc.wiring.harness !== undefined;
  const circuitId = 'of' in device ? device.of?.circuitId : undefined;
  const owner = `/wiring/harness/devices/${id}`;
  return (
    <section aria-label={`Part: ${device.name}`}>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        {circuitId !== undefined && doc.wiring.circuits[circuitId] && (
          <button type="button" className="btn btn-small" onClick={() => onCircuit(circuitId)}>
            Change it in {doc.wiring.circuits[circuitId].name}
          </button>
        )}
        {!drawn && circuitId === undefined && (
          <span className="text-sm text-soft">Made from the rules. Draw it by hand to change it here.</span>
        )}
        {drawn && !readOnly && (
          <button
            type="button"
            className="btn btn-small"
            onClick={() => {
              edit(...removeDevice(harness, id));
              onGone();
            }}
          >
            <Trash2 size={16} aria-hidden /> Remove this part and its wires
          </button>
        )}
      </div>
      {drawn && circuitId === undefined && (
        <div className="form-grid">
          <PlanForm
            owner={owner}
            own={
              'signal' in device
                ? {
                    signal: <SignalChoice path={`${owner}/signal`} value={device.signal} harness={harness} />,
                  }
                : {}
            }
          />
        </div>
      )}
    </section>
  );
}

/** What works a switch or an output: one of the signals the rules look at. */
function SignalChoice({
  path,
  value,
  harness,
}: {
  readonly path: string;
  readonly value: readonly Signal[];
  readonly harness: Harness;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const { units } = useSettings();
  const offered = new Map<string, readonly Signal[]>();
  for (const signal of tableSignals(harness, wiredRulesOf(doc))) offered.set(signalKey(signal), [signal]);
  offered.set(together(value), value);
  return (
    <Choice
      label="Worked by"
      value={together(value)}
      disabled={readOnly}
      options={[...offered].map(([key, signals]) => ({
        value: key,
        label: signals.map((s) => signalWords(s, units)).join(' and '),
      }))}
      onChoose={(key) => edit({ op: 'replace', path, value: offered.get(key) })}
    />
  );
}

/** Several signals as the value of a choice; one alone has its own key. */
const together = (signals: readonly Signal[]): string => {
  const [first] = signals;
  return signals.length === 1 && first && !first.not
    ? signalKey(first)
    : signals.map((s) => `${s.not ? 'not ' : ''}${signalKey(s)}`).join(' and ');
};
