import { shownUnit } from '@venula/core/quantities';
import { useSettings } from '../../app/settings.ts';
import { stillFits, useHeld } from '../chart/use-held.ts';
import { rangesOf, type Ranges } from './axis-ranges.ts';
import { scaleOver, type BrokenScale } from './broken-scale.ts';
import type { Track } from './track-model.ts';

/** Least the axis of a track spans, in SI: smaller steps than a gauge or a meter shows are no hills. */
const LEAST = { volts: 0.4, other: 20e3 } as const;

export interface TrackScale {
  readonly scale: BrokenScale;
  /** Symbol of the unit it is in. */
  readonly unit: string;
  /** Where an SI value lies, px from the upper end. */
  readonly at: (si: number) => number;
}

/**
 * The axis along a track, in the unit that is shown; it holds still while what changes fits on it.
 * @param values what is drawn, SI
 * @param size its length on the screen, px
 */
export function useTrackScale(track: Track, values: readonly number[], size: number): TrackScale {
  const { units } = useSettings();
  const unit = shownUnit(track.dimension, units);
  const least = track.dimension === 'volts' ? LEAST.volts : LEAST.other;
  const wanted = rangesOf(
    values.map((v) => v / unit.factor),
    least / unit.factor,
  );
  const scale = scaleOver(
    useHeld(wanted, (old) => serves(old, wanted)),
    size,
  );
  return { scale, unit: unit.symbol, at: (si) => scale(si / unit.factor) };
}

const serves = (held: Ranges, wanted: Ranges): boolean =>
  held.length === wanted.length && held.every((range, i) => stillFits(range, wanted[i]!));
