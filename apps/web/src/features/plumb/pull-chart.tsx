import type { StateResult } from '@venula/core/engine';
import { formatQuantity, shownUnit, type Dimension } from '@venula/core/quantities';
import { curveMonotoneX, extent, line, scaleLinear } from 'd3';
import { useFormat, useSettings } from '../../app/settings.ts';
import { Envelope } from './envelope.tsx';
import { ValueGrid } from '../../ui/value-grid.tsx';
import { useDoc, useJob, useLive, useOpenJob } from '../../job/job-context.ts';

interface Series {
  readonly name: string;
  readonly color: string;
  readonly dash?: string;
  readonly of: (s: StateResult) => number | null | undefined;
}

const W = 390;
const H = 150;
const PAD = { left: 40, right: 20, top: 14, bottom: 20 };

/** The whole pull: flows on the left, the rail over the manifold on the right, the operating state as a cursor. */
export function PullChart() {
  const live = useLive();
  const doc = useDoc();
  const pull = live.states.filter((s) => s.state.kind === 'pull');
  if (pull.length < 2) return <p className="text-soft">The pull needs two points to be drawn.</p>;
  return (
    <div className="grid grid-cols-2 gap-4">
      <Chart
        pull={pull}
        dimension="flow"
        title="Flow"
        series={[
          { name: 'engine takes', color: 'var(--ink)', of: (s) => s.state.draw },
          { name: 'plan delivers', color: 'var(--feed)', dash: '9 5', of: (s) => s.values?.available },
          { name: 'bypassed', color: 'var(--return)', dash: '16 6', of: (s) => s.values?.bypassFlow },
        ]}
      />
      <Chart
        pull={pull}
        dimension="pressure"
        title="Rail over manifold"
        least={10e3}
        series={[
          { name: 'rail over manifold', color: 'var(--feed)', of: (s) => s.values?.railDifferential },
          { name: 'base', color: 'var(--ink)', dash: '2 4', of: () => doc.brief.basePressurePa },
        ]}
      />
      <Chart
        pull={pull}
        dimension="fraction"
        title="Duty"
        series={[
          { name: 'pump', color: 'var(--feed)', of: pumpDuty },
          {
            name: 'injectors',
            color: 'var(--ink)',
            dash: '9 5',
            of: (s) => s.values?.injectorDuty ?? undefined,
          },
          {
            name: 'injector limit',
            color: 'var(--ink)',
            dash: '2 4',
            of: () => doc.brief.injectors.dutyLimit,
          },
        ]}
      />
      <Envelope />
      <PullTable pull={pull} />
    </div>
  );
}

/** Share of what the feed side can deliver that the engine takes. */
const pumpDuty = (s: StateResult): number | null =>
  s.values?.available ? s.state.draw / s.values.available : null;

function Chart({
  pull,
  series,
  dimension,
  title,
  least = 0,
}: {
  readonly pull: readonly StateResult[];
  readonly series: readonly Series[];
  readonly dimension: Dimension;
  readonly title: string;
  readonly least?: number;
}) {
  const stateId = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  const { units } = useSettings();
  const unit = shownUnit(dimension, units);
  const all = pull.flatMap((s) => series.flatMap((c) => c.of(s) ?? []));
  const [lo = 0, hi = 1] = extent(all);
  const bottom = least > 0 ? Math.min(lo, (lo + hi) / 2 - least) : 0;
  const top = least > 0 ? Math.max(hi, (lo + hi) / 2 + least) : hi * 1.06;
  const x = scaleLinear([pull[0]!.state.rpm, pull.at(-1)!.state.rpm], [PAD.left, W - PAD.right]);
  const y = scaleLinear([bottom / unit.factor, top / unit.factor], [H - PAD.bottom, PAD.top]);
  return (
    <figure>
      <figcaption className="label flex flex-wrap gap-x-3 text-xs text-soft">
        <strong>
          {title}, {unit.symbol}
        </strong>
        {series.map((c) => (
          <span key={c.name} className="flex items-center gap-1">
            <svg width="26" height="6" aria-hidden>
              <line x1="0" x2="26" y1="3" y2="3" stroke={c.color} strokeWidth="3" strokeDasharray={c.dash} />
            </svg>
            {c.name}
          </span>
        ))}
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`${title} along the pull; the table below holds the numbers`}
      >
        <ValueGrid y={y} from={PAD.left} to={W - PAD.right} ticks={4} />
        {pull.map((s) => (
          <g key={s.state.id} className="cursor-pointer" onClick={() => selectState(s.state.id)}>
            <rect x={x(s.state.rpm) - 14} y={0} width={28} height={H} fill="transparent" />
            {s.state.id === stateId && (
              <line
                x1={x(s.state.rpm)}
                x2={x(s.state.rpm)}
                y1={PAD.top}
                y2={H - PAD.bottom}
                stroke="var(--mark)"
                strokeWidth={5}
              />
            )}
            <text
              x={x(s.state.rpm)}
              y={H - 6}
              textAnchor="middle"
              fontSize={11}
              style={{ fill: 'var(--soft)' }}
            >
              {s.state.rpm.toFixed(0)}
            </text>
          </g>
        ))}
        {series.map((c) => (
          <path
            key={c.name}
            d={
              line<StateResult>(
                (s) => x(s.state.rpm),
                (s) => y((c.of(s) ?? 0) / unit.factor),
              )
                .defined((s) => c.of(s) !== null && c.of(s) !== undefined)
                .curve(curveMonotoneX)([...pull]) ?? ''
            }
            fill="none"
            stroke={c.color}
            strokeWidth={2.6}
            strokeDasharray={c.dash}
          />
        ))}
      </svg>
    </figure>
  );
}

function PullTable({ pull }: { readonly pull: readonly StateResult[] }) {
  const stateId = useJob((job) => job.stateId);
  const { units } = useSettings();
  const format = useFormat();
  const flow = (v: number | null | undefined) =>
    v === null || v === undefined ? '–' : formatQuantity('flow', v, units).text;
  return (
    <table className="col-span-2 w-full text-sm">
      <caption className="sr-only">The pull in numbers</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {[
            'rpm',
            'Manifold',
            'Takes',
            'Delivers',
            'In hand',
            'Bypassed',
            'Rail over manifold',
            'Pump duty',
            'Injector duty',
            'At the pump',
          ].map((h) => (
            <th key={h} scope="col" className="num py-1 font-semibold">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {pull.map((s) => (
          <tr
            key={s.state.id}
            className={`border-b border-rule ${s.state.id === stateId ? 'bg-mark/25' : ''}`}
          >
            <td className="num py-1 font-semibold">{s.state.rpm.toFixed(0)}</td>
            <td className="num">{format('pressure', s.state.manifold)}</td>
            <td className="num">{flow(s.state.draw)}</td>
            <td className="num">{flow(s.values?.available)}</td>
            <td className="num font-semibold">
              {s.values?.margin != null ? format('fraction', s.values.margin) : '–'}
            </td>
            <td className="num">{flow(s.values?.bypassFlow)}</td>
            <td className="num">{s.values ? format('pressure', s.values.railDifferential) : '–'}</td>
            <td className="num">{pumpDuty(s) !== null ? format('fraction', pumpDuty(s)!) : '–'}</td>
            <td className="num">
              {s.values && s.values.injectorDuty !== null ? format('fraction', s.values.injectorDuty) : '–'}
            </td>
            <td className="num">
              {s.values?.pumps.map((p) => format('volts', p.volts, 1)).join(', ') ?? '–'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
