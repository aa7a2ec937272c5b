import type { EnvelopePoint } from '@venula/core/advise';
import { formatQuantity, shownUnit } from '@venula/core/quantities';
import { curveMonotoneX, line, max, scaleLinear } from 'd3';
import { useSettings } from '../../app/settings.ts';
import { useDoc } from '../../job/job-context.ts';
import { ValueGrid } from '../../ui/value-grid.tsx';
import { JUDGE, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';

const W = 390;
const H = 150;
const PAD = { left: 46, right: 12, top: 14, bottom: 24 };

/** What the plan can feed over boost, with the pull's own points in it: where there is room, and where it ends. */
export function Envelope() {
  const doc = useDoc();
  const { units } = useSettings();
  const points = useAnswer(JUDGE, 'envelope', doc, (api, plan) => api.envelope(plan), RANK.compare).answer;
  if (!points || points.length < 2) return null;
  const power = shownUnit('power', units);
  const boost = shownUnit('pressure', units);
  const x = scaleLinear([0, points.at(-1)!.boostPa / boost.factor], [PAD.left, W - PAD.right]);
  const most = Math.max(max(points, (p) => p.powerW) ?? 1, ...doc.brief.pull.map((p) => p.powerW));
  const y = scaleLinear([0, (most * 1.06) / power.factor], [H - PAD.bottom, PAD.top]);
  const at = (p: { readonly boostPa: number; readonly powerW: number }) =>
    [x(Math.max(0, p.boostPa) / boost.factor), y(p.powerW / power.factor)] as const;
  return (
    <figure>
      <figcaption className="label text-xs text-soft">
        <strong>Power fed with the margin asked, {power.symbol}</strong>, over boost in {boost.symbol}; dots:
        the pull
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`From ${formatQuantity('power', points[0]!.powerW, units).text} without boost to ${formatQuantity('power', points.at(-1)!.powerW, units).text} at ${formatQuantity('pressure', points.at(-1)!.boostPa, units).text}`}
      >
        <ValueGrid y={y} from={PAD.left} to={W - PAD.right} ticks={4} />
        {x.ticks(6).map((t) => (
          <text key={t} x={x(t)} y={H - 8} textAnchor="middle" fontSize={11} style={{ fill: 'var(--soft)' }}>
            {t}
          </text>
        ))}
        <path
          d={
            line<EnvelopePoint>(
              (p) => at(p)[0],
              (p) => at(p)[1],
            ).curve(curveMonotoneX)([...points]) ?? ''
          }
          fill="none"
          stroke="var(--feed)"
          strokeWidth={3}
        />
        {doc.brief.pull.map((p) => (
          <circle key={p.rpm} cx={at(p)[0]} cy={at(p)[1]} r={4.5} fill="var(--ink)" />
        ))}
      </svg>
    </figure>
  );
}
