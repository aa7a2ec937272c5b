import { DIMENSIONS, fromSi, parseQuantity, type Dimension } from '@venula/core/quantities';
import { useState } from 'react';
import { useSettings } from '../../app/settings.ts';
import { Choice } from '../../ui/choice.tsx';
import { SumFrame } from './sum-frame.tsx';

const OFFERED: readonly Dimension[] = [
  'pressure',
  'flow',
  'length',
  'bore',
  'power',
  'temperature',
  'volume',
  'fuelRate',
];
const START: Partial<Record<Dimension, string>> = {
  pressure: '58 psi',
  flow: '400 L/h',
  length: '11 ft 6 in',
  bore: '7.9 mm',
  power: '480 hp',
  temperature: '95 °F',
  volume: '1 gal',
  fuelRate: '0.6 lb/hp·h',
};

/** Any quantity as it is typed, in every unit the shop meets. */
export function ConvertSum() {
  const { units } = useSettings();
  const [dimension, setDimension] = useState<Dimension>('pressure');
  const [text, setText] = useState(START.pressure!);
  const read = parseQuantity(dimension, text, units);
  const spec = DIMENSIONS[dimension];
  return (
    <SumFrame
      tone={read.ok ? 'good' : 'fix'}
      sentence={read.ok ? `${text.trim()} is` : (read.errors[0]?.message ?? 'not readable')}
      second={read.ok ? '' : (read.errors[0]?.remedy ?? '')}
      known={
        <>
          <Choice
            label="What"
            value={dimension}
            options={OFFERED.map((value) => ({ value, label: DIMENSIONS[value].name }))}
            onChoose={(d) => {
              setDimension(d);
              setText(START[d] ?? '1');
            }}
          />
          <label className="label text-sm text-soft">
            Value with its unit
            <input
              className="field mt-0.5"
              value={text}
              maxLength={40}
              autoComplete="off"
              onChange={(e) => setText(e.target.value)}
            />
          </label>
        </>
      }
    >
      {read.ok && (
        <dl className="grid max-w-[420px] grid-cols-[1fr_auto] gap-y-1 text-xl">
          {spec.units.map((u) => (
            <div key={u.symbol} className="contents">
              <dd className="num border-b border-rule pr-3 font-semibold">
                {fromSi(read.value, u).toLocaleString('en-US', { maximumSignificantDigits: 6 })}
              </dd>
              <dt className="border-b border-rule text-soft">{u.symbol}</dt>
            </div>
          ))}
        </dl>
      )}
    </SumFrame>
  );
}
