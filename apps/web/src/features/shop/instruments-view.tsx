import { Plus } from 'lucide-react';
import { useState } from 'react';
import { fieldTrouble } from '../../api/client.ts';
import {
  useAddInstrument,
  useInstruments,
  useRemoveInstrument,
  type NewInstrument,
} from '../../api/instruments.ts';
import { useFormat } from '../../app/settings.ts';
import { ShopInstruments } from '../../job/record/live/shop-instruments.tsx';
import { FormField } from '../../ui/form-field.tsx';
import { GuardedForm } from '../../ui/guarded.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { Trouble } from '../../ui/trouble.tsx';
import { PSI } from '@venula/core/quantities';

type Reads = NewInstrument['reads'][number];
type Dimension = Reads['dimension'];

/** What a usual instrument of each kind is asked (SCPI-99), its range and its steps, SI. */
const USUAL: Readonly<Record<Dimension, Omit<Reads, 'dimension'> & { readonly name: string }>> = {
  pressure: { name: 'Pressure', query: 'MEAS:PRES?', low: 0, high: 150 * PSI, resolution: 0.1 * PSI },
  temperature: { name: 'Temperature', query: 'MEAS:TEMP?', low: 233.15, high: 423.15, resolution: 0.1 },
  volts: { name: 'Volts', query: 'MEAS:VOLT:DC?', low: -60, high: 60, resolution: 0.01 },
  amps: { name: 'Amps', query: 'MEAS:CURR:DC?', low: -100, high: 100, resolution: 0.1 },
  resistance: { name: 'Resistance', query: 'MEAS:RES?', low: 0, high: 4e4, resolution: 0.01 },
  flow: { name: 'Flow', query: 'MEAS:FLOW?', low: 0, high: 1e-3, resolution: 1e-3 / 3600 },
};
const DIMENSIONS = Object.keys(USUAL) as Dimension[];

/** Instruments on the shop’s network that the server reads. */
export function InstrumentsView() {
  const [adding, setAdding] = useState(false);
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center justify-between gap-3">
        <p className="max-w-[640px] text-soft">
          Gauges and meters with a network port that answer a line of text with a number (SCPI, IEC 60488).
          Their readings go into a test live; anything else is typed.
        </p>
        <button
          type="button"
          className="btn btn-main"
          aria-expanded={adding}
          onClick={() => setAdding(!adding)}
        >
          <Plus size={18} aria-hidden /> Add an instrument
        </button>
      </div>
      {adding && <AddForm onDone={() => setAdding(false)} />}
      <Own />
      <ShopInstruments lead open />
    </>
  );
}

/** Real ones can be taken off again; what was read with them keeps their name. */
function Own() {
  const own = (useInstruments().data ?? []).filter((i) => !i.simulated);
  const remove = useRemoveInstrument();
  if (own.length === 0) return null;
  return (
    <ul className="mt-4 border-b-2 border-ink" aria-label="Instruments of the shop">
      {own.map((i) => (
        <li key={i.id} className="flex min-h-[56px] flex-wrap items-center gap-3 border-t-2 border-ink">
          <span className="grow text-lg font-semibold">{i.name}</span>
          <button
            type="button"
            className="btn btn-small"
            disabled={remove.isPending}
            onClick={() => remove.mutate(i.id)}
          >
            Remove
          </button>
        </li>
      ))}
      <Trouble of={remove.error} />
    </ul>
  );
}

function AddForm({ onDone }: { readonly onDone: () => void }) {
  const add = useAddInstrument();
  const format = useFormat();
  const [reads, setReads] = useState<readonly Reads[]>([]);
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const trouble = fieldTrouble(add.error);
  const put = (dimension: Dimension, more: Partial<Reads>) =>
    setReads((all) => all.map((r) => (r.dimension === dimension ? { ...r, ...more } : r)));
  const field = (name: string, label: string, more: object = {}) => (
    <FormField
      label={label}
      name={name}
      autoComplete="off"
      value={texts[name] ?? ''}
      onChange={(e) => setTexts((t) => ({ ...t, [name]: e.target.value }))}
      error={trouble[name]}
      {...more}
    />
  );
  return (
    <GuardedForm
      className="mt-4 border-2 border-ink bg-paper p-4"
      onAct={() => {
        const { name = '', host = '', port = '', calibratedOn = '' } = texts;
        add.mutate(
          { name, host, port: Number(port), calibratedOn: calibratedOn || null, reads: [...reads] },
          { onSuccess: onDone },
        );
      }}
    >
      <div className="grid grid-cols-4 gap-3 max-lg:grid-cols-2 max-md:grid-cols-1">
        {field('name', 'What it is called', { maxLength: 80 })}
        {field('host', 'Its name or address on the network', { maxLength: 120, placeholder: '192.168.1.40' })}
        {field('port', 'Port', { inputMode: 'numeric', placeholder: '5025' })}
        {field('calibratedOn', 'Calibrated on', { type: 'date' })}
      </div>
      <fieldset className="mt-3">
        <legend className="label text-sm text-soft">What it reads</legend>
        <div className="flex flex-wrap gap-x-4">
          {DIMENSIONS.map((dimension) => (
            <label key={dimension} className="flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={reads.some((r) => r.dimension === dimension)}
                onChange={(e) => {
                  const { name: _, ...usual } = USUAL[dimension];
                  setReads((all) =>
                    e.target.checked
                      ? [...all, { dimension, ...usual }]
                      : all.filter((r) => r.dimension !== dimension),
                  );
                }}
              />
              {USUAL[dimension].name}
            </label>
          ))}
        </div>
      </fieldset>
      {reads.map((r) => (
        <div
          key={r.dimension}
          className="mt-2 grid grid-cols-4 items-start gap-3 border-t border-rule pt-2 max-lg:grid-cols-2 max-md:grid-cols-1"
        >
          <FormField
            label={`${USUAL[r.dimension].name}: what it is asked`}
            value={r.query}
            maxLength={60}
            autoComplete="off"
            onChange={(e) => put(r.dimension, { query: e.target.value })}
            hint="it answers in SI units"
          />
          <QuantityField
            label="Reads from"
            dimension={r.dimension}
            value={r.low}
            onCommit={(low) => put(r.dimension, { low })}
          />
          <QuantityField
            label="to"
            dimension={r.dimension}
            value={r.high}
            onCommit={(high) => put(r.dimension, { high })}
          />
          <p className="label pt-1 text-sm text-soft">in steps of {format(r.dimension, r.resolution, 2)}</p>
        </div>
      ))}
      <Trouble of={add.error} />
      <div className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-main" disabled={add.isPending || reads.length === 0}>
          Add it
        </button>
        <button type="button" className="btn border-0" onClick={onDone}>
          Close
        </button>
      </div>
    </GuardedForm>
  );
}
