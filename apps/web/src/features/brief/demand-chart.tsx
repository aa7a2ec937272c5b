import { curveMonotoneX, line, max, scaleLinear } from 'd3';
import { formatQuantity, shownUnit } from '@venula/core/quantities';
import { useFormat, useSettings } from '../../app/settings.ts';
import { ValueGrid } from '../../ui/value-grid.tsx';
import { useJob, useLive, useOpenJob } from '../../job/job-context.ts';

const W = 272;
const H = 210;
const PAD = { left: 34, right: 14, top: 16, bottom: 34 };

/** What the engine takes along the pull and what the plan can deliver at that pressure, with its table twin. */
export function DemandChart() {
  const live = useLive();
  const stateId = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  const { units } = useSettings();
  const format = useFormat();
  const pull = live.states.filter((s) => s.state.kind === 'pull');
  if (pull.length === 0) return null;
  const unit = shownUnit('flow', units);
  const top = (max(pull, (s) => Math.max(s.state.draw, s.values?.available ?? 0)) ?? 1) / unit.factor;
  const x = scaleLinear(
    [pull[0]!.state.rpm, Math.max(pull.at(-1)!.state.rpm, pull[0]!.state.rpm + 1)],
    [PAD.left, W - PAD.right],
  );
  const y = scaleLinear([0, top * 1.08], [H - PAD.bottom, PAD.top]);
  const path = (of: (s: (typeof pull)[number]) => number | null | undefined) =>
    line<(typeof pull)[number]>(
      (s) => x(s.state.rpm),
      (s) => y((of(s) ?? 0) / unit.factor),
    )
      .defined((s) => of(s) !== null && of(s) !== undefined)
      .curve(curveMonotoneX)(pull) ?? '';
  return (
    <figure>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label="Fuel taken and fuel available along the pull; the table below holds the numbers"
      >
        <ValueGrid y={y} from={PAD.left} to={W - PAD.right} ticks={5} />
        {x.ticks(4).map((t) => (
          <text key={t} x={x(t)} y={H - 14} textAnchor="middle" fontSize={12} style={{ fill: 'var(--soft)' }}>
            {t}
          </text>
        ))}
        <text x={W - PAD.right} y={H - 1} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
          rpm
        </text>
        <text x={PAD.left - 6} y={11} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
          {unit.symbol}
        </text>
        <path
          d={path((s) => s.values?.available)}
          fill="none"
          stroke="var(--feed)"
          strokeWidth={3}
          strokeDasharray="9 5"
        />
        <path d={path((s) => s.state.draw)} fill="none" stroke="var(--ink)" strokeWidth={3.5} />
        {pull.map((s) => (
          <circle
            key={s.state.id}
            cx={x(s.state.rpm)}
            cy={y(s.state.draw / unit.factor)}
            r={s.state.id === stateId ? 7 : 4}
            fill={s.state.id === stateId ? 'var(--mark)' : 'var(--ink)'}
            stroke="var(--ink)"
            strokeWidth={2}
          />
        ))}
        <text
          x={W - PAD.right}
          y={y(pull.at(-1)!.state.draw / unit.factor) - 14}
          textAnchor="end"
          fontSize={13}
          fontWeight={650}
        >
          engine takes
        </text>
        <text
          x={W - PAD.right}
          y={y((pull.at(-1)!.values?.available ?? 0) / unit.factor) + 18}
          textAnchor="end"
          fontSize={13}
          fontWeight={650}
          style={{ fill: 'var(--feed)' }}
        >
          plan delivers
        </text>
      </svg>
      <table className="mt-1 w-full text-sm">
        <caption className="sr-only">Demand along the pull</caption>
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            {['rpm', 'Takes', 'Available', 'In hand'].map((h) => (
              <th key={h} scope="col" className="cell num py-1 font-semibold">
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
              onClick={() => selectState(s.state.id)}
            >
              <td className="cell num py-1">{s.state.rpm.toFixed(0)}</td>
              <td className="cell num py-1">{format('flow', s.state.draw)}</td>
              <td className="cell num py-1">
                {s.values?.available != null ? formatQuantity('flow', s.values.available, units).text : '–'}
              </td>
              <td className="cell num py-1 font-semibold">
                {s.values?.margin != null ? format('fraction', s.values.margin) : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
