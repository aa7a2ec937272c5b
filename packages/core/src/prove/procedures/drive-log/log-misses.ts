import type { JobDocument } from '../../../document/job-document.ts';
import type { Miss } from '../../measured.ts';
import { median } from './filtered.ts';
import type { LogPoint } from './log-outcome.ts';
import type { LogSeries } from './series.ts';

/** Leaner than this under boost or with the throttle open: lift (common practice for gasoline and ethanol alike). */
const LEAN = 0.95;
/** Ethanol may lie so far off the plan before it is another fuel, volume share. */
const ETHANOL_OFF = 0.05;
/** The least swing that is counted, Pa. */
export const SWING = 20e3;

/** What of a stretch is off, by name. */
export function missesOf(p: LogPoint, lowSide: boolean): Miss[] {
  const rests = p.during !== 'pull';
  const does = (what: string) =>
    rests
      ? `${what} ${p.during === 'coasting' ? 'while coasting' : `at ${p.during}`}`
      : `${what} at ${Math.round(p.rpm / 10) * 10} rpm, pull ${p.pull + 1}`;
  const id = rests ? `log:${p.during}:${Math.round(p.rpm)}` : `log:${p.pull}:${Math.round(p.rpm)}`;
  return [
    ...(p.expects && (p.side === 'low' || p.side === 'high')
      ? [
          {
            stepId: id,
            does: does(lowSide ? 'Low-side pressure' : 'Fuel pressure over manifold'),
            value: p.dips ? p.lowest : p.differential,
            low: p.expects.low,
            high: p.expects.high,
            dimension: 'pressure' as const,
            side: p.side,
          },
        ]
      : []),
    ...(!rests && p.volts !== null && p.volts < p.expectsVolts.low
      ? [
          {
            stepId: `${id}:volts`,
            does: does('Volts at the controller'),
            value: p.volts,
            low: p.expectsVolts.low,
            high: p.expectsVolts.high,
            dimension: 'volts' as const,
            side: 'low' as const,
          },
        ]
      : []),
    ...(!rests && p.lambda !== null && p.lambda > LEAN
      ? [
          {
            stepId: `${id}:lambda`,
            does: does('Lambda'),
            value: p.lambda,
            low: 0,
            high: LEAN,
            dimension: 'coefficient' as const,
            side: 'high' as const,
          },
        ]
      : []),
  ];
}

/** Swings of the pressure: none are wanted. */
export const swingMiss = (size: number): Miss => ({
  stepId: 'log:swings',
  does: 'Fuel pressure swings by',
  value: size,
  low: 0,
  high: SWING,
  dimension: 'pressure',
  side: 'high',
});

/** Another fuel than planned. */
export function ethanolMiss({ brief }: JobDocument, { ethanol }: LogSeries): Miss[] {
  if (!ethanol || ethanol.length === 0) return [];
  const value = median(ethanol);
  const { ethanol: planned } = brief.fuel;
  const [low, high] = [Math.max(0, planned - ETHANOL_OFF), Math.min(1, planned + ETHANOL_OFF)];
  if (value >= low && value <= high) return [];
  return [
    {
      stepId: 'log:ethanol',
      does: 'Ethanol in the fuel',
      value,
      low,
      high,
      dimension: 'fraction',
      side: value < low ? 'low' : 'high',
    },
  ];
}
