import { GAUGE_MOST_PA } from '@venula/core/prove';
import { editText } from '@venula/core/quantities';
import { Radio } from 'lucide-react';
import { useEffect, useEffectEvent, useState } from 'react';
import { useLive, type SetBench } from '../../api/instruments.ts';
import type { RunRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { LiveFigure } from '../../job/record/live/live-figure.tsx';
import { useTold } from '../../job/record/live/live-reading.tsx';
import { useProbe } from '../../job/record/live/probe-context.tsx';
import {
  useInstrumentFor,
  type ChosenInstrument,
  type ReadBy,
} from '../../job/record/live/use-instrument-for.ts';
import type { HoldPoint } from '../../job/record/readings.ts';
import { useNote } from '../../job/record/use-run.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { ReadingField } from '../../ui/reading-field.tsx';

interface Props {
  readonly run: RunRow;
  readonly place: string;
  readonly points: readonly HoldPoint[];
  /** What a simulated line is told when the gauge is put on it. */
  readonly setting: SetBench;
  /** What else a reading says. */
  readonly extra?: Readonly<Record<string, unknown>>;
}

/** Readings of a hold: typed, or from the gauge, one by one or every half minute; each can be corrected. */
export function HoldReadings({ run, place, points, setting, extra = {} }: Props) {
  const note = useNote(run.id);
  const format = useFormat();
  const [correcting, setCorrecting] = useState<HoldPoint | null>(null);
  const take = (pressurePa: number, kelvin: number, by?: ReadBy): void => {
    note(
      'pressure',
      { pressurePa, kelvin, ...extra, ...(by ? { by } : {}) },
      correcting ? run.readings.find((r) => r.id === correcting.id) : undefined,
    );
    setCorrecting(null);
  };
  return (
    <div>
      <LiveHold place={place} setting={setting} onTake={take} />
      <ReadingForm
        key={correcting?.id ?? 'new'}
        most={Number(run.setup['gaugeMaxPa'] ?? GAUGE_MOST_PA)}
        last={points.at(-1)}
        correcting={correcting}
        onTake={take}
      />
      <table className="mt-2 w-full text-sm">
        <caption className="sr-only">Readings of the hold</caption>
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            <th scope="col" className="cell num py-1">
              After
            </th>
            <th scope="col" className="cell num py-1">
              Pressure
            </th>
            <th scope="col" className="cell num py-1">
              Line
            </th>
            <th scope="col" className="sr-only">
              Correct
            </th>
          </tr>
        </thead>
        <tbody>
          {points.map((p) => (
            <tr key={p.id} className="border-b border-rule">
              <td className="cell num py-1">{format('time', p.atS)}</td>
              <td className="cell num py-1 font-semibold">{format('pressure', p.pressurePa, 2)}</td>
              <td className="cell num py-1">{format('temperature', p.kelvin)}</td>
              <td className="cell py-1">
                <button
                  type="button"
                  className="min-h-[44px] min-w-[44px] text-sm underline"
                  disabled={p.waiting}
                  onClick={() => setCorrecting(p)}
                >
                  {p.waiting ? 'Not sent yet' : 'Edit'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function ReadingForm({
  most,
  last,
  correcting,
  onTake,
}: {
  readonly most: number;
  readonly last: HoldPoint | undefined;
  readonly correcting: HoldPoint | null;
  readonly onTake: (pressurePa: number, kelvin: number) => void;
}) {
  const format = useFormat();
  const { units } = useSettings();
  const [pressurePa, setPressure] = useState<number | null>(correcting?.pressurePa ?? null);
  const [kelvin, setKelvin] = useState<number | null>(correcting?.kelvin ?? null);
  // A new form for each reading: nothing of the one before is left in it.
  const [taken, setTaken] = useState(0);
  return (
    <GuardedForm
      className="rounded-sm bg-well p-3"
      onAct={() => {
        if (pressurePa === null || kelvin === null) return;
        onTake(pressurePa, kelvin);
        setPressure(null);
        setKelvin(null);
        setTaken(taken + 1);
      }}
    >
      <div className="grid grid-cols-2 gap-2" key={taken}>
        <ReadingField
          label="Gauge reads"
          dimension="pressure"
          range={{ min: 0, max: most }}
          start={correcting ? editText('pressure', correcting.pressurePa, units, 5) : ''}
          {...(last ? { before: format('pressure', last.pressurePa, 2) } : {})}
          onRead={setPressure}
        />
        <ReadingField
          label="Line temperature"
          dimension="temperature"
          range={{ min: 233, max: 353 }}
          start={correcting ? editText('temperature', correcting.kelvin, units, 5) : ''}
          {...(last ? { before: format('temperature', last.kelvin) } : {})}
          onRead={setKelvin}
        />
      </div>
      <button
        type="submit"
        className="btn btn-main mt-2 w-full"
        disabled={pressurePa === null || kelvin === null}
      >
        {correcting ? 'Replace that reading' : 'Take the reading now'}
      </button>
      <p className="label mt-1 text-xs text-soft">
        {pressurePa === null || kelvin === null
          ? 'Type what gauge and thermometer show.'
          : 'The time is taken as you press.'}
      </p>
    </GuardedForm>
  );
}

/** How often a reading is taken by itself, s. */
const EVERY_S = 30;

/** The gauge on the line: one press takes pressure and temperature, or the page does every half minute. */
function LiveHold(props: Pick<Props, 'place' | 'setting'> & { readonly onTake: Take }) {
  const gauge = useInstrumentFor('pressure');
  const { at, put } = useProbe();
  if (!gauge) return null;
  return at === props.place ? (
    <Watching {...props} gauge={gauge} onLeave={() => put(null)} />
  ) : (
    <button type="button" className="btn mb-2 w-full" onClick={() => put(props.place)}>
      <Radio size={18} aria-hidden /> Gauge on the line
    </button>
  );
}

type Take = (pressurePa: number, kelvin: number, by: ReadBy) => void;

function Watching({
  setting,
  gauge,
  onTake,
  onLeave,
}: {
  readonly setting: SetBench;
  readonly gauge: ChosenInstrument;
  readonly onTake: Take;
  readonly onLeave: () => void;
}) {
  const told = useTold(gauge.chosen.simulated ? setting : null);
  const thermometer = gauge.chosen.reads.some((r) => r.dimension === 'temperature');
  const pressure = useLive(told === 'yes' ? gauge.chosen.id : undefined, 'pressure');
  const warmth = useLive(told === 'yes' && thermometer ? gauge.chosen.id : undefined, 'temperature');
  const [typedK, setTypedK] = useState<number | null>(null);
  const [alone, setAlone] = useState(false);
  const kelvin = warmth.state === 'reading' ? warmth.value : typedK;
  const ready = pressure.state === 'reading' && kelvin !== null;
  const take = (): void => {
    if (pressure.state === 'reading' && kelvin !== null) onTake(pressure.value, kelvin, gauge.by);
  };
  const takeByItself = useEffectEvent(take);
  useEffect(() => {
    if (!alone) return;
    const timer = window.setInterval(() => takeByItself(), EVERY_S * 1000);
    return () => window.clearInterval(timer);
  }, [alone]);
  return (
    <div className="mb-2 rounded-sm bg-well p-3" role="group" aria-label="Gauge on the line">
      <LiveFigure live={pressure} dimension="pressure" instrument={gauge} decimals={2} />
      {!thermometer && (
        <ReadingField
          label="Line temperature"
          dimension="temperature"
          range={{ min: 233, max: 353 }}
          onRead={setTypedK}
        />
      )}
      {told !== 'yes' && told !== 'asking' && (
        <p role="alert" className="font-semibold text-stop">
          {told.why}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="btn btn-main grow" disabled={!ready} onClick={take}>
          Take it
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          Done
        </button>
      </div>
      <label className="flex min-h-[44px] items-center gap-2">
        <input
          type="checkbox"
          className="size-6"
          checked={alone}
          onChange={(e) => {
            setAlone(e.target.checked);
            if (e.target.checked) take();
          }}
        />
        Take one every {EVERY_S} s
      </label>
    </div>
  );
}
