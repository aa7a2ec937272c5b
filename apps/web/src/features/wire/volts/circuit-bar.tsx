import type { Circuit, ElectricLoad, JobDocument } from '@venula/core/document';
import { addCircuit, addLoad, NEW_LOADS, removeCircuit, setTap, tapTargets } from '@venula/core/edit';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanChoice, PlanQuantity, PlanText } from '../../../job/plan-fields.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { PickMenu } from '../../../ui/pick-menu.tsx';
import { circuitOrder } from './circuit-order.ts';
import { TextField } from '../../../ui/text-field.tsx';

/** Which circuit is on the track, and a key to add another. */
export function CircuitPicker({
  circuitId,
  onChoose,
}: {
  readonly circuitId: string | undefined;
  readonly onChoose: (id: string) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
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
            edit(...added.patch);
            onChoose(added.id);
          }}
        />
      )}
    </div>
  );
}

const SUPPLIES = [
  { value: 'battery', label: 'battery post' },
  { value: 'fuse-box', label: 'fuse box stud' },
  { value: 'ignition', label: 'ignition feed' },
  { value: 'alternator', label: 'alternator post' },
] as const;

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
  const at = (field: string) => `/wiring/circuits/${circuitId}/${field}`;
  const tapped = circuit.supply === 'fuse-box' || circuit.supply === 'ignition';
  const load = doc.wiring.loads?.[circuit.loadId];
  const loadAt = (field: string) => `/wiring/loads/${circuit.loadId}/${field}`;
  return (
    <div className="grid grid-cols-5 gap-x-3 gap-y-2">
      <PlanText path={at('name')} label="Circuit" max={80} min={1} />
      {!circuit.feedFrom && <PlanChoice path={at('supply')} label="Fed from" options={[...SUPPLIES]} />}
      <TapChoice circuitId={circuitId} side="feedFrom" label="Feed branches off" none="its own supply" />
      <TapChoice circuitId={circuitId} side="groundInto" label="Ground joins" none="its own ground" />
      {tapped && !circuit.feedFrom && (
        <TextField
          label="What else hangs on that feed, and its fuse"
          value={circuit.alsoFeeds ?? ''}
          max={200}
          disabled={readOnly}
          onCommit={(value) => edit({ op: 'add', path: at('alsoFeeds'), value })}
        />
      )}
      {load && (
        <>
          <PlanText path={loadAt('name')} label="Load" max={80} min={1} />
          <PlanQuantity path={loadAt('amps')} />
          <PlanChoice
            path={loadAt('draws')}
            label="Behaves as"
            options={[
              { value: 'resistance', label: 'a resistance' },
              { value: 'current', label: 'a steady current' },
            ]}
          />
          <PlanChoice
            path={loadAt('when')}
            label="Is on"
            options={[
              { value: 'key', label: 'with the key' },
              { value: 'running', label: 'while the engine runs' },
              { value: 'always', label: 'always' },
            ]}
          />
        </>
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
          <Trash2 size={16} aria-hidden /> Take circuit out
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
              label: `${c.name}, ${side === 'feedFrom' ? 'behind' : 'at'} ${s.name}`,
            },
          ]
        : [];
    });
  });
