import { DROP_M3, type Stiffness } from '@venula/core/prove';
import { heldFuel } from '@venula/core/engine';
import { useMemo, useState } from 'react';
import { setBench } from '../../api/instruments.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LiveReading } from '../../job/record/live/live-reading.tsx';
import { useNote } from '../../job/record/use-run.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

const ML = 1e-6;
/** Softer than its parts by this much: there is gas in it. */
const GASSY = 3;

const AMOUNTS = [
  { name: 'A milliliter', m3: ML },
  { name: 'A tenth of a milliliter', m3: ML / 10 },
  { name: 'A drop', m3: DROP_M3 },
] as const;
/** What is spoken of: as much as a stiff line gives before it has nothing left. */
const amountFor = (give: number, basePa: number): (typeof AMOUNTS)[number] =>
  AMOUNTS.find(({ m3 }) => m3 / give < 0.8 * basePa) ?? AMOUNTS.at(-1)!;

/** A milliliter or two drawn off into a syringe, and what the gauge says of it. */
export function DrawOff({ run, stiffness }: { readonly run: RunRow; readonly stiffness: Stiffness | null }) {
  const doc = useDoc();
  const { id, readOnly } = useOpenJob();
  const note = useNote(run.id);
  const format = useFormat();
  /** With no gas in it. */
  const solid = useMemo(() => heldFuel(doc).give, [doc]);
  const amount = amountFor(solid, doc.brief.basePressurePa);
  const [drawnM3, setDrawn] = useState(ML);
  const [before, setBefore] = useState<number | null>(null);
  const [after, setAfter] = useState<number | null>(null);
  const [turn, setTurn] = useState(0);
  const most = Number(run.setup['gaugeMaxPa']);
  const setting = { doing: 'fuel-hold', jobId: id, isolation: 'open' } as const;
  const fell = before !== null && after !== null && after < before;
  if (readOnly && !stiffness) return null;
  return (
    <section className="mt-3 border-l-4 border-rule pl-3" aria-label="How soft the line is">
      {stiffness ? (
        <p>
          {amount.name} takes <strong>{format('pressure', amount.m3 / stiffness.give)}</strong> off the line.{' '}
          {stiffness.give > GASSY * solid && (
            <span className="text-fix">
              Without gas in it that would be {format('pressure', amount.m3 / solid)}: bleed it, and it tells
              a leak sooner.
            </span>
          )}
        </p>
      ) : (
        <p>
          Syringe on the gauge port or a bleed, rag and eye protection. By its parts{' '}
          {amount.name.toLowerCase()} takes up to {format('pressure', amount.m3 / solid)} off; gas left in the
          line makes it less.
        </p>
      )}
      {!readOnly && (
        <GuardedForm
          key={turn}
          className="mt-1 grid max-w-[560px] grid-cols-3 items-end gap-2"
          onAct={() => {
            if (before === null || after === null || !fell) return;
            note('draw-off', { drawnM3, beforePa: before, afterPa: after });
            setBefore(null);
            setAfter(null);
            setTurn(turn + 1);
          }}
        >
          <div>
            <QuantityField
              label="Drawn off"
              dimension="smallVolume"
              value={drawnM3}
              range={{ min: 0.1 * ML, max: 10 * ML }}
              onCommit={setDrawn}
            />
          </div>
          <Ends label="Before" most={most} value={before} onRead={setBefore} />
          <Ends label="After" most={most} value={after} onRead={setAfter} />
          <button type="submit" className="btn col-span-3 md:col-span-1" disabled={!fell}>
            Keep it
          </button>
          {before !== null && after !== null && !fell && (
            <p className="col-span-3 text-fix">After must be less than before: fuel has been drawn off.</p>
          )}
          <div className="col-span-3">
            <LiveReading
              place="draw-off"
              what={before === null ? 'before drawing off' : 'after drawing off'}
              dimension="pressure"
              setting={setting}
              onKeep={(value) => {
                if (before !== null) return setAfter(value);
                setBefore(value);
                // A simulated line gives what is drawn now; a real one has a syringe on it.
                void setBench({ doing: 'draw-off', drawnM3 }).catch(() => undefined);
              }}
            />
          </div>
        </GuardedForm>
      )}
    </section>
  );
}

/** Typed, or taken from the instrument: then it stands in the field, to be corrected. */
function Ends({
  label,
  most,
  value,
  onRead,
}: {
  readonly label: string;
  readonly most: number;
  readonly value: number | null;
  readonly onRead: (value: number | null) => void;
}) {
  const format = useFormat();
  const [typing, setTyping] = useState(false);
  return (
    <div>
      {value !== null && !typing ? (
        <p className="label text-sm text-soft">
          {label}
          <button
            type="button"
            className="block min-h-[44px] min-w-[44px] text-lg font-semibold text-ink underline"
            aria-label={`${label}: ${format('pressure', value)}, change it`}
            onClick={() => {
              setTyping(true);
              onRead(null);
            }}
          >
            {format('pressure', value)}
          </button>
        </p>
      ) : (
        <ReadingField
          label={label}
          dimension="pressure"
          range={{ min: 0, max: most }}
          onRead={(v) => {
            setTyping(true);
            onRead(v);
          }}
        />
      )}
    </div>
  );
}
