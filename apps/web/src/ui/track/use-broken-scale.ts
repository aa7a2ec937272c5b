import { stillFits, useHeld } from '../chart/use-held.ts';
import { rangesOf, type Ranges } from './axis-ranges.ts';
import { scaleOver, type BrokenScale } from './broken-scale.ts';

/** The scale under the track; it holds still while what changes fits on it. */
export function useBrokenScale(values: readonly number[], height: number, least: number): BrokenScale {
  const wanted = rangesOf(values, least);
  const held = useHeld(wanted, (old) => serves(old, wanted));
  return scaleOver(held, height);
}

const serves = (held: Ranges, wanted: Ranges): boolean =>
  held.length === wanted.length && held.every((range, i) => stillFits(range, wanted[i]!));
