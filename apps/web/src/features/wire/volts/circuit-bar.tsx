import {
  feedByReader,
  isFactoryFed,
  type Circuit,
  type ElectricLoad,
  type JobDocument,
} from '@venula/core/document';
import {
  addCircuit,
  addLoad,
  feedSender,
  NEW_LOADS,
  removeCircuit,
  setTap,
  tapTargets,
} from '@venula/core/edit';
import { SENDER_FED } from '@venula/core/kinds';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { useAdd } from '../../../job/use-add.ts';
import { PlanField, PlanForm } from '../../../job/plan-form.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { PickMenu } from '../../../ui/pick-menu.tsx';
import { circuitOrder } from './circuit-order.ts';

/** Which circuit is on the track, and a key to add another. */
export function CircuitPicker({
  circuitId,
  onChoose,
}: {
  readonly circuitId: string | undefined;
  readonly onChoose: (id: string) => void;
}) {
  const doc = useDoc();
  const { readOnly } = useOpenJob();
  const add = useAdd();
  const [open, setOpen] = useState(false);
  const { circuits } = doc.wiring;
  const bare = Object.entries(doc.plumbing.elements).filter(
    ([id, e]) => e.kind === 'pump' && !Object.values(circuits).some((c) => c.loadId === id),
  );
  return (
    <div role="group" aria-label="Circuit" className="mb-2 flex flex-wrap gap-2">
      {circuitOrder(doc).map((id) => (
        <button
          key={id}
          type="button"
          className={`btn btn-small ${id === circuitId ? 'btn-main' : ''}`}
          aria-pressed={id === circuitId}
          onClick={() => onChoose(id)}
        >
          {circuits[id]!.name}
        </button>
      ))}
      {!readOnly && (
        <PickMenu
          label="Add a circuit"
          words="Add a circuit"
          groups={[
            ...(bare.length > 0
              ? [
                  {
                    heading: 'to a pump',
                    options: bare.map(([value, e]) => ({ value: `pump:${value}`, label: e.name })),
                  },
                ]
              : []),
            { heading: 'to another load', options: NEW_LOADS.map((l) => ({ value: l.kind, label: l.name })) },
          ]}
          open={open}
          onOpen={setOpen}
          onPick={(value) => {
            const pump = value.startsWith('pump:') ? value.slice(5) : undefined;
            const added =
              pump === undefined
                ? addLoad(doc, value as ElectricLoad['kind'])
                : addCircuit(doc, pump, doc.plumbing.elements[pump]!.name.split(',')[0]!);
            add(added.patch);
            onChoose(added.id);
          }}
        />
      )}
    </div>
  );
}

const SENDER_FEEDS = (Object.entries(SENDER_FED) as [keyof typeof SENDER_FED, string][]).map(
  ([value, label]) => ({ value, label }),
);

/** Where a circuit is fed from and goes to ground, and what it feeds. */
export function CircuitTray({
  circuitId,
  circuit,
  onGone,
}: {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly onGone: () => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const owner = `/wiring/circuits/${circuitId}`;
  const load = doc.wiring.loads?.[circuit.loadId];
  // Fed by the device that reads it: no supply of its own to choose.
  const byReader = feedByReader(load) !== undefined;
  const tapped = circuit.supply === 'fuse-box' || circuit.supply === 'ignition';
  const tap = (side: 'feedFrom' | 'groundInto', label: string, none: string) => (
    <TapChoice circuitId={circuitId} side={side} label={label} none={none} />
  );
  return (
    <div className="form-grid">
      {isFactoryFed(doc, circuit.loadId) && (
        <p className="col-span-full text-soft">
          The factory’s driver module feeds this pump. Its relay, fuse and wires are in the car: what stands
          here counts for the volts, and nothing of it is drawn or ordered.
        </p>
      )}
      <PlanForm
        owner={owner}
        own={{
          name: <PlanField path={`${owner}/name`} label="Circuit" />,
          feedFrom: tap('feedFrom', 'Feed branches off', 'its own supply'),
          groundInto: tap('groundInto', 'Ground joins', 'its own ground'),
          ...(circuit.feedFrom || byReader ? { supply: null } : {}),
          ...(tapped && !circuit.feedFrom && !byReader ? {} : { alsoFeeds: null }),
        }}
      />
      {load && (
        <PlanForm
          owner={`/wiring/loads/${circuit.loadId}`}
          own={{
            name: <PlanField path={`/wiring/loads/${circuit.loadId}/name`} label="Load" />,
            ...(load.kind === 'sender'
              ? {
                  fed: (
                    <Choice
                      label="Fed by"
                      value={load.fed}
                      disabled={readOnly}
                      options={SENDER_FEEDS}
                      onChoose={(v) => edit(...feedSender(doc, circuit.loadId, v))}
                    />
                  ),
                }
              : {}),
          }}
        />
      )}
      {!readOnly && (
        <button
          type="button"
          className="btn btn-small self-end"
          onClick={() => {
            edit(...removeCircuit(doc, circuitId));
            onGone();
          }}
        >
          <Trash2 size={16} aria-hidden /> Remove the circuit
        </button>
      )}
    </div>
  );
}

function TapChoice({
  circuitId,
  side,
  label,
  none,
}: {
  readonly circuitId: string;
  readonly side: 'feedFrom' | 'groundInto';
  readonly label: string;
  readonly none: string;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const tap = doc.wiring.circuits[circuitId]?.[side];
  const options = [{ value: '', label: none }, ...pieces(doc, circuitId, side)];
  const value = tap ? `${tap.circuitId}/${tap.after}` : '';
  return (
    <Choice
      label={label}
      value={value}
      disabled={readOnly || options.length === 1}
      options={
        options.some((o) => o.value === value)
          ? options
          : [...options, { value, label: 'a piece that is gone' }]
      }
      onChoose={(v) => {
        const [id, after] = v.split('/');
        edit(...setTap(doc, circuitId, side, id && after ? { circuitId: id, after } : null));
      }}
    />
  );
}

const pieces = (doc: JobDocument, circuitId: string, side: 'feedFrom' | 'groundInto') =>
  tapTargets(doc, circuitId, side).flatMap((id) => {
    const c = doc.wiring.circuits[id]!;
    return c[side === 'feedFrom' ? 'feed' : 'ground'].flatMap((piece) => {
      const s = c.segments[piece];
      return s
        ? [
            {
              value: `${id}/${piece}`,
              label: `${c.name}, ${side === 'feedFrom' ? 'after' : 'at'} ${s.name}`,
            },
          ]
        : [];
    });
  });
