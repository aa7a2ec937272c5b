import type { Dimension } from '@venula/core/quantities';
import { Radio } from 'lucide-react';
import { useEffect, useState } from 'react';
import { tell } from '../../../api/client.ts';
import { setBench, useLive, type SetBench } from '../../../api/instruments.ts';
import { useFormat } from '../../../app/settings.ts';
import { LiveFigure } from './live-figure.tsx';
import { useProbe } from './probe-context.tsx';
import { useInstrumentFor, type ChosenInstrument, type ReadBy } from './use-instrument-for.ts';

interface Props {
  /** Where the probe is put: one place of its own on the page. */
  readonly place: string;
  readonly what: string;
  readonly dimension: Dimension;
  /** What a simulated car is told. */
  readonly setting: SetBench;
  readonly onKeep: (value: number, by: ReadBy) => void;
}

/** A button that puts the instrument here; then what it shows, and a button that keeps it. */
export function LiveReading(props: Props) {
  const instrument = useInstrumentFor(props.dimension);
  const { at, put } = useProbe();
  if (!instrument) return null;
  if (at !== props.place)
    return (
      <button
        type="button"
        className="btn"
        aria-label={`Read it live: ${props.what}`}
        onClick={() => put(props.place)}
      >
        <Radio size={18} aria-hidden /> Live
      </button>
    );
  return <Reading {...props} instrument={instrument} onLeave={() => put(null)} />;
}

function Reading({
  what,
  dimension,
  setting,
  instrument,
  onKeep,
  onLeave,
}: Props & { readonly instrument: ChosenInstrument; readonly onLeave: () => void }) {
  const format = useFormat();
  const told = useTold(instrument.chosen.simulated ? setting : null);
  const live = useLive(told === 'yes' ? instrument.chosen.id : undefined, dimension);
  return (
    <div className="w-full rounded-sm bg-well p-3" role="group" aria-label={`Live: ${what}`}>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <LiveFigure live={live} dimension={dimension} instrument={instrument} />
        <div className="flex gap-2">
          <button
            type="button"
            className="btn btn-main"
            disabled={live.state !== 'reading'}
            onClick={() => {
              if (live.state === 'reading') onKeep(live.value, instrument.by);
            }}
          >
            Keep{live.state === 'reading' ? ` ${format(dimension, live.value)}` : ''}
          </button>
          <button type="button" className="btn" onClick={onLeave}>
            Done
          </button>
        </div>
      </div>
      {told !== 'yes' && told !== 'asking' && (
        <p role="alert" className="mt-1 font-semibold text-stop">
          {told.why}
        </p>
      )}
      {live.state === 'lost' && (
        <p role="status" className="mt-1 text-fix">
          The instrument does not answer. It is tried again by itself; what it showed before is not kept.
        </p>
      )}
    </div>
  );
}

type Told = 'asking' | 'yes' | { readonly why: string };

/** Whether the simulated car knows where the probe is; a real one needs no telling. */
export function useTold(setting: SetBench | null): Told {
  const key = setting && JSON.stringify(setting);
  const [told, setTold] = useState<{ readonly key: string; readonly told: Told } | null>(null);
  useEffect(() => {
    if (key === null) return;
    let gone = false;
    setBench(JSON.parse(key) as SetBench).then(
      () => !gone && setTold({ key, told: 'yes' }),
      (e: unknown) => !gone && setTold({ key, told: { why: tell(e) } }),
    );
    return () => {
      gone = true;
    };
  }, [key]);
  if (key === null) return 'yes';
  return told?.key === key ? told.told : 'asking';
}
