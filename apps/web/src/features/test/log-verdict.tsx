import type { LogOutcome, LogPoint } from '@venula/core/prove';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useWidth } from '../../ui/use-size.ts';
import { LineChart } from '../../ui/chart/line-chart.tsx';

const TONES: Readonly<Record<LogPoint['side'], string>> = {
  pass: 'text-good',
  low: 'text-stop',
  high: 'text-stop',
  unjudged: 'text-soft',
};
const WORDS: Readonly<Record<LogPoint['side'], string>> = {
  pass: 'In range',
  low: 'Too low',
  high: 'Too high',
  unjudged: 'Not judged',
};
const DURING: Readonly<Record<LogPoint['during'], string>> = {
  idle: 'Idle',
  cruise: 'Cruise',
  coasting: 'Coasting',
  pull: 'Pull',
};

/** The middle of a stretch: to ten revolutions and no finer. */
const toTens = (rpm: number): number => Math.round(rpm / 10) * 10;

/** What a log comes to: the sentence, what it usually is, and the pull beside the plan’s. */
export function LogVerdict({ file, outcome }: { readonly file: string; readonly outcome: LogOutcome }) {
  const format = useFormat();
  const [frame, width] = useWidth<HTMLDivElement>(640);
  const [pull, setPull] = useState<number | null>(null);
  const { points, steady, pulls, misses, usually, lowSide, troubles } = outcome;
  const what = lowSide ? 'on the low side' : 'over the manifold';
  if (pulls === 0 && misses.length === 0)
    return (
      <p className="mt-2 font-semibold text-fix" role="status" data-testid="log-verdict">
        No pull in {file}: throttle open and engine speed rising by 800 rpm within one gear.
      </p>
    );
  const least = (p: LogPoint): number => (p.dips ? p.lowest : p.differential);
  const low = [...points, ...steady].filter((p) => p.side === 'low');
  const worst = [...low].sort((a, b) => least(a) - a.expects!.low - (least(b) - b.expects!.low))[0];
  const shown = pull ?? Math.max(0, worst?.pull ?? 0);
  const own = points.filter((p) => p.pull === shown);
  return (
    <section className="mt-2" aria-label={`Log ${file}`}>
      <p
        className={`headline text-2xl ${misses.length > 0 ? 'text-stop' : 'text-good'}`}
        data-testid="log-verdict"
        role="status"
      >
        {worst
          ? `${worst.dips ? 'Dips' : 'Sags'} to ${format('pressure', least(worst))} ${what} ${worst.during === 'pull' ? `at ${format('engineSpeed', toTens(worst.rpm))}` : DURING[worst.during].toLowerCase()}; the plan holds ${format('pressure', worst.expects!.value)} there.`
          : misses.length > 0
            ? `${misses[0]!.does}: ${format(misses[0]!.dimension, misses[0]!.value)}.`
            : troubles.some((t) => t.what === 'stuck')
              ? 'A channel does not move: this log proves nothing.'
              : lowSide
                ? `The low side stays over the pump’s floor through ${pulls === 1 ? 'the pull' : `all ${pulls} pulls`}.`
                : `Fuel pressure holds over the manifold through ${pulls === 1 ? 'the pull' : `all ${pulls} pulls`}.`}
      </p>
      {usually.map((u) => (
        <p key={u} className="mt-1 border-l-4 border-stop pl-3">
          <strong>Usually:</strong> {u}
        </p>
      ))}
      {troubles.map((t) => (
        <p key={t.channel} className="mt-1 border-l-4 border-fix pl-3">
          <strong>{t.channel === 'fuelPa' ? 'Fuel pressure' : 'Manifold'}</strong>{' '}
          {t.what === 'stuck'
            ? `stands at ${format('pressure', t.at)} whatever the engine does: sensor, plug, or another channel. Nothing is judged by it.`
            : `ends at ${format('pressure', t.at)}, as a sensor at the end of its range does. Beyond that nothing is judged.`}
        </p>
      ))}
      {pulls > 1 && (
        <label className="label mt-2 block max-w-[200px] text-sm text-soft">
          Pull
          <select className="field mt-0.5" value={shown} onChange={(e) => setPull(Number(e.target.value))}>
            {Array.from({ length: pulls }, (_, i) => (
              <option key={i} value={i}>
                {i + 1} of {pulls}
                {points.some((p) => p.pull === i && p.side !== 'pass') ? ', off' : ''}
              </option>
            ))}
          </select>
        </label>
      )}
      <div ref={frame} className="mt-2 max-w-[680px]">
        <LineChart
          title={lowSide ? 'Low side, pull as driven' : 'Fuel pressure over manifold, pull as driven'}
          rows={own}
          id={(p) => `${p.pull} ${p.rpm}`}
          x={{ dimension: 'engineSpeed', of: (p) => p.rpm }}
          y={{ dimension: 'pressure', least: 50e3 }}
          size={{ width, height: 240 }}
          straight
          series={[
            {
              name: 'logged',
              color: 'var(--feed)',
              width: 3.5,
              of: (p) => p.differential,
              dots: () => 'full',
            },
            { name: 'plan', color: 'var(--return)', dash: '8 5', of: (p) => p.expects?.value },
            { name: 'least it may be', color: 'var(--stop)', dash: '2 4', of: (p) => p.expects?.low },
          ]}
          empty="One stretch of engine speed only: nothing to draw."
          numbers="elsewhere"
        />
      </div>
      <div className="max-w-full overflow-x-auto">
        <table className="mt-2 w-full min-w-[520px] text-sm">
          <caption className="sr-only">The pull in stretches of 500 rpm; idle, cruise and coasting</caption>
          <thead>
            <tr className="label border-b-2 border-ink text-soft">
              {/* What it comes to stands where a phone still shows it. */}
              {[
                'Speed',
                lowSide ? 'Low side' : 'Fuel over it',
                'Plan',
                '',
                'Manifold',
                'Volts',
                'Lambda',
              ].map((h) => (
                <th key={h} scope="col" className="cell num py-1">
                  {h || <span className="sr-only">Verdict</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...own, ...steady].map((p, i) => (
              <tr key={i} className="border-b border-rule">
                <td className="cell num py-1">
                  {p.during === 'pull' ? '' : `${DURING[p.during]}, `}
                  {format('engineSpeed', toTens(p.rpm))}
                </td>
                <td className="cell num py-1 font-semibold">{format('pressure', least(p))}</td>
                <td className="cell num py-1">{p.expects ? format('pressure', p.expects.value) : '–'}</td>
                <td className={`cell num py-1 font-semibold ${TONES[p.side]}`}>{WORDS[p.side]}</td>
                <td className="cell num py-1">{format('manifold', p.manifoldPa)}</td>
                <td className="cell num py-1">{p.volts === null ? '–' : format('volts', p.volts)}</td>
                <td className="cell num py-1">{p.lambda === null ? '–' : p.lambda.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
