import { atPlace } from '@venula/core/quantities';
import { useDoc } from '../../job/job-context.ts';
import { LineChart } from '../../ui/chart/line-chart.tsx';
import { JUDGE, RANK } from '../../workers/plan-client.ts';
import { useAnswer } from '../../workers/use-answer.ts';

/** What the plan can feed over boost, with the pull's own points in it: where there is room, and where it ends. */
export function Envelope() {
  const doc = useDoc();
  const { answer, fault, again } = useAnswer(
    JUDGE,
    'envelope',
    doc,
    (api, plan) => api.envelope(plan),
    RANK.compare,
  );
  return (
    <LineChart
      title={`Power ${atPlace(doc.brief.powerBasis)} this plan feeds with the margin wanted, by boost`}
      rows={answer ?? []}
      id={(p) => String(p.boostPa)}
      x={{ dimension: 'pressure', of: (p) => p.boostPa }}
      y={{ dimension: 'power', zero: true }}
      series={[{ name: 'plan feeds', color: 'var(--feed)', width: 3, of: (p) => p.powerW }]}
      marks={{
        name: 'the pull',
        at: doc.brief.pull.map((p) => ({ x: Math.max(0, p.boostPa), y: p.powerW })),
      }}
      empty={answer === null ? 'Working it out…' : 'This plan feeds no power at any boost.'}
      fault={fault === null ? null : { why: fault, again }}
      numbers="folded"
    />
  );
}
