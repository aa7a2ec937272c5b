import type { Segment } from '@venula/core/document';
import { insertSegment, moveSegment, NEW_SEGMENTS, removeSegment } from '@venula/core/edit';
import { ArrowLeft, ArrowRight, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { useAdd } from '../../../job/use-add.ts';
import { PickMenu } from '../../../ui/pick-menu.tsx';

/** What can be done with the piece that was touched: add behind it, move, take out. */
export function SegmentTools({
  circuitId,
  id,
  onSelect,
}: {
  readonly circuitId: string;
  /** Null: the circuit has no piece yet, or none is chosen. */
  readonly id: string | null;
  readonly onSelect: (id: string | null) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const add = useAdd();
  const [open, setOpen] = useState(false);
  const circuit = doc.wiring.circuits[circuitId];
  if (!circuit || readOnly) return null;
  const name = (id !== null && circuit.segments[id]?.name) || 'the supply';
  const home = id !== null && circuit.ground.includes(id);
  const order = home ? circuit.ground : circuit.feed;
  const at = id === null ? -1 : order.indexOf(id);
  // On the way home the current runs from right to left: the arrows go where the piece goes on the screen.
  const right = home ? -1 : 1;
  const can = (by: number) => at >= 0 && at + by >= 0 && at + by < order.length;
  return (
    <div
      className="mb-3 flex flex-wrap items-center gap-2"
      role="group"
      aria-label={`Change the circuit at ${name}`}
    >
      <PickMenu
        label={`Add a piece after ${name}`}
        words="Add after it"
        groups={[{ options: NEW_SEGMENTS.map((s) => ({ value: s.kind, label: s.name })) }]}
        open={open}
        onOpen={setOpen}
        onPick={(kind) => {
          const added = insertSegment(doc, circuitId, id, kind as Segment['kind']);
          add(added.patch);
          onSelect(added.id);
        }}
      />
      {id !== null && (
        <>
          <button
            type="button"
            className="btn px-2.5"
            aria-label={`Move ${name} left`}
            disabled={!can(-right)}
            onClick={() => edit(...moveSegment(doc, circuitId, id, -right))}
          >
            <ArrowLeft size={17} />
          </button>
          <button
            type="button"
            className="btn px-2.5"
            aria-label={`Move ${name} right`}
            disabled={!can(right)}
            onClick={() => edit(...moveSegment(doc, circuitId, id, right))}
          >
            <ArrowRight size={17} />
          </button>
          <button
            type="button"
            className="btn px-2.5"
            aria-label={`Remove ${name}`}
            onClick={() => {
              edit(...removeSegment(doc, circuitId, id));
              onSelect(null);
            }}
          >
            <Trash2 size={17} />
          </button>
        </>
      )}
    </div>
  );
}
