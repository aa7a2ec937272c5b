import { formatQuantity, fromSi, shownUnit, type Dimension } from '@venula/core/quantities';
import { curveMonotoneX, line, scaleLinear } from 'd3';
import { useSettings } from '../../app/settings.ts';
import { LaneFaultNote } from '../lane-fault-note.tsx';
import { BaseAxis, RightAxis, ValueAxis, type Plot } from './axes.tsx';
import { ChartTable, type Column } from './chart-table.tsx';
import { domainOf, type Reach } from './domain.ts';
import { stillFits, useHeld, type Ends } from './use-held.ts';
import { useCursor } from './use-cursor.ts';

export interface Series<R> {
  readonly name: string;
  readonly color: string;
  readonly dash?: string;
  readonly width?: number;
  /** SI; nothing where there is no value. */
  readonly of: (row: R) => number | null | undefined;
  /** Points of their own: filled, or open where they are not settled yet. */
  readonly dots?: (row: R) => 'full' | 'open';
  /** Read off the axis at the right. */
  readonly right?: true;
}

export interface LineChartProps<R> {
  readonly title: string;
  readonly rows: readonly R[];
  readonly id: (row: R) => string;
  readonly x: {
    readonly dimension: Dimension;
    readonly of: (row: R) => number;
    /** Least it spans, SI. */
    readonly least?: number;
    /** Numbers stand at the points themselves. */
    readonly atPoints?: true;
  };
  readonly y: { readonly dimension: Dimension; readonly decimals?: number } & Reach;
  readonly right?: { readonly dimension: Dimension } & Reach;
  readonly series: readonly Series<R>[];
  /** Points of something else, in SI. */
  readonly marks?: {
    readonly name: string;
    readonly at: readonly { readonly x: number; readonly y: number }[];
  };
  /** Straight from point to point: what was read, not a law. */
  readonly straight?: true;
  readonly chosen?: string;
  readonly onChoose?: (id: string) => void;
  readonly size?: { readonly width: number; readonly height: number };
  /** Said where there are too few points to draw. */
  readonly empty: string;
  readonly fault?: { readonly why: string; readonly again: () => void } | null;
  /** Where the numbers stand: under the chart behind a line to open, or in a table of the caller’s own. */
  readonly numbers: 'folded' | 'elsewhere';
  readonly className?: string;
}

const FEWEST = 2;

/** Values over one axis: lines, their numbers read at a cursor by touch, mouse or arrow keys, and a table twin. */
export function LineChart<R>(props: LineChartProps<R>) {
  const { title, rows, fault, empty, size = { width: 390, height: 150 }, className = '' } = props;
  if (fault)
    return <LaneFaultNote what={`“${title}” could not be drawn`} why={fault.why} again={fault.again} />;
  if (rows.length < FEWEST)
    return (
      <p
        className={`grid place-items-center bg-well p-3 text-center text-soft ${className}`}
        style={{ aspectRatio: `${size.width} / ${size.height}` }}
      >
        {empty}
      </p>
    );
  return <Drawn {...props} size={size} />;
}

function Drawn<R>({
  title,
  rows,
  id,
  x: over,
  y: up,
  right,
  series,
  marks,
  straight,
  chosen,
  onChoose,
  size = { width: 390, height: 150 },
  numbers,
  className = '',
}: LineChartProps<R>) {
  const { units } = useSettings();
  const across = shownUnit(over.dimension, units);
  const unit = shownUnit(up.dimension, units);
  const rightUnit = right && shownUnit(right.dimension, units);
  const plot: Plot = { left: 46, right: size.width - (right ? 40 : 14), top: 18, bottom: size.height - 38 };

  const valuesOf = (of: readonly Series<R>[]): number[] =>
    rows.flatMap((r) => of.flatMap((s) => s.of(r) ?? []));
  const [firstX, lastX] = [over.of(rows[0]!), over.of(rows.at(-1)!)];
  const endX = Math.max(lastX, firstX + (over.least ?? 0), firstX + Number.EPSILON);
  const x = scaleLinear([fromSi(firstX, across), fromSi(endX, across)], [plot.left, plot.right]);
  const mine = [...valuesOf(series.filter((s) => !s.right)), ...(marks?.at.map((m) => m.y) ?? [])];
  const ends = useHeldEnds(mine, up);
  const rightEnds = useHeldEnds(valuesOf(series.filter((s) => s.right)), right ?? {});
  const y = scaleLinear(
    ends.map((v) => fromSi(v, unit)),
    [plot.bottom, plot.top],
  );
  const other = rightUnit
    ? scaleLinear(
        rightEnds.map((v) => fromSi(v, rightUnit)),
        [plot.bottom, plot.top],
      )
    : null;
  const xOf = (row: R): number => x(fromSi(over.of(row), across));
  const yOf = (s: Series<R>, value: number): number =>
    s.right && other && rightUnit ? other(fromSi(value, rightUnit)) : y(fromSi(value, unit));
  const drawn = (s: Series<R>): string => {
    const way = line<R>(xOf, (r) => yOf(s, s.of(r) ?? 0)).defined((r) => typeof s.of(r) === 'number');
    return (straight ? way : way.curve(curveMonotoneX))([...rows]) ?? '';
  };

  const said = (s: Series<R>, row: R): string => {
    const value = s.of(row);
    if (typeof value !== 'number') return '–';
    return formatQuantity(s.right && right ? right.dimension : up.dimension, value, units, up.decimals).text;
  };
  const where = (row: R): string => formatQuantity(over.dimension, over.of(row), units).text;
  const cursor = useCursor(
    rows.length,
    (i) => xOf(rows[i]!),
    size.width,
    chosen === undefined ? -1 : rows.findIndex((r) => id(r) === chosen),
    onChoose && ((i) => onChoose(id(rows[i]!))),
  );
  const read = rows[cursor.at];

  return (
    <figure className={className}>
      <figcaption className="label flex min-h-[2.2rem] flex-wrap content-start gap-x-3 text-xs text-soft">
        <strong>
          {title}, {unit.symbol}
          {read !== undefined && <span className="text-ink"> · {where(read)}</span>}
        </strong>
        {series.map((s) => (
          <span key={s.name} className="flex items-center gap-1">
            <svg width="26" height="6" aria-hidden>
              <line x1="0" x2="26" y1="3" y2="3" stroke={s.color} strokeWidth="3" strokeDasharray={s.dash} />
            </svg>
            {s.name}
            {read !== undefined && <strong className="text-ink tabular-nums">{said(s, read)}</strong>}
          </span>
        ))}
        {marks && (
          <span className="flex items-center gap-1">
            <svg width="10" height="10" aria-hidden>
              <circle cx="5" cy="5" r="4.5" fill="var(--ink)" />
            </svg>
            {marks.name}
          </span>
        )}
      </figcaption>
      <svg
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="w-full touch-pan-y"
        role="slider"
        tabIndex={0}
        aria-label={`${title}, read with the arrow keys`}
        aria-valuemin={firstX}
        aria-valuemax={endX}
        aria-valuenow={read === undefined ? firstX : over.of(read)}
        aria-valuetext={
          read === undefined
            ? 'no point chosen'
            : [where(read), ...series.map((s) => `${s.name} ${said(s, read)}`)].join(', ')
        }
        {...cursor.on}
      >
        <ValueAxis
          ticks={y.ticks(Math.max(2, Math.round((plot.bottom - plot.top) / 32)))}
          at={y}
          plot={plot}
          unit={unit.symbol}
        />
        {other && rightUnit && <RightAxis scale={other} plot={plot} unit={rightUnit.symbol} />}
        <BaseAxis
          ticks={over.atPoints ? rows.map((r) => fromSi(over.of(r), across)) : x.ticks(6)}
          at={x}
          plot={plot}
          unit={across.symbol}
        />
        {read !== undefined && (
          <line
            x1={xOf(read)}
            x2={xOf(read)}
            y1={plot.top}
            y2={plot.bottom}
            stroke="var(--mark)"
            strokeWidth={4}
            data-cursor={id(read)}
          />
        )}
        {series.map((s) => (
          <path
            key={s.name}
            d={drawn(s)}
            fill="none"
            stroke={s.color}
            strokeWidth={s.width ?? 2.8}
            strokeDasharray={s.dash}
            data-series={s.name}
          />
        ))}
        {series.flatMap((s) =>
          rows.map((row) => {
            const value = s.of(row);
            const here = row === read;
            if (typeof value !== 'number' || (!s.dots && !here)) return null;
            return (
              <circle
                key={`${s.name} ${id(row)}`}
                cx={xOf(row)}
                cy={yOf(s, value)}
                r={here ? 6 : 4.5}
                fill={s.dots?.(row) === 'open' ? 'var(--paper)' : s.color}
                stroke={here ? 'var(--ink)' : s.color}
                strokeWidth={2}
              />
            );
          }),
        )}
        {marks?.at.map((m) => (
          <circle
            key={`${m.x} ${m.y}`}
            cx={x(fromSi(Math.min(endX, Math.max(firstX, m.x)), across))}
            cy={y(fromSi(m.y, unit))}
            r={4.5}
            fill="var(--ink)"
          />
        ))}
      </svg>
      {numbers === 'folded' && (
        <details className="text-sm">
          <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-xs text-soft underline">
            The numbers
          </summary>
          <ChartTable
            caption={title}
            rows={rows}
            id={id}
            columns={[
              { name: across.symbol, cell: where },
              ...series.map((s): Column<R> => ({ name: s.name, cell: (row) => said(s, row) })),
            ]}
          />
        </details>
      )}
    </figure>
  );
}

/** The ends of a value axis in SI, held while the values still fit. */
function useHeldEnds(values: readonly number[], reach: Reach): Ends {
  const wanted = domainOf(values, reach);
  return useHeld(wanted, (held) => stillFits(held, wanted));
}
