import type { StateResult } from '@venula/core/engine';
import { formatQuantity } from '@venula/core/quantities';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useJob, useOpenJob, useStates } from '../../job/job-context.ts';
import { ChartTable } from '../../ui/chart/chart-table.tsx';
import { LineChart } from '../../ui/chart/line-chart.tsx';

const idOf = (s: StateResult): string => s.state.id;

/** What the engine takes along the pull and what the plan can deliver at that pressure, with its table twin. */
export function DemandChart() {
  const states = useStates();
  const fault = useJob((job) => job.live.fault);
  const chosen = useJob((job) => job.stateId);
  const { selectState, solveAgain } = useOpenJob();
  const { brief } = useDoc();
  const { units } = useSettings();
  const format = useFormat();
  const pull = states.filter((s) => s.state.kind === 'pull');
  return (
    <>
      <LineChart
        title="Fuel along the pull"
        rows={pull}
        id={idOf}
        x={{ dimension: 'engineSpeed', of: (s) => s.state.rpm }}
        y={{ dimension: 'flow', zero: true }}
        size={{ width: 280, height: 220 }}
        series={[
          {
            name: 'engine takes',
            color: 'var(--ink)',
            width: 3.5,
            of: (s) => s.state.draw,
            dots: () => 'full',
          },
          { name: 'plan delivers', color: 'var(--feed)', dash: '9 5', of: (s) => s.values?.available },
        ]}
        chosen={chosen}
        onChoose={selectState}
        empty={brief.pull.length < 2 ? 'The pull needs two points to be drawn.' : 'Working out the pull…'}
        fault={fault === null ? null : { why: fault, again: solveAgain }}
        numbers="elsewhere"
      />
      <ChartTable
        caption="Demand along the pull"
        className="mt-1"
        rows={pull}
        id={idOf}
        chosen={chosen}
        onChoose={selectState}
        columns={[
          { name: 'rpm', cell: (s) => s.state.rpm.toFixed(0) },
          { name: 'Takes', cell: (s) => format('flow', s.state.draw) },
          {
            name: 'Available',
            cell: (s) =>
              s.values?.available != null ? formatQuantity('flow', s.values.available, units).text : '–',
          },
          {
            name: 'To spare',
            strong: true,
            cell: (s) => (s.values?.margin != null ? format('fraction', s.values.margin) : '–'),
          },
        ]}
      />
    </>
  );
}
