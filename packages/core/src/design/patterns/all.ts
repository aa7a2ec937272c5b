import { blocking } from './blocking.ts';
import { fullReturn } from './full-return.ts';
import { hardLine } from './hard-line.ts';
import type { Pattern } from './pattern.ts';
import { regulatorBeforeRail } from './regulator-before-rail.ts';
import { returnless } from './returnless.ts';
import { twinPump } from './twin-pump.ts';
import { railsParallel, railsSeries } from './twin-rails.ts';

/** Adding a style is one file and one line here. */
export const PATTERNS: readonly Pattern[] = [
  fullReturn,
  twinPump,
  railsParallel,
  railsSeries,
  regulatorBeforeRail,
  returnless,
  blocking,
  hardLine,
];
