import { highPressurePumps } from '@venula/core/document';
import type { StateResult } from '@venula/core/engine';
import { formatQuantity, type Dimension } from '@venula/core/quantities';
import { useFormat, useSettings } from '../../app/settings.ts';
import { useDoc, useJob, useOpenJob, useStates } from '../../job/job-context.ts';
import { ChartTable } from '../../ui/chart/chart-table.tsx';
import type { Reach } from '../../ui/chart/domain.ts';
import { LineChart, type Series } from '../../ui/chart/line-chart.tsx';
import { Envelope } from './envelope.tsx';

const idOf = (s: StateResult): string => s.state.id;

/** The whole pull: flows, the rail over the manifold and the duties, the operating state as a cursor in all of them. */
export function PullChart() {
  const states = useStates();
  const doc = useDoc();
  const low = highPressurePumps(doc).length > 0;
  const pull = states.filter((s) => s.state.kind === 'pull');
  if (pull.length < 2)
    return (
      <p className="text-soft">
        {doc.brief.pull.length < 2 ? 'The pull needs two points to be drawn.' : 'Working out the pull…'}
      </p>
    );
  return (
    <div className="grid grid-cols-2 gap-4 max-lg:grid-cols-1">
      <OverRpm
        pull={pull}
        title="Flow"
        y={{ dimension: 'flow', zero: true }}
        series={[
          { name: 'engine takes', color: 'var(--ink)', of: (s) => s.state.draw },
          { name: 'plan delivers', color: 'var(--feed)', dash: '9 5', of: (s) => s.values?.available },
          { name: 'bypassed', color: 'var(--return)', dash: '16 6', of: (s) => s.values?.bypassFlow },
        ]}
      />
      <OverRpm
        pull={pull}
        title={low ? 'Low side' : 'Rail over manifold'}
        y={{ dimension: 'pressure', least: 10e3 }}
        series={
          low
            ? [
                { name: 'low side', color: 'var(--feed)', of: (s) => s.values?.railGauge },
                { name: 'floor', color: 'var(--ink)', dash: '2 4', of: (s) => s.values?.least },
              ]
            : [
                { name: 'rail over manifold', color: 'var(--feed)', of: (s) => s.values?.railDifferential },
                { name: 'base', color: 'var(--ink)', dash: '2 4', of: () => doc.brief.basePressurePa },
              ]
        }
      />
      <OverRpm
        pull={pull}
        title="Duty"
        y={{ dimension: 'fraction', zero: true }}
        series={[
          { name: 'pump', color: 'var(--feed)', of: pumpDuty },
          { name: 'injectors', color: 'var(--ink)', dash: '9 5', of: (s) => s.values?.injectorDuty },
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

function OverRpm({
  pull,
  title,
  y,
  series,
}: {
  readonly pull: readonly StateResult[];
  readonly title: string;
  readonly y: { readonly dimension: Dimension } & Reach;
  readonly series: readonly Series<StateResult>[];
}) {
  const chosen = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  return (
    <LineChart
      title={title}
      rows={pull}
      id={idOf}
      x={{ dimension: 'engineSpeed', of: (s) => s.state.rpm, atPoints: true }}
      y={y}
      series={series}
      chosen={chosen}
      onChoose={selectState}
      empty="The pull needs two points to be drawn."
      numbers="elsewhere"
    />
  );
}

function PullTable({ pull }: { readonly pull: readonly StateResult[] }) {
  const chosen = useJob((job) => job.stateId);
  const { selectState } = useOpenJob();
  const { units } = useSettings();
  const low = useJob((job) => highPressurePumps(job.doc).length > 0);
  const format = useFormat();
  const flow = (v: number | null | undefined) =>
    v === null || v === undefined ? '–' : formatQuantity('flow', v, units).text;
  const share = (v: number | null | undefined) =>
    v === null || v === undefined ? '–' : format('fraction', v);
  return (
    <ChartTable
      caption="The pull in numbers"
      className="col-span-full"
      rows={pull}
      id={idOf}
      chosen={chosen}
      onChoose={selectState}
      columns={[
        { name: 'rpm', strong: true, cell: (s) => s.state.rpm.toFixed(0) },
        { name: 'Manifold', cell: (s) => format('manifold', s.state.manifold) },
        { name: 'Takes', cell: (s) => flow(s.state.draw) },
        { name: 'Delivers', cell: (s) => flow(s.values?.available) },
        { name: 'To spare', strong: true, cell: (s) => share(s.values?.margin) },
        { name: 'Bypassed', cell: (s) => flow(s.values?.bypassFlow) },
        {
          name: low ? 'Low side' : 'Rail over manifold',
          cell: (s) =>
            s.values ? format('pressure', low ? s.values.railGauge : s.values.railDifferential) : '–',
        },
        { name: 'Pump duty', cell: (s) => share(pumpDuty(s)) },
        { name: 'Injector duty', cell: (s) => share(s.values?.injectorDuty) },
        {
          name: 'At the pump',
          cell: (s) => s.values?.pumps.map((p) => format('volts', p.volts, 1)).join(', ') ?? '–',
        },
      ]}
    />
  );
}
