import { LineChart } from '../../ui/chart/line-chart.tsx';
import { useWidth } from '../../ui/use-size.ts';
import type { HoldPoint } from '../../job/record/readings.ts';

/** Pressure as read and, dashed, with the temperature change taken out. The table beside it holds the same numbers. */
export function DecayChart({
  points,
  barometricPa,
  corrected: withTemperature = true,
}: {
  readonly points: readonly HoldPoint[];
  readonly barometricPa: number;
  /** Gas: with the temperature change taken out as a second line. */
  readonly corrected?: boolean;
}) {
  const first = points[0];
  const corrected = (p: HoldPoint): number =>
    ((p.pressurePa + barometricPa) * first!.kelvin) / p.kelvin - barometricPa;
  const [frame, width] = useWidth<HTMLDivElement>(640);
  return (
    <div ref={frame} className="max-w-[680px]">
      <LineChart
        title="Pressure held"
        rows={points}
        id={(p) => p.id}
        x={{ dimension: 'time', of: (p) => p.atS, least: 60 }}
        y={{ dimension: 'pressure', least: 1e3, decimals: 2 }}
        size={{ width, height: 220 }}
        straight
        series={[
          {
            name: 'as read',
            color: 'var(--feed)',
            width: 3.5,
            of: (p) => p.pressurePa,
            dots: (p) => (p.waiting ? 'open' : 'full'),
          },
          ...(withTemperature
            ? [{ name: 'temperature taken out', color: 'var(--return)', dash: '8 5', of: corrected }]
            : []),
        ]}
        empty={first ? 'One reading so far: the line begins with the next.' : 'No reading yet.'}
        numbers="elsewhere"
      />
    </div>
  );
}
